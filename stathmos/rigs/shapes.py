"""The shapes that the API takes and gives, for its schema and the front end's types.

The data itself is made by `stathmos.core.report`; a test holds the two together.
"""

from rest_framework import serializers as s

from stathmos.catalogue.shapes import PROVENANCES, EntryShape, shape, text
from stathmos.core import finding, parts_list, reading_list, selection
from stathmos.core.ratings import State
from stathmos.core.report import build
from stathmos.core.rig import KINDS
from stathmos.core.signing import STATIONS
from stathmos.rigs.models import PART_KINDS

LINK_STATES = [one.value for one in State]
SHARE_STATES = ["light", "inside", "heavy", "cannot tell", "unknown"]
SIGNATURE_STATES = ["signed", "stale", "open"]
LOAD_WHEN = ["aboard", "to_come", "to_come_out"]
BECAME = ["used", "odd one out", "cross-check"]
PART_STATES = [selection.CHOSEN, selection.SERVES, selection.RESERVE, selection.REJECTED, selection.UNKNOWN]


def _maybe(kind: type, **more) -> s.Serializer:
    return kind(allow_null=True, **more)


BothShape = shape("Both", us=text(), metric=text())
RuleShape = shape("Rule", says=text(), source=text(), authority=text())
TermShape = shape("Term", name=text(), text=BothShape(), from_=s.ChoiceField(PROVENANCES))
WorkingShape = shape("Working", formula=text(), terms=TermShape(many=True), rule=_maybe(RuleShape), note=text())
FigureShape = shape(
    "Figure",
    value=s.FloatField(required=False),
    unit=s.CharField(required=False),
    from_=s.ChoiceField(PROVENANCES, required=False),
    text=BothShape(required=False),
    spread=BothShape(required=False, help_text="Expanded uncertainty, k = 2."),
    spread_value=s.FloatField(required=False, help_text="The same in the figure's unit, for drawing."),
    typed=s.CharField(required=False),
    working=WorkingShape(required=False),
    missing=s.ListField(child=s.CharField(), required=False),
    ask=s.CharField(required=False),
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
    share_text=s.CharField(allow_null=True),
    margin=s.FloatField(allow_null=True),
    margin_text=_maybe(BothShape),
    ask=text(),
    rule=_maybe(RuleShape),
    may_be_over=s.BooleanField(help_text="Within its rating, and known so badly that it may be over."),
    waiver=_maybe(shape("LinkWaiver", by=text(), reason=text())),
)
ChainShape = shape("Chain", links=LinkShape(many=True), weakest=s.CharField(allow_null=True))
PositionShape = shape(
    "Position",
    words=text(),
    orientation=s.ChoiceField(["down", "up"]),
    hole=s.IntegerField(),
    rise=s.FloatField(),
    rise_text=BothShape(),
    way=s.ChoiceField(["rise", "drop"]),
    holes_up=s.IntegerField(),
    holes_down=s.IntegerField(),
)
PartShape = shape(
    "Part",
    name=text(),
    family=text(),
    state=s.ChoiceField(PART_STATES),
    rule=text(),
    reason=BothShape(),
    tongue_rating=_maybe(FigureShape),
    tongue_minimum=_maybe(FigureShape),
    gross_rating=_maybe(FigureShape),
    position=_maybe(PositionShape),
    residual_text=_maybe(BothShape),
    sleeve=s.CharField(allow_null=True),
)
DecisionShape = shape(
    "Decision",
    verdict=text(),
    says=BothShape(),
    reasons=shape("Reason", says=BothShape(), weight=text(), rule=RuleShape(), ask=text())(many=True),
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
        quantity=s.IntegerField(),
        name=text(),
        what=text(),
        why=BothShape(),
        state=s.ChoiceField([parts_list.BUY, parts_list.HAVE, parts_list.ASK]),
        price=s.CharField(allow_null=True),
        amount=s.CharField(allow_null=True),
    )(many=True),
    total=text(),
    unpriced=s.IntegerField(),
)
VerdictShape = shape(
    "Verdict",
    state=s.ChoiceField(finding.ORDER),
    says=BothShape(),
    remedy=BothShape(),
    station=text(),
    more=s.IntegerField(),
)
FindingShape = shape(
    "Finding",
    key=text(),
    state=s.ChoiceField(finding.ORDER),
    station=text(),
    subject=text(),
    says=BothShape(),
    remedy=BothShape(),
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
    axle_count=s.IntegerField(),
    axle_spacing=s.FloatField(),
    rail_from_x=s.FloatField(),
    rail_to_x=s.FloatField(),
    coupler_height=s.FloatField(),
    bracket_x=s.FloatField(allow_null=True),
    uncoupled=PoseShape(),
    bare=PoseShape(),
    coupled=PoseShape(),
    assumed=s.ListField(child=s.CharField()),
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
    correction_text=_maybe(BothShape),
    way=s.ChoiceField(["more", "less"], allow_null=True),
    ask=text(),
)
LoadShape = shape(
    "PlacedLoad",
    key=text(),
    kind=s.ChoiceField(list(KINDS)),
    word=text(),
    on=s.ChoiceField(["vehicle", "trailer"]),
    when=s.ChoiceField(LOAD_WHEN),
    weight=FigureShape(),
    at=FigureShape(),
    to=FigureShape(),
    to_text=_maybe(BothShape),
    tongue=_maybe(FigureShape),
    x=s.FloatField(allow_null=True),
    to_x=s.FloatField(allow_null=True),
    from_x=s.FloatField(),
    end_x=s.FloatField(),
    writes=text(),
)
CrossedShape = shape("Crossed", name=text(), by=_maybe(BothShape))
WritesShape = shape(
    "MoveWrites",
    us=s.DictField(child=EntryShape(allow_null=True)),
    metric=s.DictField(child=EntryShape(allow_null=True)),
)
MoveShape = shape(
    "Move",
    load=text(),
    says=BothShape(),
    share_text=text(),
    tongue=_maybe(BothShape),
    front=_maybe(BothShape),
    rear=_maybe(BothShape),
    trailer_axles=_maybe(BothShape),
    crosses=CrossedShape(many=True),
    writes=WritesShape(),
)
RemedyShape = shape(
    "Remedy",
    link=text(),
    says=BothShape(),
    lightens=s.BooleanField(),
    crosses=CrossedShape(many=True),
    writes=WritesShape(),
)
OffsetShape = shape(
    "OffsetCompared",
    key=text(),
    name=text(),
    source=text(),
    authority=text(),
    in_force=s.BooleanField(),
    offset=FigureShape(),
    ball=FigureShape(),
    apart=FigureShape(),
    position=_maybe(PositionShape),
    rail=FigureShape(),
)
SettingsShape = shape(
    "Settings",
    counts=shape("SettingCount", kind=text(), row=text(), stepper=text(), count=s.IntegerField(), words=text())(
        many=True
    ),
    source=s.ChoiceField(["model", "handbook"]),
    wind=FigureShape(),
    ask=text(),
)
AssessmentShape = shape(
    "Assessment",
    verdict=VerdictShape(),
    findings=FindingShape(many=True),
    rules=shape(
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
    )(),
    weights=_figures(
        "Weights",
        *("tongue", "gross", "share", "tongue_standing", "gross_standing", "hitch_load", "hitch_load_full"),
        share_spread=s.FloatField(allow_null=True),
        still_to_change=s.IntegerField(),
        ways=shape("Way", key=text(), name=text(), figure=FigureShape(), became=s.ChoiceField(BECAME))(many=True),
        agree=s.BooleanField(),
        share_state=s.ChoiceField(SHARE_STATES),
        band=BandShape(),
        schools=BandShape(many=True),
        next=shape(
            "NextReading",
            key=text(),
            name=text(),
            tongue_spread=BothShape(),
            share_spread=text(),
            settles=s.FloatField(),
            settles_text=text(),
        )(many=True),
        bridge=_figures(
            "Weighbridge",
            *("gross", "restoration", "transferred"),
            passes=s.ListField(child=s.IntegerField()),
            closes=s.BooleanField(allow_null=True),
            apart_text=_maybe(BothShape),
            tolerance_text=_maybe(BothShape),
            repeat=_maybe(BothShape),
        )(),
        warnings=BothShape(many=True),
        gross_class=s.IntegerField(allow_null=True),
    )(),
    loading=_figures(
        "Loading",
        *("front", "rear", "aboard"),
        loads=LoadShape(many=True),
        cases=_figures(
            "Case", *("tongue", "gross", "share", "front", "rear", "trailer_axles"), key=text(), name=text()
        )(many=True),
        moves=MoveShape(many=True),
        weighed=s.BooleanField(),
    )(),
    to_read=shape(
        "ToRead",
        path=text(),
        name=text(),
        read_at=text(),
        why=s.ChoiceField(reading_list.ORDER),
        now=text(),
        decides=s.ListField(child=s.CharField()),
    )(many=True),
    problems=shape("Contradiction", place=text(), says=BothShape())(many=True),
    heights=_figures(
        "Heights",
        *("coupler", "receiver", "offset", "settle"),
        *("ball_wanted", "rise_wanted", "ball_standing", "residual", "pitch", "rail"),
        ball_is_measured=s.BooleanField(),
    )(),
    hitch=shape(
        "HitchChoice",
        weight_distributing=s.BooleanField(),
        kits=PartShape(many=True),
        balls=PartShape(many=True),
        shanks=PartShape(many=True),
        in_force=shape(
            "InForce",
            kit=s.CharField(allow_null=True),
            shank=s.CharField(allow_null=True),
            ball=s.CharField(allow_null=True),
            sleeve=s.CharField(allow_null=True),
        )(),
        fitted_kit=s.CharField(allow_null=True),
        bracket=_maybe(FigureShape),
        builds=shape(
            "WholeBuild",
            kit=s.CharField(allow_null=True),
            shank=text(),
            ball=text(),
            position=_maybe(PositionShape),
            residual_text=BothShape(),
            why=BothShape(),
            price=s.CharField(allow_null=True),
        )(many=True),
        builds_serving=s.IntegerField(),
        builds_tried=s.IntegerField(),
        settings=_maybe(SettingsShape),
    )(),
    decisions=shape(
        "Decisions",
        distribution=DecisionShape(),
        sway=DecisionShape(),
        sway_provided=text(),
        sway_says=BothShape(),
        bars_off=BothShape(many=True),
    )(),
    offsets=OffsetShape(many=True),
    states=StateShape(many=True),
    parts=PartsShape(),
    remedies=RemedyShape(many=True),
    planned=ChainShape(),
    full=ChainShape(),
    elevation=ElevationShape(),
)

