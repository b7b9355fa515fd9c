"""The shapes that the API takes and gives, for its schema and the front end's types.

The data itself is made by `stathmos.core.report`; a test holds the two together.
"""

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers as s

from stathmos.catalogue.shapes import PROVENANCES, EntryShape, StrokeShape, entry_fields, shape, text
from stathmos.core import attitudes, customer, finding, parts_list, places, reading_list, report, selection
from stathmos.core.ratings import State
from stathmos.core.report import build, callouts
from stathmos.core.rig import KINDS
from stathmos.core.signing import STATIONS
from stathmos.people.strict import Asked, AskedNumber, Key, Measure, Text, Truth, Whole
from stathmos.rigs.floor.drawn import REACHED
from stathmos.rigs.models import PART_KINDS

LINK_STATES = [one.value for one in State]
SHARE_STATES = ["light", "inside", "heavy", "cannot tell", "unknown"]
SIGNATURE_STATES = ["signed", "stale", "open"]
CARRIERS = ["vehicle", "trailer"]
LOAD_WHEN = ["aboard", "to_come", "to_come_out"]
BECAME = ["used", "odd one out", "cross-check"]
PART_STATES = [selection.CHOSEN, selection.SERVES, selection.RESERVE, selection.REJECTED, selection.UNKNOWN]


def _maybe(kind: type, **more) -> s.Serializer:
    return kind(allow_null=True, **more)


_PHOTOGRAPHS = s.DictField(
    child=s.ListField(child=shape("Photographed", id=Whole(), revision=Whole(), by=text(), at=s.DateTimeField())()),
    help_text="Photographs of readings, by path, the newest first.",
)
PhotographsShape = shape("Photographs", photographs=_PHOTOGRAPHS)
#: a photograph as it is sent: the picture in base 64; larger ones are refused by name
PhotographShape = shape("Photograph", key=Key(), path=Text(max_length=64), image=Text(max_length=950_000))

BothShape = shape("Both", us=text(), metric=text())


@extend_schema_field({"oneOf": [{"type": "string"}, {"$ref": "#/components/schemas/Both"}]})
class Words(s.Field):
    """A text as it is said in one system of units; by system where both are sent."""


RuleShape = shape("Rule", says=text(), source=text(), authority=text())
TermShape = shape(
    "Term",
    name=text(),
    text=Words(),
    from_=s.ChoiceField(PROVENANCES),
    worked=Truth(help_text="It has a working itself."),
)
WorkingShape = shape("Working", formula=text(), terms=TermShape(many=True), rule=_maybe(RuleShape), note=text())
FigureShape = shape(
    "Figure",
    value=s.FloatField(required=False),
    unit=Text(required=False),
    from_=s.ChoiceField(PROVENANCES, required=False),
    text=Words(required=False),
    spread=Words(required=False, help_text="Expanded uncertainty, k = 2."),
    spread_value=s.FloatField(required=False, help_text="The same in the figure's unit, for drawing."),
    typed=Text(required=False),
    at=Text(required=False, help_text="Where in the answer it stands, to ask for its working."),
    working=WorkingShape(required=False),
    missing=s.ListField(child=Text(), required=False),
    ask=Text(required=False),
)
LinkShape = shape(
    "Link",
    key=text(),
    name=text(),
    part=text(),
    kind=s.ChoiceField(["load", "fit", "presence"]),
    state=s.ChoiceField(LINK_STATES),
    word=text(),
    demand=_maybe(FigureShape),
    rating=_maybe(FigureShape),
    share=s.FloatField(allow_null=True),
    share_text=Text(allow_null=True),
    margin=s.FloatField(allow_null=True),
    margin_text=Words(allow_null=True),
    ask=text(),
    rule=_maybe(RuleShape),
    may_be_over=Truth(help_text="Within its rating, and known so badly that it may be over."),
    waiver=_maybe(shape("LinkWaiver", by=text(), reason=text(), until=s.DateField(allow_null=True))),
)
ChainShape = shape("Chain", links=LinkShape(many=True), weakest=Text(allow_null=True))
PositionShape = shape(
    "Position",
    words=text(),
    orientation=s.ChoiceField(["down", "up"]),
    hole=Whole(),
    rise=s.FloatField(),
    rise_text=Words(),
    way=s.ChoiceField(["rise", "drop"]),
    holes_up=Whole(),
    holes_down=Whole(),
)
PartShape = shape(
    "Part",
    name=text(),
    family=text(),
    state=s.ChoiceField(PART_STATES),
    rule=text(),
    reason=Words(),
    tongue_rating=_maybe(FigureShape),
    tongue_minimum=_maybe(FigureShape),
    gross_rating=_maybe(FigureShape),
    position=_maybe(PositionShape),
    residual_text=Words(allow_null=True),
    sleeve=Text(allow_null=True),
)
DecisionShape = shape(
    "Decision",
    verdict=text(),
    says=Words(),
    reasons=shape("Reason", says=Words(), weight=text(), rule=RuleShape(), ask=text())(many=True),
)
StateShape = shape(
    "CoupledState",
    key=s.ChoiceField(["uncoupled", "bare", "bars"]),
    name=text(),
    **{name: _maybe(FigureShape) for name in build.STATE_FIGURES},
)
PartsShape = shape(
    "PartsList",
    lines=shape(
        "PartsLine",
        quantity=Whole(),
        name=text(),
        what=text(),
        why=Words(),
        state=s.ChoiceField([parts_list.BUY, parts_list.HAVE, parts_list.ASK]),
        price=Text(allow_null=True),
        amount=Text(allow_null=True),
    )(many=True),
    total=text(),
    unpriced=Whole(),
)
_READS = s.ListField(child=Text(), help_text="The figures that would end it, by path, the first to be read first.")
VerdictShape = shape(
    "Verdict",
    state=s.ChoiceField(finding.ORDER),
    says=Words(),
    remedy=Words(),
    station=text(),
    more=Whole(),
    reads=_READS,
    stages=shape("StageState", key=text(), name=text(), state=s.ChoiceField(finding.ORDER))(many=True),
)
FindingShape = shape(
    "Finding",
    key=text(),
    state=s.ChoiceField(finding.ORDER),
    station=text(),
    subject=text(),
    says=Words(),
    remedy=Words(),
    reads=_READS,
)
PoseShape = shape(
    "Pose",
    front_drop=s.FloatField(),
    rear_drop=s.FloatField(),
    ball_height=s.FloatField(),
    trailer_slope=s.FloatField(),
)
ElevationShape = shape(
    "Elevation",
    vehicle_class=text(),
    wheelbase=s.FloatField(),
    ball_x=s.FloatField(),
    receiver_height=s.FloatField(),
    trailer_axle_x=s.FloatField(),
    axle_count=Whole(),
    axle_spacing=s.FloatField(),
    rail_from_x=s.FloatField(),
    rail_to_x=s.FloatField(),
    coupler_height=s.FloatField(),
    bracket_x=s.FloatField(allow_null=True),
    vehicle_body=StrokeShape(many=True),
    trailer_body=StrokeShape(many=True),
    fittings=StrokeShape(many=True),
    uncoupled=PoseShape(),
    bare=PoseShape(),
    coupled=PoseShape(),
    assumed=s.ListField(child=Text()),
)

