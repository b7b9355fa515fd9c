"""The shapes of what is said about people."""

from __future__ import annotations

from drf_spectacular.utils import inline_serializer
from rest_framework import serializers as s

from stathmos.people.models import Act, Person


def _shape(title: str, **fields: s.Field):
    return type(inline_serializer(title, fields))


def _text(longest: int) -> s.CharField:
    return s.CharField(allow_blank=True, max_length=longest)


def _secret() -> s.CharField:
    return s.CharField(max_length=128, trim_whitespace=False, allow_blank=True)


SessionShape = _shape(
    "Session",
    signed_in=s.BooleanField(),
    id=s.IntegerField(allow_null=True),
    name=s.CharField(allow_blank=True),
    username=s.CharField(allow_blank=True),
    role=s.CharField(allow_blank=True),
    may=s.ListField(child=s.CharField(), help_text="What this person may do."),
    must_choose=s.BooleanField(help_text="Signed in by a given password: nothing but choosing one's own."),
    idle_seconds=s.IntegerField(help_text="Left alone so long, the session ends."),
    nobody=s.BooleanField(help_text="Nobody has an account here yet."),
)
SignInShape = _shape(
    "SignIn", username=s.CharField(max_length=150), password=s.CharField(max_length=128, trim_whitespace=False)
)
WaitShape = _shape("Wait", detail=s.CharField(), seconds=s.IntegerField(help_text="Until it may be tried again."))
RefusedShape = _shape("PersonRefused", detail=s.CharField(), problems=s.DictField(child=s.CharField()))
PersonShape = _shape(
    "Person",
    id=s.IntegerField(),
    version=s.IntegerField(),
    username=s.CharField(),
    name=s.CharField(),
    role=s.ChoiceField(Person.Role.choices),
    role_word=s.CharField(),
    active=s.BooleanField(),
    given_until=s.DateTimeField(
        allow_null=True, help_text="Has a given password, good until then; null for one of their own."
    ),
    has_password=s.BooleanField(),
    last_login=s.DateTimeField(allow_null=True),
)
RoleShape = _shape("Role", value=s.ChoiceField(Person.Role.choices), word=s.CharField())
ActShape = _shape(
    "PersonAct",
    at=s.DateTimeField(),
    by=s.CharField(allow_blank=True, help_text="Blank for the command line."),
    whom=s.CharField(),
    act=s.ChoiceField(Act.choices),
    says=s.CharField(),
    before=s.CharField(allow_blank=True),
    after=s.CharField(allow_blank=True),
)
PeopleShape = _shape(
    "People", people=PersonShape(many=True), roles=RoleShape(many=True), log=ActShape(many=True), more=s.BooleanField()
)
AddShape = _shape("AddPerson", username=_text(150), name=_text(150), role=s.ChoiceField(Person.Role.choices))
ChangeShape = _shape(
    "ChangePerson",
    version=s.IntegerField(),
    role=s.ChoiceField(Person.Role.choices, required=False),
    name=s.CharField(allow_blank=True, max_length=150, required=False),
    active=s.BooleanField(required=False),
)
VersionShape = _shape("PersonVersion", version=s.IntegerField())
GivenShape = _shape("GivenPassword", person=PersonShape(), password=s.CharField(help_text="Shown this once."))
ChooseShape = _shape("ChoosePassword", old=_secret(), new=_secret())
CallShape = _shape("CallMyself", name=_text(150))
