"""The shapes of the record's answers."""

from rest_framework import serializers as s

from stathmos.catalogue.shapes import shape, text
from stathmos.core import complaints
from stathmos.core.carry_over import KINDS_OF_VISIT
from stathmos.core.rig.handover import SYMPTOMS
from stathmos.people.strict import Text, Truth, Whole
from stathmos.record import timeline
from stathmos.rigs.shapes import BothShape

VISITS = [key for key, _ in KINDS_OF_VISIT]
STANDINGS = [complaints.SPEAKS, complaints.OPEN, complaints.THEN, complaints.QUIET]

EventShape = shape(
    "Event",
    kind=s.ChoiceField(timeline.KINDS),
    at=s.DateTimeField(),
    by=text(),
    says=text(),
    details=s.ListField(child=Text()),
    rig=Whole(allow_null=True),
)
OverviewRowShape = shape(
    "OverviewRow",
    id=Whole(),
    customer=text(),
    vehicle_name=text(),
    trailer_name=text(),
    advisor=text(),
    says=text(),
    at=s.DateTimeField(),
)
OverviewListShape = shape(
    "OverviewList",
    count=Whole(help_text="Of rigs; the first of them are told."),
    rows=OverviewRowShape(many=True),
)
BarsShape = shape("Bar", word=text(), count=Whole())
OverviewShape = shape(
    "Overview",
    figures=shape(
        "HouseFigures",
        **{key: BarsShape(many=True) for key in ("verdicts", "waits_for", "ages", "fitted", "trials", "overrides")},
    )(),
    backup=shape("Backup", at=s.DateTimeField(), bytes=Whole())(allow_null=True),
    backup_is_old=Truth(help_text="None was made for more than a day."),
    behind=Whole(help_text="Rigs that are yet to be looked over anew; what is stale may be more."),
    **{key: OverviewListShape() for key in ("open", "stale", "overridden", "due")},
)
CausesShape = shape(
    "Causes",
    symptom=text(),
    word=text(),
    what_if=Truth(help_text="Whether it is a swing, of which one can ask what if."),
    causes=shape(
        "Cause", name=text(), standing=s.ChoiceField(STANDINGS), says=BothShape(), measure=text(), path=text()
    )(many=True),
)
SYMPTOM_KEYS = [key for key, _ in SYMPTOMS]
CarriedShape = shape(
    "Carried",
    new=s.ChoiceField(VISITS),
    kept=shape("CarriedEntry", path=text(), name=text(), text=text(), why=text())(many=True),
    brought=shape("BroughtEntry", path=text(), name=text(), text=text())(many=True),
)
AgainShape = shape("Again", new=s.ChoiceField(VISITS), name=Text(required=False, allow_blank=True, max_length=120))
OpenedShape = shape("Opened", id=Whole())
BringShape = shape("Bring", file=s.FileField())
BroughtInShape = shape(
    "BroughtIn",
    rigs=Whole(),
    readings=Whole(),
    parts=Whole(),
    people=Whole(),
    left=s.ListField(child=Text()),
)
