"""The shapes of what is said about people."""

from __future__ import annotations

from drf_spectacular.utils import inline_serializer
from rest_framework import serializers as s

from stathmos.people.models import Act, Person
from stathmos.people.strict import Text, Truth, Whole


def _shape(title: str, **fields: s.Field):
    return type(inline_serializer(title, fields))


def _text(longest: int) -> Text:
    return Text(allow_blank=True, max_length=longest)


def _secret() -> Text:
    return Text(max_length=128, trim_whitespace=False, allow_blank=True)


SessionShape = _shape(
    "Session",
    signed_in=Truth(),
    id=Whole(allow_null=True),
    name=Text(allow_blank=True),
    username=Text(allow_blank=True),
    role=Text(allow_blank=True),
    may=s.ListField(child=Text(), help_text="What this person may do."),
    must_choose=Truth(help_text="Signed in by a given password: nothing but choosing one's own."),
    idle_seconds=Whole(help_text="Left alone so long, the session ends."),
    nobody=Truth(help_text="Nobody has an account here yet."),
)
SignInShape = _shape("SignIn", username=Text(max_length=150), password=Text(max_length=128, trim_whitespace=False))
WaitShape = _shape("Wait", detail=Text(), seconds=Whole(help_text="Until it may be tried again."))
RefusedShape = _shape("PersonRefused", detail=Text(), problems=s.DictField(child=Text()))
PersonShape = _shape(
    "Person",
    id=Whole(),
    version=Whole(),
    username=Text(),
    name=Text(),
    role=s.ChoiceField(Person.Role.choices),
    role_word=Text(),
    active=Truth(),
    given_until=s.DateTimeField(
        allow_null=True, help_text="Has a given password, good until then; null for one of their own."
    ),
    has_password=Truth(),
    last_login=s.DateTimeField(allow_null=True),
)
RoleShape = _shape("Role", value=s.ChoiceField(Person.Role.choices), word=Text())
ActShape = _shape(
    "PersonAct",
    at=s.DateTimeField(),
    by=Text(allow_blank=True, help_text="Blank for the command line."),
    whom=Text(),
    act=s.ChoiceField(Act.choices),
    says=Text(),
    before=Text(allow_blank=True),
    after=Text(allow_blank=True),
)
PeopleShape = _shape(
    "People", people=PersonShape(many=True), roles=RoleShape(many=True), log=ActShape(many=True), more=Truth()
)
AddShape = _shape("AddPerson", username=_text(150), name=_text(150), role=s.ChoiceField(Person.Role.choices))
ChangeShape = _shape(
    "ChangePerson",
    version=Whole(),
    role=s.ChoiceField(Person.Role.choices, required=False),
    name=Text(allow_blank=True, max_length=150, required=False),
    active=Truth(required=False),
)
VersionShape = _shape("PersonVersion", version=Whole())
GivenShape = _shape("GivenPassword", person=PersonShape(), password=Text(help_text="Shown this once."))
ChooseShape = _shape("ChoosePassword", old=_secret(), new=_secret())
CallShape = _shape("CallMyself", name=_text(150))
LogPageShape = _shape("LogPage", before=s.IntegerField(default=0, min_value=0, max_value=10_000_000))
