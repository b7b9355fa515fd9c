"""What a manager does to accounts, on the page or from the command line: each act once, each on record.

Nothing is deleted: whoever leaves is switched off, and their name stays on what they wrote.
``by`` is None for the command line, whose hands hold the whole database anyway.
"""

from __future__ import annotations

from datetime import timedelta

from django import forms
from django.contrib.auth.forms import BaseUserCreationForm, SetPasswordForm
from django.db import transaction
from django.utils import timezone
from django.utils.crypto import get_random_string

from stathmos.database.retrying import tried_again
from stathmos.people import throttle
from stathmos.people.models import Act, Person, PersonChange
from stathmos.people.roles import require

#: no letter that is read for another
_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"
LONGEST_NAME = 60
GIVEN_FOR = timedelta(days=7)


class NotDone(Exception):
    """Nothing was done; ``problems`` says why, by field."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not done")
        self.problems = problems


class ChangedMeanwhile(Exception):
    """Somebody else did something to this account in between."""


class PersonForm(BaseUserCreationForm):
    """An account by Django's own form, with a name as it is shown and a role."""

    called = forms.CharField(max_length=LONGEST_NAME, label="Name as shown")

    class Meta(BaseUserCreationForm.Meta):
        model = Person
        fields = ("username", "role")

    def clean_called(self) -> str:
        return free_name(self.cleaned_data["called"])


def given_password() -> str:
    """A password to be read out or written on a slip, for the first sign-in."""
    return "-".join(get_random_string(4, _LETTERS) for _ in range(3))


def said(form: forms.BaseForm, **renamed: str) -> dict[str, str]:
    """What a form finds wrong, by field; ``renamed``: its fields -> ours."""
    return {renamed.get(name, name): " ".join(errors) for name, errors in form.errors.items()}


def free_name(called: str, whose: Person | None = None) -> str:
    """The name as it is to be shown; raises `forms.ValidationError` where somebody else is called so."""
    called = " ".join(called.split())
    if not called:
        raise forms.ValidationError("Write a name.")
    if len(called) > LONGEST_NAME:
        raise forms.ValidationError(f"Longer than {LONGEST_NAME} characters.")
    others = Person.objects.all() if whose is None else Person.objects.exclude(pk=whose.pk)
    if any(one.called.casefold() == called.casefold() for one in others):
        raise forms.ValidationError("Somebody here is called so already: add what tells you apart.")
    return called


def done(by: Person | None, one: Person, act: Act, before: str = "", after: str = "") -> Person:
    """The account saved as it now is, and one line of the log."""
    if one.pk is not None:
        one.version += 1
    one.save()
    PersonChange.objects.create(by=by, whom=one, act=act, before=before[:150], after=after)
    return one


@tried_again
@transaction.atomic
def add(by: Person | None, username: str, called: str, role: str) -> tuple[Person, str]:
    """An account with a password that is shown this once. The first of an installation is a manager's, whatever is asked."""
    if by is not None:
        require(by, "keep_people")
    if not Person.objects.exists():
        role = Person.Role.MANAGER
    password = given_password()
    form = PersonForm(
        {"username": username, "called": called, "role": role, "password1": password, "password2": password}
    )
    if not form.is_valid():
        raise NotDone(said(form, called="name"))
    made = form.save(commit=False)
    made.first_name, made.given_until = form.cleaned_data["called"], timezone.now() + GIVEN_FOR
    return done(by, made, Act.ADDED, after=made.get_role_display()), password


def _of(by: Person | None, pk: int, version: int | None) -> Person:
    """The account, locked; after all managers', so that two acts at once cannot leave the house without one."""
    if by is not None:
        require(by, "keep_people")
    list(Person.objects.select_for_update().filter(role=Person.Role.MANAGER).order_by("pk").values_list("pk"))
    one = Person.objects.select_for_update().get(pk=pk)
    if version is not None and one.version != version:
        raise ChangedMeanwhile
    return one


def _not_the_last(one: Person, place: str) -> None:
    if not Person.objects.managing().exclude(pk=one.pk).exists():
        raise NotDone({place: f"{one.called} is the last manager who can sign in. Make somebody else a manager first."})


@tried_again
@transaction.atomic
def change_role(by: Person | None, pk: int, version: int | None, role: str) -> Person:
    """Another role, from the next request on."""
    one = _of(by, pk, version)
    if role not in Person.Role.values:
        raise NotDone({"role": "There is no such role."})
    if role == one.role:
        return one
    if one.role == Person.Role.MANAGER and one.is_active:
        _not_the_last(one, "role")
    before, one.role = one.get_role_display(), role
    return done(by, one, Act.ROLE, before, one.get_role_display())


@tried_again
@transaction.atomic
def call(by: Person | None, pk: int, version: int | None, called: str) -> Person:
    """Another name as shown; what they wrote before shows it too, and the log says what it was."""
    return rename(by, _of(by, pk, version), called)


def rename(by: Person | None, one: Person, called: str) -> Person:
    """The name put on a locked account."""
    try:
        name = free_name(called, one)
    except forms.ValidationError as error:
        raise NotDone({"name": " ".join(error.messages)}) from error
    before = one.called
    if name == before:
        return one
    one.first_name, one.last_name = name, ""
    return done(by, one, Act.CALLED, before, name)


@tried_again
@transaction.atomic
def give_password(by: Person | None, pk: int, version: int | None) -> tuple[Person, str]:
    """A new password, shown this once and to be changed at the first sign-in. Every session of theirs ends now."""
    one = _of(by, pk, version)
    password = given_password()
    form = SetPasswordForm(one, {"new_password1": password, "new_password2": password})
    if not form.is_valid():
        raise NotDone(said(form, new_password1="password", new_password2="password"))
    form.save(commit=False)
    one.end_sessions()
    one.given_until, one.demo = timezone.now() + GIVEN_FOR, False
    throttle.forgive(one.username)
    return done(by, one, Act.GIVEN), password


@tried_again
@transaction.atomic
def switch(by: Person | None, pk: int, version: int | None, on: bool) -> Person:
    """Off: nobody signs in by this account, and every session of it ends now. On: they may again, by their old password."""
    one = _of(by, pk, version)
    if on == one.is_active:
        return one
    if not on and one.role == Person.Role.MANAGER:
        _not_the_last(one, "active")
    one.is_active = on
    one.end_sessions()
    return done(by, one, Act.ON if on else Act.OFF)