HitchSpotShape = shape(
    "HitchSpot",
    x=s.FloatField(),
    y=s.FloatField(),
    to_x=s.FloatField(allow_null=True, help_text="The tape's other end, where it is taped."),
    to_y=s.FloatField(allow_null=True),
)
HitchDrawingShape = shape(
    "HitchDrawing",
    strokes=StrokeShape(many=True),
    spots=s.DictField(child=HitchSpotShape()),
    labels=shape("HitchLabel", x=s.FloatField(), y=s.FloatField(), name=text(), says=BothShape())(many=True),
    frame=shape("HitchFrame", left=s.FloatField(), right=s.FloatField(), low=s.FloatField(), top=s.FloatField())(
        help_text="What is shown of it where all of it is, mm."
    ),
)


def _figures(title: str, /, *keys: str, **more: s.Field):
    return shape(title, **{key: FigureShape() for key in keys}, **more)


BandShape = shape(
    "Band",
    key=text(),
    school=text(),
    source=text(),
    authority=text(),
    low=s.FloatField(),
    high=s.FloatField(),
    text=text(),
    state=s.ChoiceField(SHARE_STATES),
    sides=s.ListField(child=s.ChoiceField(["low", "high"])),
    correction_text=Words(allow_null=True),
    way=s.ChoiceField(["more", "less"], allow_null=True),
    ask=text(),
)
LoadShape = shape(
    "PlacedLoad",
    key=text(),
    kind=s.ChoiceField(list(KINDS)),
    word=text(),
    on=s.ChoiceField(CARRIERS),
    when=s.ChoiceField(LOAD_WHEN),
    weight=FigureShape(),
    at=FigureShape(),
    to=FigureShape(),
    to_text=Words(allow_null=True),
    tongue=_maybe(FigureShape),
    x=s.FloatField(allow_null=True),
    to_x=s.FloatField(allow_null=True),
    from_x=s.FloatField(),
    end_x=s.FloatField(),
    writes=text(),
)
CrossedShape = shape("Crossed", name=text(), by=Words(allow_null=True))
MoveShape = shape(
    "Move",
    load=text(),
    says=Words(),
    share_text=text(),
    tongue=Words(allow_null=True),
    front=Words(allow_null=True),
    rear=Words(allow_null=True),
    trailer_axles=Words(allow_null=True),
    each=s.ListField(child=Words(allow_null=True)),
    crosses=CrossedShape(many=True),
    writes=s.DictField(child=EntryShape(allow_null=True)),
)
RemedyShape = shape(
    "Remedy",
    link=text(),
    says=Words(),
    lightens=Truth(),
    crosses=CrossedShape(many=True),
    writes=s.DictField(child=EntryShape(allow_null=True)),
)
OffsetShape = shape(
    "OffsetCompared",
    key=text(),
    name=text(),
    source=text(),
    authority=text(),
    in_force=Truth(),
    offset=FigureShape(),
    ball=FigureShape(),
    apart=FigureShape(),
    position=_maybe(PositionShape),
    rail=FigureShape(),
)
BallUpShape = shape("BallUp", name=text(), diameter=s.FloatField(help_text="mm"))
SettingsShape = shape(
    "Settings",
    counts=shape("SettingCount", kind=text(), row=text(), stepper=text(), count=s.FloatField(), words=text())(
        many=True
    ),
    source=s.ChoiceField(["model", "handbook"]),
    wind=FigureShape(),
    ask=text(),
    restoration=_maybe(FigureShape),
    bar_each=_maybe(FigureShape),
)
RulesShape = shape(
    "Rules",
    share=text(),
    share_authority=text(),
    restoration=text(),
    restoration_authority=text(),
    offset=text(),
    offset_authority=text(),
    reserve=s.FloatField(),
    reserve_text=text(),
    front_loss_text=text(),
)
ToReadShape = shape(
    "ToRead",
    path=text(),
    name=text(),
    read_at=text(),
    why=s.ChoiceField(reading_list.ORDER),
    now=text(),
    decides=s.ListField(child=Text()),
)
_SPEEDS = {
    "low": s.FloatField(allow_null=True),
    "middle": s.FloatField(allow_null=True),
    "high": s.FloatField(allow_null=True),
    "text": Words(allow_null=True),
    "to_text": Words(allow_null=True),
    "middle_text": Words(allow_null=True),
}
SpeedBandShape = shape("SpeedBand", **_SPEEDS)
_AXIS = {
    "marks": shape("SpeedMark", at=s.FloatField(), text=text())(many=True),
    "told_below": s.FloatField(),
    "leaves_out": s.ListField(child=Text()),
}
_CURVE = {
    "curve": _maybe(
        shape(
            "SwayCurve",
            **{name: s.ListField(child=s.FloatField()) for name in ("speeds", "low", "middle", "high", "frequency")},
        )
    ),
    "ask": text(),
    "none_at": _maybe(SpeedBandShape),
    "near_at": _maybe(SpeedBandShape),
    "swings_at": text(),
}
SwayShape = shape(
    "Sway",
    cases=shape("SwayCase", key=text(), name=text(), says=Words(allow_null=True), **_CURVE)(many=True),
    **_AXIS,
)
SwayByShareShape = shape(
    "SwayByShare",
    shares=shape("SwayAtShare", share=s.FloatField(), **_SPEEDS)(many=True),
    now=shape("SwayNow", share=s.FloatField(), **_SPEEDS)(),
    fastest=s.FloatField(),
    **_AXIS,
)
SwayAskShape = shape(
    "SwayAsk",
    load=Text(required=False, allow_blank=True, max_length=60),
    forward=Text(required=False, allow_blank=True, max_length=40, help_text="How much further forward, as typed."),
    speed=Text(required=False, allow_blank=True, max_length=40, help_text="How fast it was towed, as typed."),
    slower=Text(required=False, allow_blank=True, max_length=40, help_text="How much slower, as typed."),
    friction=Truth(required=False, help_text="An add-on friction bar on."),
    system=s.ChoiceField(["us", "metric"], required=False),
)
SwayWhatIfShape = shape(
    "SwayWhatIf",
    now=shape("SwayAsked", **_CURVE)(),
    then=shape("SwayThen", **_CURVE)(),
    says=s.ListField(child=Words()),
    loads=shape("SwayLoad", key=text(), word=text())(many=True),
    **_AXIS,
)
LoadingShape = shape(
    "Loading",
    loads=LoadShape(many=True),
    cases=_figures(
        "Case",
        *("tongue", "gross", "share", "front", "rear", "trailer_axles"),
        key=text(),
        name=text(),
        each=shape("CaseAxle", name=text(), load=FigureShape())(many=True),
    )(many=True),
    moves=MoveShape(many=True),
    sway=SwayShape(),
    weighed=Truth(),
    share_state=s.ChoiceField(SHARE_STATES),
    band=BandShape(),
)
WeightsShape = _figures(
    "Weights",
    *("tongue", "gross", "share", "tongue_standing", "gross_standing", "hitch_load"),
    share_spread=s.FloatField(allow_null=True),
    still_to_change=Whole(),
    ways=shape("Way", key=text(), name=text(), figure=FigureShape(), became=s.ChoiceField(BECAME))(many=True),
    agree=Truth(),
    share_state=s.ChoiceField(SHARE_STATES),
    band=BandShape(),
    schools=BandShape(many=True),
    next=shape(
        "NextReading",
        key=text(),
        name=text(),
        tongue_spread=Words(),
        share_spread=text(),
        settles=s.FloatField(),
        settles_text=text(),
    )(many=True),
    bridge=_figures(
        "Weighbridge",
        *("gross", "restoration", "transferred"),
        passes=s.ListField(child=Whole()),
        closes=Truth(allow_null=True),
        apart_text=Words(allow_null=True),
        tolerance_text=Words(allow_null=True),
        repeat=Words(allow_null=True),
    )(),
    warnings=s.ListField(child=Words()),
    sway=_maybe(SwayByShareShape),
    gross_class=Whole(allow_null=True),
)
AxlesShape = _figures(
    "Axles",
    *("rating", "rate", "spacing"),
    suspension=text(),
    suspension_word=text(),
    weighed=Truth(),
    under=shape(
        "AxlesUnder",
        key=text(),
        name=text(),
        axles=shape(
            "AxleCarries",
            number=Whole(),
            name=text(),
            load=FigureShape(),
            state=s.ChoiceField(LINK_STATES),
            share=s.FloatField(allow_null=True),
            share_text=Text(allow_null=True),
            worse=Truth(),
        )(many=True),
    )(many=True),
    inch=_maybe(
        shape(
            "InchOfNose",
            shares=Truth(),
            told=Truth(),
            axles=shape("AxleMore", name=text(), more=Words(allow_null=True))(many=True),
            tongue=Words(allow_null=True),
        )
    ),
)
RatingsShape = shape(
    "Ratings",
    planned=ChainShape(),
    full=ChainShape(),
    witnesses=shape(
        "Witnessed",
        name=text(),
        by=s.ListField(child=Text()),
        more=Whole(help_text="Besides those named."),
        read_twice=Truth(help_text="And the same."),
        open=Truth(help_text="A misreading of it may contradict nothing, and turn the verdict."),
    )(many=True),
    second_readings=shape(
        "SecondReading",
        path=text(),
        name=text(),
        read_at=text(),
        dimension=text(),
        state=s.ChoiceField(["once", "same", "differs"]),
        writes=text(),
        could=shape("CouldWitness", path=text(), name=text())(many=True),
    )(many=True),
    rules=RulesShape(),
    axles=_maybe(AxlesShape),
    braking=_figures("Braking", *("tongue", "front", "held"), braked=Truth())(many=True),
    remedies=RemedyShape(many=True),
)
HeightsShape = _figures(
    "Heights",
    *("coupler", "receiver", "offset", "settle"),
    *("ball_wanted", "level", "rise_wanted", "ball_standing", "residual", "pitch", "rail"),
    attitudes=_figures(
        "Attitude",
        *("tongue", "settle", "rail"),
        key=s.ChoiceField([attitudes.EMPTY, attitudes.PLANNED, attitudes.FULL]),
        name=text(),
        slope=s.FloatField(allow_null=True),
        within=Truth(allow_null=True),
        says=Words(),
    )(many=True),
    ball_is_measured=Truth(),
    axles=_maybe(AxlesShape),
    shank=_maybe(PartShape),
    school=text(),
    school_authority=text(),
    weight_distributing=Truth(),
    offsets=OffsetShape(many=True),
    states=StateShape(many=True),
    settings=_maybe(SettingsShape),
)
HitchShape = _figures(
    "HitchChoice",
    *("hitch_load", "hitch_load_full", "ball_standing"),
    weight_distributing=Truth(),
    kits=PartShape(many=True),
    balls=PartShape(many=True),
    shanks=PartShape(many=True),
    selected=shape(
        "SelectedSetup",
        fixed=Truth(help_text="Fixed by a signature, until it is changed."),
        would_choose=_maybe(
            shape("WouldChoose", kit=Text(allow_null=True), shank=text(), ball=text(), sleeve=Text(allow_null=True))
        ),
    )(),
    own_balls=BallUpShape(many=True, help_text="The balls of one piece with the mount in force."),
    in_force=shape(
        "InForce",
        kit=Text(allow_null=True),
        shank=Text(allow_null=True),
        ball=Text(allow_null=True),
        sleeve=Text(allow_null=True),
    )(),
    fitted_kit=Text(allow_null=True),
    classes=_maybe(shape("Classes", receiver=Whole(), mount=Whole(), says=text())),
    bracket=_maybe(FigureShape),
    builds=shape(
        "WholeBuild",
        kit=Text(allow_null=True),
        shank=text(),
        ball=text(),
        own_ball=Truth(help_text="Of one piece with its mount."),
        sleeve=Text(allow_null=True),
        position=_maybe(PositionShape),
        residual_text=Words(),
        why=Words(),
        price=Text(allow_null=True),
    )(many=True),
    builds_serving=Whole(),
    builds_tried=Whole(),
    settings=_maybe(SettingsShape),
    parts=PartsShape(),
)
DecisionsShape = shape(
    "Decisions",
    distribution=DecisionShape(),
    sway=DecisionShape(),
    sway_provided=text(),
    sway_says=Words(),
    bars_off=s.ListField(child=Words()),
)
NotesShape = shape(
    "Notes",
    callouts=shape(
        "Callout",
        at=s.ChoiceField(callouts.SPOTS),
        kind=s.ChoiceField([callouts.LOAD, callouts.HEIGHT]),
        text=Words(),
        alarm=Truth(),
    )(many=True),
    spans=shape("Span", from_=s.FloatField(), to=s.FloatField(), text=Words())(many=True),
    alarms=s.ListField(child=Text()),
)
#: the stations that have a live answer
DESK = list(report.ROOMS)
#: what one station shows beside what all of them do; a test holds it to `report.ROOMS`
_READING = shape("AskedReading", path=text(), name=text(), read_at=text())
#: what the first answer says of a trailer
PROVISIONAL = ["fits_whatever", "hangs", "cannot"]
_PROVISIONAL = s.ChoiceField(PROVISIONAL)
FirstAnswerShape = shape(
    "FirstAnswer",
    state=s.ChoiceField([*PROVISIONAL, "not_enough"]),
    says=Words(),
    next=Words(allow_null=True),
    weight_distributing=Truth(),
    fits=s.FloatField(allow_null=True, help_text="In what share of all cases nothing is over."),
    left=_maybe(
        shape("LeftForPeopleAndCargo", least=Words(), most=Words(), driver=Truth(help_text="The driver is in it.")),
        help_text="What is left for people and cargo in the vehicle, from least to most of what is open.",
    ),
    spans=shape(
        "RatingSpan",
        key=text(),
        name=text(),
        low=s.FloatField(),
        high=s.FloatField(),
        low_text=Words(),
        high_text=Words(),
        load=Words(allow_null=True),
        rating=_maybe(FigureShape),
        over=s.FloatField(),
        state=s.ChoiceField(["within", "over", "open"]),
    )(many=True),
    lacking=s.ListField(child=Text()),
    hangs_on=shape(
        "HangsOn",
        closes=_READING(many=True),
        does=text(),
        settles=s.FloatField(),
        settles_text=text(),
        links=s.ListField(child=Text()),
    )(many=True),
    opened=shape("OpenFigure", key=text(), name=text(), low=Words(), high=Words(), closes=_READING(), rule=RuleShape())(
        many=True
    ),
    unread=_READING(many=True),
    labels=_READING(many=True),
)
#: what a customer is shown of a rig, on the screen and on paper
CUSTOMER = {
    "state": s.ChoiceField(choices=finding.ORDER),
    "plain": text(),
    "says": Words(),
    "remedy": Words(),
    "may_load": s.ListField(child=Words()),
    "to_read": s.ListField(child=Text()),
    "build": shape("SheetPart", quantity=Whole(), name=text(), what=text(), state=text())(many=True),
    "cautions": s.ListField(child=Words()),
    "borne": shape(
        "Borne",
        name=text(),
        share=s.FloatField(allow_null=True),
        used=Text(allow_null=True),
        word=s.ChoiceField(choices=customer.WORDS),
    )(many=True),
}
CustomerShape = shape("Customer", **CUSTOMER)
SECTIONS = {
    "customer": CustomerShape(required=False),
    "desk": FirstAnswerShape(required=False),
    "to_read": ToReadShape(many=True, required=False),
    "loading": LoadingShape(required=False),
    "weights": WeightsShape(required=False),
    "ratings": RatingsShape(required=False),
    "heights": HeightsShape(required=False),
    "hitch": HitchShape(required=False),
    "decisions": DecisionsShape(required=False),
}
AnswerEntryShape = shape("AnswerEntry", path=text(), is_=text(), system=s.ChoiceField(["us", "metric"]))
MismatchShape = shape(
    "Mismatch",
    key=text(),
    says=Words(),
    likelier=text(),
    figures=shape("Mismatched", path=text(), name=text())(many=True),
    slips=shape("Slip", says=Words(), writes=AnswerEntryShape(many=True))(many=True),
    as_read=AnswerEntryShape(many=True),
)
AssessmentShape = shape(
    "Assessment",
    verdict=VerdictShape(),
    findings=FindingShape(many=True),
    problems=shape("Contradiction", place=text(), says=Words())(many=True),
    mismatches=MismatchShape(many=True),
    notes=NotesShape(),
    elevation=ElevationShape(),
    **SECTIONS,
)
LotReasonedShape = shape(
    "LotReasoned",
    planned=ChainShape(),
    hitch=HitchShape(),
    rules=RulesShape(),
    offsets=OffsetShape(many=True),
    elevation=ElevationShape(),
    decisions=DecisionsShape(),
)

