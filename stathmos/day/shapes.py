"""Shapes of the day's questions and answers."""

from rest_framework import serializers as s

from stathmos.catalogue.shapes import shape, text
from stathmos.core.day.board import ORDER
from stathmos.core.day.kinds import BEFORE, KINDS, PLACES
from stathmos.core.day.slots import WHYS
from stathmos.core.stockroom import WHAT
from stathmos.day.actions.jobs import DOINGS
from stathmos.day.models import Job
from stathmos.people.strict import Day, Key, Measure, Text, Truth, Whole
from stathmos.rigs.shapes import ElevationShape
from stathmos.stockroom.models import KINDS as PART_KINDS

JOB_KINDS, PLACE_KINDS, JOB_ACTS, PART_ACTS, BEFORE_KEYS = (
    list(KINDS),
    list(PLACES),
    list(DOINGS),
    list(WHAT),
    list(BEFORE),
)
_KEY = {"min_value": 1, "max_value": 2**31 - 1}
ConflictShape = shape("JobConflict", key=s.ChoiceField(ORDER), says=text(), other=Whole(allow_null=True))
JobPartShape = shape(
    "JobPart",
    kind=text(),
    name=text(),
    quantity=Whole(),
    aside=Whole(),
    free=Whole(allow_null=True),
    coming=Whole(),
    day=s.DateField(allow_null=True),
    short=Whole(),
    there=Truth(),
    says=text(),
)
PieceShape = shape("JobPiece", word=text(), many=Measure(), each=Measure(), minutes=Measure(), u=Measure())
LengthShape = shape(
    "JobLength",
    pieces=PieceShape(many=True),
    reckoned=Measure(),
    factor=Measure(),
    mean=Measure(),
    u=Measure(),
    planned=Whole(),
    done=Whole(),
    says=text(),
)
AtShape = shape("JobAt", day=s.DateField(), minute=Whole(), until=Whole(), text=text())
JobShape = shape(
    "Job",
    id=Whole(),
    rig=Whole(),
    kind=s.ChoiceField(JOB_KINDS),
    word=text(),
    customer=text(),
    why=text(),
    due=s.DateField(allow_null=True),
    state=s.ChoiceField(Job.State.choices),
    version=Whole(),
    place=Whole(allow_null=True),
    person=Whole(allow_null=True),
    person_name=text(),
    at=shape("JobStands", **AtShape().fields)(allow_null=True),
    planned=Whole(),
    worked=Measure(),
    conflicts=ConflictShape(many=True),
    parts=JobPartShape(many=True),
    tools=s.ListField(child=Text()),
    needs=s.ListField(child=Text()),
    not_yet=s.ListField(child=Text()),
    may_do=s.ListField(child=s.ChoiceField(JOB_ACTS)),
    places=s.ListField(child=Whole()),
    people=s.ListField(child=Whole()),
)
ShownRigShape = shape(
    "RigOnBoard", id=Whole(), vehicle_name=text(), trailer_name=text(), elevation=ElevationShape(allow_null=True)
)
StretchShape = shape("OpenStretch", from_=Whole(), until=Whole())
BoardDayShape = shape(
    "BoardDay",
    day=s.DateField(),
    word=text(),
    open=StretchShape(many=True),
    shut=text(),
    today=Truth(),
    now=Whole(allow_null=True),
)
AwayShape = shape(
    "AwayTold",
    id=Whole(),
    person=Whole(allow_null=True),
    place=Whole(allow_null=True),
    tool=text(),
    who=text(),
    why=text(),
    begins=text(),
    ends=text(),
    on=shape("AwayOn", day=s.DateField(), from_=Whole(), until=Whole())(many=True),
)
PlaceShape = shape("BoardPlace", id=Whole(), name=text(), kind=s.ChoiceField(PLACE_KINDS), word=text(), retired=Truth())
PersonShape = shape("BoardPerson", id=Whole(), name=text(), role=text())
BoardShape = shape(
    "Board",
    zone=text(),
    first=s.DateField(),
    days=BoardDayShape(many=True),
    places=PlaceShape(many=True),
    people=PersonShape(many=True),
    tools=s.ListField(child=Text()),
    away=AwayShape(many=True),
    jobs=JobShape(many=True),
    rigs=ShownRigShape(many=True),
    may=s.ListField(child=Text()),
)
BoardAskShape = shape(
    "BoardAsk",
    first=Day(required=False, allow_null=True, default=None),
    days=s.ChoiceField(["1", "7"], required=False, default="1"),
)
SlotShape = shape(
    "JobSlot",
    to=shape("SlotTo", day=s.DateField(), minute=Whole(), place=Whole(), person=Whole(), text=text())(allow_null=True),
    says=text(),
    why=shape("SlotWhy", key=s.ChoiceField(WHYS), says=text())(many=True),
    provided=s.ListField(child=s.ChoiceField(BEFORE_KEYS)),
)
ToShape = shape(
    "JobTo",
    version=Whole(),
    day=Day(allow_null=True),
    minute=Whole(required=False, min_value=0, max_value=1439, default=0),
    place=Whole(allow_null=True, required=False, default=None, **_KEY),
    person=Whole(allow_null=True, required=False, default=None, **_KEY),
    minutes=Whole(required=False, allow_null=True, default=None),
)
PlanAskShape = shape("PlanAsk", seconds=Whole(required=False, min_value=0, max_value=5, default=5))
PlanMoveShape = shape(
    "PlanMove",
    job=Whole(),
    version=Whole(),
    name=text(),
    was=text(),
    to=shape("PlanTo", day=s.DateField(), minute=Whole(), place=Whole(), person=Whole(allow_null=True), text=text())(),
    why=s.ListField(child=Text()),
)
PlanShape = shape(
    "DayPlan",
    moves=PlanMoveShape(many=True),
    unplaced=shape(
        "PlanUnplaced",
        job=Whole(),
        version=Whole(),
        name=text(),
        was=text(),
        stands=Truth(),
        why=s.ListField(child=Text()),
    )(many=True),
    says=text(),
    proved=Truth(),
)
TakePlanShape = shape(
    "TakePlan",
    moves=shape(
        "TakeMove",
        job=Whole(**_KEY),
        version=Whole(),
        day=Day(allow_null=True),
        minute=Whole(min_value=0, max_value=1439),
        place=Whole(allow_null=True, **_KEY),
        person=Whole(allow_null=True, **_KEY),
    )(many=True, max_length=500),
)
ProposalShape = shape(
    "JobProposal",
    rig=Whole(),
    customer=text(),
    kind=s.ChoiceField(JOB_KINDS),
    word=text(),
    reason=text(),
    why=text(),
    due=s.DateField(allow_null=True),
)
MakeJobShape = shape(
    "MakeJob",
    rig=Whole(**_KEY),
    kind=s.ChoiceField(JOB_KINDS),
    reason=Text(required=False, allow_blank=True, max_length=40, default=""),
    why=Text(required=False, allow_blank=True, max_length=200, default=""),
    due=Day(required=False, allow_null=True, default=None),
)
DoJobShape = shape(
    "DoJob",
    act=s.ChoiceField(JOB_ACTS),
    key=Key(required=False, allow_null=True, default=None),
    at=s.DateTimeField(required=False, allow_null=True, default=None),
)
JobDetailShape = shape(
    "JobDetail",
    job=JobShape(),
    length=LengthShape(),
    changes=shape("JobChanged", says=text(), by=text(), at=s.DateTimeField())(many=True),
)
MorningShape = shape(
    "Morning",
    day=s.DateField(),
    word=text(),
    jobs=JobShape(many=True),
    rigs=ShownRigShape(many=True),
    tools=shape("MorningTool", name=text(), for_=text())(many=True),
)
OpeningShape = shape(
    "WeekHours",
    weekday=Whole(min_value=0, max_value=6),
    opens=Text(allow_blank=True, max_length=5),
    closes=Text(allow_blank=True, max_length=5),
)
HoursAskShape = shape("HoursAsk", week=OpeningShape(many=True, max_length=50), zone=Text(max_length=60))
AwayAskShape = shape(
    "AwayAsk",
    person=Whole(required=False, allow_null=True, default=None, **_KEY),
    place=Whole(required=False, allow_null=True, default=None, **_KEY),
    tool=Text(required=False, allow_blank=True, max_length=120, default=""),
    first=Day(),
    first_minute=Whole(min_value=0, max_value=1440),
    last=Day(),
    last_minute=Whole(min_value=0, max_value=1440),
    why=Text(required=False, allow_blank=True, max_length=120, default=""),
)
PlaceAskShape = shape(
    "PlaceAsk",
    id=Whole(required=False, allow_null=True, default=None, **_KEY),
    name=Text(allow_blank=True, max_length=40),
    kind=s.ChoiceField(PLACE_KINDS),
    retired=Truth(required=False, default=False),
)
FeedShape = shape("FeedTold", id=Whole(), of=text(), by=text(), at=s.DateTimeField(), revoked=Truth(), mine=Truth())
RecallShape = shape(
    "RecallTold", id=Whole(), kind=text(), name=text(), why=text(), by=text(), at=s.DateTimeField(), rigs=Whole()
)
KeepingShape = shape(
    "DayKeeping",
    week=OpeningShape(many=True),
    zone=text(),
    by=Text(allow_null=True),
    places=PlaceShape(many=True),
    away=AwayShape(many=True),
    people=PersonShape(many=True),
    tools=s.ListField(child=Text()),
    feeds=FeedShape(many=True),
    recalls=RecallShape(many=True),
    may=s.ListField(child=Text()),
)
FeedAskShape = shape(
    "FeedAsk",
    person=Whole(required=False, allow_null=True, default=None, **_KEY),
    place=Whole(required=False, allow_null=True, default=None, **_KEY),
)
FeedMadeShape = shape("FeedMade", address=text(), keeping=KeepingShape())
RecallAskShape = shape(
    "RecallAsk",
    kind=Text(max_length=12),
    name=Text(allow_blank=True, max_length=120),
    why=Text(allow_blank=True, max_length=200),
)
CalendarAskShape = shape(
    "CalendarAsk",
    text=Text(max_length=150_000, trim_whitespace=False),
    what=s.ChoiceField(["hours", "holidays", "absences"]),
    person=Whole(required=False, allow_null=True, default=None, **_KEY),
    seal=Text(required=False, allow_blank=True, max_length=64, default=""),
)
CalendarPlanShape = shape(
    "CalendarPlan",
    added=s.ListField(child=Text()),
    same=Whole(),
    problems=s.ListField(child=Text()),
    seal=text(),
    done=Truth(),
)
OrderShape = shape(
    "PartOrder",
    number=Whole(),
    kind=text(),
    name=text(),
    left=Whole(),
    supplier=text(),
    day=s.DateField(allow_null=True),
    late=Truth(),
    customer=text(),
)
ShelfRowShape = shape(
    "ShelfRow",
    kind=s.ChoiceField(PART_KINDS),
    word=text(),
    name=text(),
    there=Whole(allow_null=True),
    free=Whole(allow_null=True),
    aside=shape("PartAside", rig=Whole(allow_null=True), customer=text(), quantity=Whole())(many=True),
    orders=OrderShape(many=True),
    wanted=Whole(),
    seen=Whole(),
)
ShelfShape = shape(
    "ShelfTold", rows=ShelfRowShape(many=True), orders=OrderShape(many=True), may=s.ListField(child=Text())
)
MoveShape = shape(
    "PartMove",
    kind=s.ChoiceField(PART_KINDS),
    name=Text(max_length=120),
    what=s.ChoiceField(PART_ACTS),
    quantity=Whole(required=False, default=0),
    rig=Whole(required=False, allow_null=True, default=None, **_KEY),
    order=Whole(required=False, allow_null=True, default=None, **_KEY),
    day=Day(required=False, allow_null=True, default=None),
    supplier=Text(required=False, allow_blank=True, max_length=80, default=""),
    why=Text(required=False, allow_blank=True, max_length=200, default=""),
    seen=Whole(required=False, allow_null=True, default=None),
)
MovedShape = shape("PartMoved", says=text(), by=text(), at=s.DateTimeField(), why=text(), customer=text())
RigPartsShape = shape("RigParts", parts=JobPartShape(many=True), may=s.ListField(child=Text()))
NotDoneShape = shape("DayRefused", detail=text(), problems=s.DictField(child=Text()))
