"""What the practice bay's addresses take and tell."""

from __future__ import annotations

from rest_framework import serializers as s

from stathmos.catalogue.shapes import StrokeShape, shape, text
from stathmos.core.practice.begin import LEVELS
from stathmos.core.practice.debrief import GO, HOLD
from stathmos.core.practice.scenarios import SCENARIOS
from stathmos.core.units import SYSTEMS
from stathmos.people.strict import Text, Truth, Whole
from stathmos.rigs.shapes import BothShape

_SCENARIO = s.ChoiceField(list(SCENARIOS))
_TITLED = shape("PracticeTitled", key=text(), title=text())
ROW = shape(
    "PracticeRow", rig=Whole(), scenario=text(), title=text(), level=Whole(), begun_at=s.DateTimeField(),
    ended_at=s.DateTimeField(allow_null=True), passed=Truth(allow_null=True), mistakes=Whole(), hints=Whole(), trials=Whole(),
    minutes=s.FloatField(allow_null=True),
)  # fmt: skip
RecordShape = shape(
    "PracticeRecord", username=text(), name=text(), practices=ROW(many=True), passed=s.ListField(child=Text()),
    assigned=shape("PracticeAssigned", scenario=text(), title=text(), by=text(), at=s.DateTimeField())(many=True),
    often=shape("PracticeOften", name=text(), count=Whole(), teaches=text(), title=text())(many=True),
)  # fmt: skip
PracticesShape = shape(
    "Practices",
    scenarios=shape(
        "PracticeScenario", key=text(), title=text(), learns=text(), customer=text(), story=s.ListField(child=Text())
    )(many=True),
    levels=s.ListField(child=Whole()),
    mine=RecordShape(),
    people=shape("PracticePerson", username=text(), name=text(), role=text())(many=True),
)
BeginShape = shape(
    "PracticeBegin",
    scenario=s.ChoiceField(["", *SCENARIOS], help_text="Empty for an endless one."),
    seed=Whole(min_value=0, required=False),
    level=s.ChoiceField(list(LEVELS), required=False),
)
BegunShape = shape("PracticeBegun", rig=Whole())
AssignShape = shape("PracticeAssign", person=Text(max_length=150), scenario=_SCENARIO)
ActShape = shape(
    "YardAct", number=Whole(min_value=0), act=Text(max_length=20), args=s.DictField(child=Text(max_length=60, allow_blank=True)),
    system=s.ChoiceField(list(SYSTEMS)),
)  # fmt: skip
EndShape = shape("YardEnd", verdict=s.ChoiceField([GO, HOLD]))

_MM = {
    name: s.FloatField()
    for name in (
        "wheelbase", "ball_x", "axle_x", "axle_spacing", "rail_from_x", "rail_to_x", "coupler_x", "coupler_level", "front_drop", "rear_drop",
        "slope", "ball", "receiver", "coupler", "jack_x", "foot",
    )
}  # fmt: skip
_PICTURE = shape(
    "YardPicture", **_MM, axle_count=Whole(), vehicle_body=StrokeShape(many=True), trailer_body=StrokeShape(many=True),
    bracket_x=s.FloatField(allow_null=True), bars_on=Truth(), coupled=Truth(), deck=text(), scale_x=s.FloatField(allow_null=True),
    places=shape("YardPlace", key=text(), words=text(), side=text(), x=s.FloatField(), y=s.FloatField())(many=True),
    loads=shape("YardLoad", key=text(), words=text(), x=s.FloatField(), aboard=Truth(), moves=Truth())(many=True),
    floor=s.ListField(child=s.ListField(child=s.FloatField())),
)  # fmt: skip
_DEBRIEF = shape(
    "Debrief", verdict=text(), verdict_word=text(), right=Truth(), passed=Truth(), trials=Whole(), best_trials=Whole(), hints=Whole(),
    seconds=s.FloatField(), next=_TITLED(allow_null=True),
    goals=shape("DebriefGoal", key=text(), words=text(), met=Truth())(many=True),
    truth=shape("DebriefTruth", name=text(), is_=BothShape())(many=True),
    mistakes=shape(
        "DebriefMistake", key=text(), name=text(), why=text(), at=s.FloatField(), where=text(), costs=BothShape(), mended=Truth(), teaches=_TITLED()
    )(many=True),
    beside=shape("DebriefBeside", path=text(), name=text(), measured=BothShape(), truly=BothShape(), off=BothShape(), bad=Truth(), drawn=s.FloatField())(many=True),
)  # fmt: skip
YardShape = shape(
    "Yard", rig=Whole(), title=text(), learns=text(), story=s.ListField(child=Text()), level=Whole(), mine=Truth(), person=text(),
    number=Whole(), hints=s.ListField(child=Text()), more_hints=Truth(), goals=s.ListField(child=Text()), spots=Whole(),
    seen=BothShape(many=True), picture=_PICTURE(),
    tape=shape("YardTape", place=text(), words=text(), side=text(), shows=s.FloatField(), near=BothShape())(allow_null=True),
    dial=shape(
        "YardDial", key=text(), words=text(), unit=text(), shows=s.FloatField(allow_null=True), mark=s.FloatField(), over=Truth(), near=text()
    )(allow_null=True),
    deck=shape("YardDeck", words=text(), shows=BothShape())(allow_null=True),
    acts=shape(
        "YardDoable", key=text(), group=text(), words=text(), caution=text(), hinders=text(),
        wants=shape(
            "YardArg", name=text(), words=text(), kind=s.ChoiceField(["choice", "figure"]), dimension=text(), now=BothShape(),
            offers=shape("YardOffer", value=text(), word=text())(many=True),
        )(many=True),
    )(many=True),
    ended=shape("YardEnded", verdict=text(), at=s.DateTimeField(), debrief=_DEBRIEF())(allow_null=True),
)  # fmt: skip