ProblemShape = shape("Problem", place=text(), says=text())
_STATION, _SYSTEM = s.ChoiceField(DESK), s.ChoiceField(["us", "metric"])
LiveShape = shape(
    "Live",
    station=_STATION,
    system=_SYSTEM,
    assessment=AssessmentShape(),
    what_if=_maybe(
        shape(
            "WhatIf",
            ask=text(),
            state=_maybe(StateShape),
            changes=s.DictField(child=Words(), help_text="Change of each figure, with its sign."),
            says=s.ListField(child=Words()),
            pose=_maybe(PoseShape),
        )
    ),
    problems=ProblemShape(many=True),
    read=s.DictField(child=Text(), help_text="How each figure was read, by path."),
    lengths=s.DictField(child=s.FloatField(), help_text="Each length in mm, by path, for drawing."),
    aside=s.DictField(
        child=shape(
            "LiveAside",
            is_=text(),
            at=s.DateTimeField(allow_null=True),
            why=text(),
            predicted=Text(
                allow_null=True, help_text="What it may be now, by the model; an offer until it is read again."
            ),
        )(),
        help_text="What is saved or typed and does not hold as it is typed now, by path, and why.",
    ),
    back=s.DictField(child=EntryShape(), help_text="What is saved and holds again as it is typed now, by path."),
)
_DRAFT = {
    "entries": s.DictField(child=EntryShape(allow_null=True)),
    "rig": Whole(required=False, allow_null=True, help_text="The saved rig that the entries belong to."),
}
_SHOWN = {
    "station": s.ChoiceField(DESK, required=False, help_text="Which station's answer: Meet's, if left out."),
    "system": s.ChoiceField(["us", "metric"], required=False),
}
WorkingAskShape = shape("WorkingAsk", **_DRAFT, **_SHOWN, at=text())
WhatIfAskShape = shape(
    "WhatIfAsk",
    holes=Whole(required=False),
    settings=s.DictField(child=Whole(), required=False, help_text="So many more of each kind of setting."),
    softer=Whole(required=False, help_text="Per cent."),
    tongue=Text(required=False, allow_blank=True),
    system=s.ChoiceField(["us", "metric"], required=False),
)
DraftShape = shape(
    "Draft",
    **_DRAFT,
    **_SHOWN,
    what_if=WhatIfAskShape(required=False, allow_null=True),
)
CompareShape = shape("Compare", **_DRAFT, vehicle=Text(required=False), trailer=Text(required=False))
ComparedShape = shape(
    "Compared",
    names=s.DictField(child=Text()),
    now=s.DictField(child=BothShape()),
    now_says=BothShape(),
    others=shape(
        "ComparedWay",
        key=text(),
        question=text(),
        name=text(),
        overruled=text(),
        says=BothShape(),
        facts=s.DictField(child=BothShape()),
        differs=s.ListField(child=Text()),
    )(many=True),
)
_SIDE = s.ChoiceField(["trailers", "vehicles"])
WorkingDraftShape = shape("WorkingDraft", **_DRAFT)
_OFFERED = {
    "sleeps": text(),
    "price": Text(allow_null=True),
    "gvwr": _maybe(BothShape),
    "length": _maybe(BothShape),
}
WhichTrailersShape = shape(
    "WhichTrailers",
    counts=shape("WhichCount", state=_PROVISIONAL, count=Whole())(many=True),
    rows=shape(
        "WhichRow",
        name=text(),
        state=_PROVISIONAL,
        distributing=Truth(help_text="With weight-distributing bars: the style in which it fares best."),
        left=_maybe(BothShape, help_text="At the least left for people and cargo in the vehicle."),
        used=s.FloatField(allow_null=True),
        used_text=Text(allow_null=True),
        weakest=text(),
        **_OFFERED,
    )(many=True),
    unread=s.ListField(child=Text(), help_text="What of the vehicle must be read first, by name."),
    waited_for=s.ListField(child=Text(), help_text="What one way to hitch up waits for, by name."),
    problems=ProblemShape(many=True, help_text="What was written and cannot be read; it is judged without."),
)
_FITS = s.ChoiceField(["fits", "not known", "does not fit"])
_WANTED = {
    "system": s.ChoiceField(["us", "metric"], required=False),
    "sleeps_least": Text(required=False, allow_blank=True),
    "length_most": Text(required=False, allow_blank=True),
    "price_most": Text(required=False, allow_blank=True),
}
LotAskShape = shape(
    "LotAsk",
    **_DRAFT,
    side=s.ChoiceField(["trailers", "vehicles"], required=False),
    **_WANTED,
    most=Whole(required=False, min_value=1, help_text="how many pairs are told of"),
)
WhichAskShape = shape("WhichAsk", **_DRAFT, **_WANTED)
PinShape = shape(
    "Pin",
    kind=s.ChoiceField(["trailer", "vehicle", "build", "as_it_is"]),
    name=Text(max_length=200, allow_blank=True),
    kit=Text(required=False, allow_blank=True, max_length=200),
    shank=Text(required=False, allow_blank=True, max_length=200),
    ball=Text(required=False, allow_blank=True, max_length=200),
)
_PINS = PinShape(many=True, min_length=1, max_length=4)
PinsShape = shape("Pins", pins=_PINS)
BesideAskShape = shape("BesideAsk", **_DRAFT, pins=_PINS)
LotShape = shape(
    "Lot",
    side=_SIDE,
    problems=ProblemShape(many=True, help_text="What was written and cannot be read; it is judged without."),
    all=Whole(),
    counts=shape("LotCount", fits=_FITS, count=Whole())(many=True),
    rows=shape(
        "LotRow",
        name=text(),
        fits=_FITS,
        style=text(),
        weakest=text(),
        used=s.FloatField(allow_null=True),
        used_text=Text(allow_null=True),
        left_text=Text(allow_null=True),
        over=s.ListField(child=Text()),
        unknown=s.ListField(child=Text()),
        kit=Text(allow_null=True),
        shank=Text(allow_null=True),
        hole=Text(allow_null=True),
        ball=Text(allow_null=True),
        **_OFFERED,
    )(many=True),
)
LotReasonShape = shape("LotReason", **_DRAFT, side=_SIDE, name=text(), style=text())
WaiveShape = shape(
    "Waive",
    version=Whole(min_value=1),
    link=Text(max_length=24),
    reason=Text(allow_blank=True, max_length=2000),
    until=s.DateField(help_text="The last day on which it holds."),
    system=s.ChoiceField(["us", "metric"], required=False),
)
WithdrawShape = shape(
    "Withdraw",
    version=Whole(min_value=1),
    link=Text(max_length=24),
    reason=Text(allow_blank=True, max_length=2000),
)
TakeOverShape = shape("TakeOver", version=Whole(min_value=1), path=s.ChoiceField(list(PART_KINDS)))

