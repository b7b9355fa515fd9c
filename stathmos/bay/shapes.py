"""The shapes of the bay's answers; the data is made by `stathmos.core.report.bay`."""

from rest_framework import serializers as s

from stathmos.catalogue.shapes import PROVENANCES, EntryShape, shape, text
from stathmos.core import finding
from stathmos.core.places import FORMS
from stathmos.people.strict import Key, Text, Truth, Whole
from stathmos.rigs.shapes import (
    BallUpShape,
    BothShape,
    ElevationShape,
    FigureShape,
    FindingShape,
    HitchDrawingShape,
    RigShape,
    RuleShape,
)

CHECK_STATES = list(finding.ORDER)
_TEXTS = s.ListField(child=Text())


def _maybe(kind: type, **more) -> s.Serializer:
    return kind(allow_null=True, **more)


def _flag() -> s.ChoiceField:
    return s.ChoiceField(CHECK_STATES)


CheckShape = shape(
    "Check", key=text(), name=text(), state=_flag(), says=BothShape(), why=text(), paths=_TEXTS, rule=_maybe(RuleShape)
)
QuestionShape = shape(
    "Question",
    path=text(),
    ask=text(),
    why=text(),
    kind=text(),
    hold=text(),
    side=text(),
    answered=Truth(),
    optional=Truth(help_text="A check more, without which the work is whole."),
    parts=Whole(help_text="Into how many parts one of a count may be divided."),
    none=Text(help_text="How it is said that there is none; blank where there always is one."),
    balls=BallUpShape(many=True, help_text="A mount's own balls, each of which may be up."),
    page=text(),
    so=Text(help_text="What one press for the whole screen writes; blank where the fitter must say."),
    ends=s.ListField(child=Text(), help_text="The answers after which nothing further is asked there."),
    near=s.FloatField(allow_null=True, help_text="About what a height is expected to be, mm."),
    offers=shape("QuestionOffer", value=text(), word=text())(many=True),
    believed=_maybe(
        shape(
            "Believed",
            least=s.FloatField(help_text="In the core's unit: mm, kPa, or a count."),
            most=s.FloatField(),
            too_small=BothShape(),
            too_large=BothShape(),
            beside=shape(
                "BesideFigure",
                path=text(),
                value=s.FloatField(allow_null=True, help_text="mm"),
                most=s.FloatField(help_text="How far off it may be unasked, mm."),
                what=text(),
            )(many=True),
        )
    ),
)
BayStepShape = shape("BayStep", does=text(), why=text(), caution=text(), hold=Text())
SectionShape = shape(
    "BaySection",
    key=text(),
    name=text(),
    kind=s.ChoiceField(["tools", "questions", "steps", "coach", "torque", "result"]),
    state=s.ChoiceField(["open", "part done", "complete"]),
    questions=QuestionShape(many=True),
    steps=BayStepShape(many=True),
    off=BayStepShape(many=True, help_text="How it is undone again."),
    joints=_TEXTS,
    unsafe=shape("Unsafe", name=text(), state=_flag())(
        many=True, help_text="What must be tight or made sure before it, and is not."
    ),
)
WindowShape = shape(
    "BayWindow",
    key=text(),
    name=text(),
    rule=_maybe(RuleShape),
    in_force=Truth(),
    authority=text(),
    verdict=text(),
    says=BothShape(),
    rear_says=_maybe(BothShape),
    likely_text=Text(allow_null=True),
    low=s.FloatField(allow_null=True),
    high=s.FloatField(allow_null=True),
    aim=s.FloatField(allow_null=True),
    low_text=_maybe(BothShape),
    high_text=_maybe(BothShape),
    aim_text=_maybe(BothShape),
)
LineShape = shape(
    "BayLine",
    low=s.FloatField(),
    high=s.FloatField(),
    stops=shape(
        "BayLineStop",
        key=text(),
        at=s.FloatField(),
        front_text=_maybe(BothShape),
        rear_text=_maybe(BothShape),
    )(many=True),
    schools=shape(
        "BayLineSchool",
        key=text(),
        name=text(),
        in_force=Truth(),
        meets=s.BooleanField(allow_null=True),
        spans=shape("BayLineSpan", end=text(), low=s.FloatField(), high=s.FloatField(), is_outside=Truth())(many=True),
    )(many=True),
)
NextShape = shape(
    "BayNext",
    verdict=text(),
    says=BothShape(),
    why=BothShape(),
    asks=Text(allow_blank=True, help_text="The path of what is read once more, where that is next."),
    entries=s.DictField(child=EntryShape()),
    front=s.FloatField(allow_null=True),
    front_text=_maybe(BothShape),
    front_spread=s.FloatField(allow_null=True),
    front_spread_text=_maybe(BothShape),
    rail_text=_maybe(BothShape),
    rail_spread_text=_maybe(BothShape),
    rail_way=Text(allow_null=True),
    likely_text=Text(allow_null=True),
)
ReachShape = shape(
    "Reach", wrench=text(), verdict=text(), says=BothShape(), extension=_maybe(BothShape), set_to=_maybe(BothShape)
)
FastenerShape = shape(
    "Fastener",
    key=text(),
    joint=text(),
    of=Text(help_text="What its joint is called."),
    hold=Text(help_text="Its place in the drawing."),
    evenly=Text(help_text="How several of it are drawn tight; blank where it does not matter."),
    name=text(),
    least=_maybe(BothShape),
    most=_maybe(BothShape),
    target=_maybe(BothShape),
    target_exact=_maybe(BothShape),
    wanted=BothShape(),
    by=text(),
    feel=text(),
    turn=text(),
    later=text(),
    by_flats=Truth(help_text="Its turn is counted by the nut's flats."),
    bolt_across=_maybe(BothShape),
    turned_later=Truth(),
    tight=Truth(),
    method=text(),
    across=_maybe(BothShape),
    state=_flag(),
    says=BothShape(),
    reached=_maybe(BothShape),
    turned=Truth(),
    marked=Truth(),
    wrench=text(),
    found=_maybe(BothShape, help_text="What it was tightened to on an earlier visit."),
    witness=text(),
)
FitShape = shape(
    "Fit",
    kit=Text(allow_null=True),
    bars=Truth(),
    kept=s.ListField(child=Text(), help_text="What its family wants of whoever tows with it."),
    order=text(),
    elevation=ElevationShape(),
    hitch=HitchDrawingShape(),
    loaded=Text(help_text="The state in which the hitch carries, in words; blank for a plain mount."),
    sections=SectionShape(many=True),
    next_trials=_maybe(
        shape(
            "NextTrials",
            keys=s.ListField(child=Text(), help_text="Of the trials that can be begun next, in order."),
            questions=QuestionShape(many=True, help_text="What the first of them asks."),
        )
    ),
    checks=CheckShape(many=True),
    beside=shape(
        "Beside",
        key=text(),
        name=text(),
        planned=FigureShape(),
        measured=FigureShape(),
        state=_flag(),
        says=BothShape(),
    )(many=True),
    refit=_maybe(BothShape),
    states=shape(
        "BayStates", **{key: FigureShape() for key in ("front_a", "front_b", "rear_a", "rear_b", "rise", "drop")}
    )(),
    tried=shape(
        "Tried",
        number=Whole(),
        key=text(),
        counted=shape("Counted", kind=text(), row=text(), count=Text(allow_null=True))(many=True),
        hole=Whole(allow_null=True),
        front=FigureShape(),
        rear=FigureShape(),
        restoration=FigureShape(),
        void=Truth(),
    )(many=True),
    windows=WindowShape(many=True),
    line=_maybe(LineShape),
    opposite=_maybe(BothShape),
    rates=shape("Rates", front=FigureShape(), rear=FigureShape(), noise=_TEXTS)(),
    restoration=shape(
        "Restoration",
        tape=FigureShape(),
        bridge=FigureShape(),
        gauge=FigureShape(),
        together=FigureShape(),
        apart=Truth(),
    )(),
    axles=shape("BayAxle", name=text(), load=FigureShape(), worse=Truth())(many=True),
    loads=_maybe(shape("BayLoads", **{key: FigureShape() for key in ("front", "rear", "trailer_axles", "bar_each")})),
    attitude=FigureShape(),
    next=_maybe(NextShape),
    effects=shape("Effect", kind=text(), name=text(), moves=BothShape(), way=text(), spread=BothShape())(many=True),
    proofs=CheckShape(many=True),
    torque=FastenerShape(many=True),
    methods=shape(
        "TorqueMethod", value=text(), word=text(), counted=Truth(help_text="Counted by eye: no torque is read.")
    )(many=True),
    served=shape("Served", joint=text(), name=text(), reaches=ReachShape(many=True), best=_maybe(ReachShape))(
        many=True
    ),
    tools=shape("Tool", name=BothShape(), purpose=BothShape(), state=_flag())(many=True),
    findings=FindingShape(many=True),
)
BayShape = shape("Bay", rig=RigShape(), bay=FitShape())
ParcelShape = shape(
    "Parcel",
    key=Key(),
    entries=s.DictField(child=EntryShape(allow_null=True)),
    seen=s.DictField(child=Whole(min_value=0), required=False),
)
RoundShape = shape(
    "Round",
    rig=RigShape(),
    stops=shape(
        "Stop",
        key=text(),
        name=text(),
        look=text(),
        form=s.ChoiceField(choices=FORMS),
        open=Whole(help_text="How many of them nobody has answered."),
        asks=shape(
            "Ask",
            question=QuestionShape(),
            prints=text(),
            decides=_TEXTS,
            usual=s.ChoiceField(PROVENANCES),
            mismatch=BothShape(allow_null=True),
            datums=shape("AskDatum", value=text(), word=text())(many=True),
        )(many=True),
    )(many=True),
)
BetweenShape = shape("Between", detail=text(), theirs=s.DictField(child=EntryShape()))
ExtensionShape = shape(
    "Extension",
    joint=text(),
    wrench=text(),
    extension=text(),
    system=s.ChoiceField(["us", "metric"]),
)
