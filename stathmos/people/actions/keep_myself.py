"""What everybody does to their own account: name, password, and signing out wherever they are signed in."""

from __future__ import annotations

from django.contrib.auth.forms import PasswordChangeForm
from django.db import transaction

from stathmos.database.retrying import tried_again
from stathmos.people.actions.keep_people import NotDone, done, rename, said
from stathmos.people.models import Act, Person


def _myself(person: Person) -> Person:
    return Person.objects.select_for_update().get(pk=person.pk)


@tried_again
@transaction.atomic
def call_myself(person: Person, called: str) -> Person:
    """Another name of one's own as shown."""
    one = _myself(person)
    return rename(one, one, called)


@tried_again
@transaction.atomic
def choose_password(person: Person, old: str, new: str) -> Person:
    """A password of one's own choice. Every session of theirs ends; who chose it begins a new one."""
    one = _myself(person)
    form = PasswordChangeForm(one, {"old_password": old, "new_password1": new, "new_password2": new})
    if not form.is_valid():
        raise NotDone(said(form, old_password="old", new_password1="new", new_password2="new"))
    if old == new:
        raise NotDone({"new": "This is the password that you have."})
    form.save(commit=False)
    one.end_sessions()
    one.given_until, one.demo = None, False
    return done(one, one, Act.CHOSEN)


@tried_again
@transaction.atomic
def sign_out_everywhere(person: Person) -> None:
    """Every session of theirs ends, this one too."""
    one = _myself(person)
    one.end_sessions()
    done(one, one, Act.EVERYWHERE)