WrittenShape = shape(
    "Written",
    **entry_fields(),
    by=text(),
    at=s.DateTimeField(),
    revision=Whole(),
)
AsideShape = shape(
    "Aside",
    **entry_fields(),
    by=text(),
    at=s.DateTimeField(),
    why=BothShape(help_text="Why it holds no longer."),
)
SignatureShape = shape(
    "Signature",
    station=s.ChoiceField(STATIONS),
    state=s.ChoiceField(SIGNATURE_STATES),
    by=Text(allow_null=True),
    at=s.DateTimeField(allow_null=True),
    brought_from=Text(allow_null=True, help_text="The record that it came along with, where it was not given here."),
    may_sign=Truth(help_text="Whether this person may sign it."),
    changes=shape(
        "SignatureChange",
        path=text(),
        name=text(),
        before=text(),
        after=text(),
        why=_maybe(BothShape, help_text="Why what stood there holds no longer, where that is the change."),
        by=Text(allow_null=True),
        at=s.DateTimeField(allow_null=True),
    )(many=True),
)
RigShape = shape(
    "RigRecord",
    id=Whole(),
    version=Whole(),
    customer=text(),
    vehicle_name=text(),
    trailer_name=text(),
    vehicle_plate=text(),
    trailer_plate=text(),
    previous=Whole(allow_null=True),
    visit=text(),
    advisor=text(),
    practice=Truth(help_text="A rig of the practice bay."),
    changed_at=s.DateTimeField(),
    entries=s.DictField(child=WrittenShape()),
    aside=s.DictField(child=AsideShape(), help_text="What was written last and holds no longer, by path."),
    signatures=SignatureShape(many=True),
    photographs=_PHOTOGRAPHS,
    lowered=shape("LoweredPart", what=text(), name=text(), answer=text())(
        many=True,
        help_text="Parts of which the catalogue lowered a rating since the rig took them over, until their stamp was read.",
    ),
    waivers=shape(
        "RecordWaiver",
        link=text(),
        name=text(),
        by=text(),
        at=s.DateTimeField(),
        reason=text(),
        part=text(),
        until=s.DateField(allow_null=True),
        withdrawn=Truth(),
    )(many=True),
)
PastShape = shape(
    "PastReading",
    path=text(),
    name=text(),
    revision=Whole(),
    typed=text(),
    read=_maybe(BothShape),
    from_=s.ChoiceField(PROVENANCES),
    instrument=text(),
    by=text(),
    at=s.DateTimeField(),
    in_force=Truth(),
    why=_maybe(BothShape, help_text="Why it holds no longer, where it is set aside."),
)
HistoryAskShape = shape(
    "HistoryAsk",
    weighed=Asked(default=False, help_text="only readings and loads"),
    path=s.CharField(allow_blank=True, max_length=64, default="", help_text="only of this figure"),
    first=AskedNumber(default=0, min_value=0, max_value=1_000_000, help_text="so many are passed over"),
)
HistoryShape = shape("History", readings=PastShape(many=True), found=Whole())
SignShape = shape("Sign", station=s.ChoiceField(STATIONS), version=Whole(min_value=1))
ChangeShape = shape(
    "Change",
    version=Whole(required=False, min_value=1),
    customer=Text(required=False, allow_blank=True),
    vehicle_name=Text(required=False, allow_blank=True),
    trailer_name=Text(required=False, allow_blank=True),
    vehicle_plate=Text(required=False, allow_blank=True),
    trailer_plate=Text(required=False, allow_blank=True),
    entries=s.DictField(child=EntryShape(allow_null=True), required=False),
)
NotWrittenShape = shape("NotWritten", detail=text(), problems=s.DictField(child=Text()))
StaleShape = shape(
    "Stale",
    detail=text(),
    theirs=RigShape(),
    yours=Truth(help_text="It was this person who saved, elsewhere."),
)
AnotherAskShape = shape("AnotherAsk", what=s.ChoiceField(CARRIERS), name=text(), plate=text())
AnotherShape = shape(
    "Another",
    key=Text(help_text="What to write at which.vehicle or which.trailer."),
    plate=Text(allow_blank=True, help_text="Its plate, where it was on this rig before."),
    back=s.ListField(child=Text(), help_text="The paths at which something that was read of it holds then."),
)
StripShape = shape(
    "Strip",
    id=Whole(),
    customer=text(),
    vehicle_name=text(),
    trailer_name=text(),
    advisor=text(),
    changed_at=s.DateTimeField(),
    verdict=VerdictShape(),
    elevation=ElevationShape(),
    signatures=SignatureShape(many=True),
    reached=s.ChoiceField(REACHED),
    waits_for=text(),
    archived=Truth(),
)
FloorAskShape = shape(
    "FloorAsk",
    q=s.CharField(allow_blank=True, max_length=120, default=""),
    mine=Asked(default=False),
    state=s.ChoiceField(finding.ORDER, allow_blank=True, default=""),
    reached=s.ChoiceField(REACHED, allow_blank=True, default=""),
    stale=Asked(default=False),
    waits=Asked(default=False),
    archived=Asked(default=False),
    after=s.CharField(allow_blank=True, max_length=80, default=""),
)
FloorShape = shape(
    "Floor",
    strips=StripShape(many=True),
    next=Text(allow_null=True, help_text="The key of the next page."),
    counts=s.DictField(child=Whole(), help_text="How many in each state, of all that are asked for."),
    behind=Whole(help_text="So many are yet to be looked over anew: order and counts go by how they were. Ask again."),
)
FieldShape = shape(
    "Field",
    path=text(),
    label=text(),
    dimension=text(),
    read_at=text(),
    usual=s.ChoiceField(PROVENANCES),
    choices=shape("FieldChoice", value=text(), word=text())(many=True),
    datums=shape("FieldDatum", value=text(), word=text())(many=True),
    parts=Whole(help_text="Into how many parts one of a count may be divided."),
    none=Text(help_text="How it is said that there is none; blank where there always is one."),
    may_write=Truth(help_text="Whether this person may write it."),
)
StepShape = shape(
    "Step",
    text=text(),
    dimension=text(),
    system=s.ChoiceField(["us", "metric"]),
    steps=Whole(min_value=-10000, max_value=10000),
)
PlaceShape = shape("Place", mm=Measure(min_value=-1e5, max_value=1e5), system=s.ChoiceField(["us", "metric"]))
BesideShape = shape(
    "SideBySide",
    sides=shape("BesideSide", key=text(), name=text(), verdict=VerdictShape(), elevation=ElevationShape())(many=True),
    rows=shape(
        "BesideRow",
        key=text(),
        name=text(),
        differs=Truth(),
        cells=shape("BesideCell", says=BothShape(), state=text(), share=s.FloatField(allow_null=True))(many=True),
    )(many=True),
)
SchoolCardShape = shape(
    "SchoolCard",
    field=text(),
    key=text(),
    name=text(),
    means=text(),
    source=text(),
    low=s.FloatField(allow_null=True, help_text="As a share of the question's scale."),
    high=s.FloatField(allow_null=True),
    stages=s.ListField(child=Text()),
)
HousePreviewAskShape = shape("HousePreviewAsk", entries=s.DictField(child=EntryShape(allow_null=True)))
HousePreviewShape = shape(
    "HousePreview",
    changed=shape(
        "PreviewedRig",
        id=Whole(),
        customer=text(),
        before=s.ChoiceField(choices=finding.ORDER),
        after=s.ChoiceField(choices=finding.ORDER),
        says=BothShape(),
    )(many=True),
    same=Whole(),
    left=Whole(help_text="so many were not tried"),
)
VersionShape = shape("Version", version=Whole(), practice=Truth())
StandShape = shape(
    "Stand",
    key=text(),
    name=text(),
    look=text(),
    form=s.ChoiceField(choices=places.FORMS),
    walked=Truth(),
    spots=shape("Spot", path=text(), prints=text(), optional=Truth())(many=True),
)
LoadKindShape = shape(
    "LoadKind",
    key=text(),
    word=text(),
    on=s.ChoiceField(CARRIERS),
    poured=Truth(),
    named=Truth(),
)
SteppedShape = shape("Stepped", text=text())
