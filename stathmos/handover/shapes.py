"""The shapes of the hand-over's answers; the data is made by `stathmos.core.report.handover`."""

from rest_framework import serializers as s

from stathmos.catalogue.shapes import shape, text
from stathmos.people.strict import Text, Truth, Whole
from stathmos.rigs.shapes import BothShape, ElevationShape, FindingShape, HitchDrawingShape, RigShape

BlockShape = shape(
    "CardBlock",
    heading=text(),
    lines=shape("CardLine", name=text(), says=BothShape())(many=True),
)
MadeShape = shape(
    "MadeCard",
    number=Whole(),
    by=text(),
    at=s.DateTimeField(),
    inspect_by=s.DateField(),
    version=Whole(),
)
HandOverShape = shape(
    "HandOver",
    rig=RigShape(),
    steps=shape(
        "DrillStep",
        key=text(),
        part=s.ChoiceField(["coupling", "uncoupling"]),
        does=BothShape(),
        why=text(),
        caution=text(),
        hold=Text(help_text="Its place in the drawing; blank where it is done elsewhere."),
        done=Truth(),
    )(many=True),
    hindrances=FindingShape(many=True),
    cautions=FindingShape(many=True),
    card=BlockShape(many=True),
    hook_up=shape(
        "HookUp",
        facts=shape("HookUpFact", name=text(), says=BothShape(), hold=Text())(many=True),
        on=s.ListField(child=Text()),
        off=s.ListField(child=Text()),
    )(),
    elevation=ElevationShape(),
    hitch=HitchDrawingShape(),
    cards=MadeShape(many=True),
)
VersionShape = shape("RigVersion", version=Whole(min_value=1))