_WHOLE = AssessmentShape().fields
LotReasonedShape = shape(
    "LotReasoned", **{key: _WHOLE[key] for key in ("planned", "hitch", "rules", "offsets", "elevation", "decisions")}
)

ProblemShape = shape("Problem", place=text(), says=text())
LiveShape = shape(
    "Live",
    assessment=AssessmentShape(),
    what_if=_maybe(
        shape(
            "WhatIf",
            ask=text(),
            state=_maybe(StateShape),
            changes=s.DictField(child=BothShape(), help_text="Change of each figure, with its sign."),
            says=BothShape(many=True),
            pose=_maybe(PoseShape),
        )
    ),
    problems=ProblemShape(many=True),
    read=s.DictField(child=BothShape(), help_text="How each figure was read, by path, in both systems."),
    lengths=s.DictField(child=s.FloatField(), help_text="Each length in mm, by path, for drawing."),
)
_DRAFT = {
    "entries": s.DictField(child=EntryShape()),
    "rig": s.IntegerField(required=False, allow_null=True, help_text="The saved rig that the entries belong to."),
}
DraftShape = shape(
    "Draft",
    **_DRAFT,
    what_if=shape(
        "WhatIfAsk",
        holes=s.IntegerField(required=False),
        settings=s.DictField(child=s.IntegerField(), required=False, help_text="So many more of each kind of setting."),
        softer=s.IntegerField(required=False, help_text="Per cent."),
        tongue=s.CharField(required=False, allow_blank=True),
        system=s.ChoiceField(["us", "metric"], required=False),
    )(required=False, allow_null=True),
)
CompareShape = shape("Compare", **_DRAFT, vehicle=s.CharField(required=False), trailer=s.CharField(required=False))
ComparedShape = shape(
    "Compared",
    names=s.DictField(child=s.CharField()),
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
        differs=s.ListField(child=s.CharField()),
    )(many=True),
)
_SIDE = s.ChoiceField(["trailers", "vehicles"])
LotAskShape = shape(
    "LotAsk",
    **_DRAFT,
    side=_SIDE,
    system=s.ChoiceField(["us", "metric"], required=False),
    sleeps_least=s.CharField(required=False, allow_blank=True),
    length_most=s.CharField(required=False, allow_blank=True),
    price_most=s.CharField(required=False, allow_blank=True),
)
LotShape = shape(
    "Lot",
    side=_SIDE,
    problems=ProblemShape(many=True, help_text="What was written and cannot be read; it is judged without."),
    all=s.IntegerField(),
    rows=shape(
        "LotRow",
        name=text(),
        fits=s.ChoiceField(["fits", "not known", "does not fit"]),
        style=text(),
        weakest=text(),
        used=s.FloatField(allow_null=True),
        used_text=s.CharField(allow_null=True),
        left_text=s.CharField(allow_null=True),
        over=s.ListField(child=s.CharField()),
        unknown=s.ListField(child=s.CharField()),
        kit=s.CharField(allow_null=True),
        shank=s.CharField(allow_null=True),
        hole=s.CharField(allow_null=True),
        ball=s.CharField(allow_null=True),
        sleeps=text(),
        price=s.CharField(allow_null=True),
        gvwr=_maybe(BothShape),
        length=_maybe(BothShape),
    )(many=True),
)
LotReasonShape = shape("LotReason", **_DRAFT, side=_SIDE, name=text(), style=text())
WaiveShape = shape(
    "Waive",
    version=s.IntegerField(min_value=1),
    link=s.CharField(max_length=24),
    reason=s.CharField(allow_blank=True, max_length=2000),
)
TakeOverShape = shape("TakeOver", version=s.IntegerField(min_value=1), path=s.ChoiceField(list(PART_KINDS)))

WrittenShape = shape(
    "Written",
    is_=text(),
    from_=s.ChoiceField(PROVENANCES),
    system=s.ChoiceField(["us", "metric"]),
    datum=s.CharField(required=False),
    by=text(),
    at=s.DateTimeField(),
    revision=s.IntegerField(),
)
SignatureShape = shape(
    "Signature",
    station=s.ChoiceField(STATIONS),
    state=s.ChoiceField(SIGNATURE_STATES),
    by=s.CharField(allow_null=True),
    at=s.DateTimeField(allow_null=True),
    changes=shape(
        "SignatureChange",
        path=text(),
        name=text(),
        before=text(),
        after=text(),
        by=s.CharField(allow_null=True),
        at=s.DateTimeField(allow_null=True),
    )(many=True),
)
RigShape = shape(
    "RigRecord",
    id=s.IntegerField(),
    version=s.IntegerField(),
    customer=text(),
    vehicle_name=text(),
    trailer_name=text(),
    vehicle_plate=text(),
    trailer_plate=text(),
    previous=s.IntegerField(allow_null=True),
    visit=text(),
    advisor=text(),
    changed_at=s.DateTimeField(),
    entries=s.DictField(child=WrittenShape()),
    signatures=SignatureShape(many=True),
    waivers=shape("RecordWaiver", link=text(), name=text(), by=text(), at=s.DateTimeField(), reason=text())(many=True),
)
PastShape = shape(
    "PastReading",
    path=text(),
    name=text(),
    revision=s.IntegerField(),
    typed=text(),
    read=_maybe(BothShape),
    from_=s.ChoiceField(PROVENANCES),
    instrument=text(),
    by=text(),
    at=s.DateTimeField(),
    in_force=s.BooleanField(),
)
SignShape = shape("Sign", station=s.ChoiceField(STATIONS), version=s.IntegerField(min_value=1))
ChangeShape = shape(
    "Change",
    version=s.IntegerField(required=False, min_value=1),
    customer=s.CharField(required=False, allow_blank=True),
    vehicle_name=s.CharField(required=False, allow_blank=True),
    trailer_name=s.CharField(required=False, allow_blank=True),
    vehicle_plate=s.CharField(required=False, allow_blank=True),
    trailer_plate=s.CharField(required=False, allow_blank=True),
    entries=s.DictField(child=EntryShape(allow_null=True), required=False),
)
NotWrittenShape = shape("NotWritten", detail=text(), problems=s.DictField(child=s.CharField()))
StaleShape = shape("Stale", detail=text(), theirs=RigShape())
StripShape = shape(
    "Strip",
    id=s.IntegerField(),
    customer=text(),
    vehicle_name=text(),
    trailer_name=text(),
    advisor=text(),
    changed_at=s.DateTimeField(),
    verdict=VerdictShape(),
    elevation=ElevationShape(),
    signatures=SignatureShape(many=True),
    reached=text(),
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
)
StepShape = shape(
    "Step",
    text=text(),
    dimension=text(),
    system=s.ChoiceField(["us", "metric"]),
    steps=s.IntegerField(min_value=-10000, max_value=10000),
)
PlaceShape = shape("Place", mm=s.FloatField(min_value=-1e5, max_value=1e5), system=s.ChoiceField(["us", "metric"]))
LoadKindShape = shape(
    "LoadKind",
    key=text(),
    word=text(),
    on=s.ChoiceField(["vehicle", "trailer"]),
    poured=s.BooleanField(),
    named=s.BooleanField(),
)
SteppedShape = shape("Stepped", text=text())
