"""Families of hitches: how each is set, proved, tightened and spoken of. All that differs between them is data here.

What a family's bars are set by stands with each kit (`settings`); what is looked at, in `looks`; its bolts, in `joints`.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.looks import OF_EVERY_RIG, PAST
from stathmos.core.mounts import AT_THE_HEAD

_LOADED = "A loaded bar or lever can injure: stand clear of its end."
_JACKED = "Jack on level ground only."


@dataclass(frozen=True, kw_only=True)
class Words:
    """One step, with why, and the caution where it can hurt."""

    does: str
    why: str
    caution: str = ""


@dataclass(frozen=True, kw_only=True)
class Family:
    """One way of distributing weight, or of carrying it.

    ``hold`` is what holds the bars; ``mounted`` is how it is mounted, step by step; ``looks`` are looked at, in the order of the work. ``before``: what is done before the bars go
    on, in the bay; ``lift``, ``put_on`` (with the setting behind it), ``secure``: steps of coupling; ``unload``, ``take_off``: of
    uncoupling. ``no_sway_control``: what a kit without it says, behind its name. ``friction``: what built-in sway control works by.
    ``tightened``: its joints in their order, those before the bars go on first. ``card``: what the customer is told. ``cautions``
    stand beside the rest. ``gauged``: a gauge under its ball is read; ``levered``: its bars go on with the rig lifted, so that it is
    asked how they did. ``bars``: whether it has any. ``turning``: the friction, N·m, by which built-in sway control holds the
    hitch's turning: from memory, to be verified, and known to half either way.
    """

    key: str
    words: str
    hold: str = ""
    bars: bool = True
    looks: tuple[str, ...]
    mounted: tuple[str, ...] = ("shank", "hole", *AT_THE_HEAD, "plate")
    before: tuple[Words, ...] = ()
    lift: Words | None = None
    put_on: str = ""
    secure: str = ""
    unload: Words | None = None
    take_off: Words | None = None
    no_sway_control: str = ""
    friction: str = ""
    turning: float = 300.0
    first: tuple[str, ...] = ("ball_nut", "frame_bolts")
    last: tuple[str, ...] = ("head_bolts", "bracket_bolts")
    card: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    gauged: bool = False
    levered: bool = True

    @property
    def reaches_past(self) -> bool:
        """Whether its bars end so far past their brackets; else they end at them."""
        return PAST in self.looks

    @property
    def tightened(self) -> tuple[str, ...]:
        """Its joints in the order in which they are tightened."""
        return (*self.first, *self.last)


_LIFT = Words(
    does="Jack on until the rig has lifted about 3 in.", why="Lifted, the bars go on without a fight.", caution=_JACKED
)
_UNLOAD = Words(
    does="Latch closed still, jack until the rig has lifted about 3 in and the bars hang free.",
    why="Unloaded bars come off by hand.", caution=_LOADED,
)  # fmt: skip
_OFF = Words(
    does="Bars off and stowed.", why="Never open the latch with bars loaded.", caution="Stand clear of a loaded lever."
)
_GREASE = "Grease the ball and the bars' pivots where the hitch handbook wants it; never the friction faces."
_BEDS_IN = "New friction faces groan until they have bedded in, some hundred miles; groaning that stays is looked at."

_ON_BRACKETS = ("shank", "hole", *AT_THE_HEAD, "studs", "plate", "teeth", "pads")

FAMILIES: dict[str, Family] = {
    family.key: family
    for family in (
        Family(
            key="l_bracket", words="rigid bars on L-brackets", hold="brackets", turning=500.0, friction="by friction, and only with the bars flat on their brackets, parallel with the frame",
            mounted=_ON_BRACKETS, looks=("bars_way_up", "lines_clear", "parallel", "flat", "past", "ground", *OF_EVERY_RIG),
            before=(
                Words(does="Jack up until the rig has lifted about 3 in, bars into the head, then up with the snap-up lever.", why="Lifted, they go on without a fight.", caution=_LOADED),
            ),
            lift=_LIFT, put_on="Bars on and into their brackets", secure="Pins and clips in both brackets.", unload=_UNLOAD, take_off=_OFF,
            no_sway_control="has none built in: it needs an add-on friction bar.", last=("head_bolts", "bracket_bolts", "angle_bolt"),
            card=(_GREASE, _BEDS_IN),
        ),
        Family(
            key="tilt_head", words="rigid bars on L-brackets, head with tilt positions", hold="brackets", turning=500.0,
            friction="by friction, and only with the bars flat on their brackets, parallel with the frame",
            mounted=_ON_BRACKETS, looks=("bars_way_up", "bracket_mark", "lines_clear", "parallel", "flat", "past", "ground", *OF_EVERY_RIG),
            before=(
                Words(does="Brackets 4 in in from the bars' ends, bars nearly horizontal.", why="There the head's table of bar heights holds."),
                Words(does="Jack up until the rig has lifted about 3 in before a bar goes on.", why="Lifted, they go on without a fight.", caution=_LOADED),
            ),
            lift=_LIFT, put_on="Bars on and into their brackets", secure="Pins and clips in both brackets.", unload=_UNLOAD, take_off=_OFF,
            no_sway_control="has none built in: it needs an add-on friction bar.", card=(_GREASE, _BEDS_IN),
        ),
        Family(
            key="chain", words="bars on chains", hold="chains", friction="by its maker's own means",
            looks=("lines_clear", "same_end", "chains_square", "slant", "levers_pinned", "ground", *OF_EVERY_RIG),
            before=(
                Words(does="Brackets where the bars end, so that the chains hang square to the frame.", why="A chain at a slant pulls its bracket along."),
                Words(does="Raise the rig 1 to 3 in by the jack before a lever goes up.", why="Raised, the lever goes up by hand.", caution=_LOADED),
            ),
            lift=Words(does="Jack on until the rig has lifted 1 to 3 in.", why="Lifted, the levers go up without a fight.", caution=_JACKED),
            put_on="Bars on, chains up", secure="Levers up and safety pins in.",
            unload=Words(does="Latch closed still, jack until the rig has lifted 1 to 3 in and the chains hang slack.", why="Slack chains come off by hand.", caution=_LOADED),
            take_off=Words(does="Safety pins out, levers down, bars off and stowed.", why="Never open the latch with bars loaded.", caution="Stand clear of a loaded lever."),
            no_sway_control="hangs its bars on chains and has none: it needs an add-on friction bar, to be taken off before reversing.",
            card=(_GREASE, "Count the working links each time, from the same end on both sides."),
        ),
        Family(
            key="tension_chain", words="tension chains, friction in the head", hold="chains", levered=False, turning=600.0, friction="by friction in its head, pressed by set screws",
            looks=("plate_square", "lines_clear", "raised", "chains_tight", "springs_squeezed", "set_screws", *OF_EVERY_RIG),
            before=(
                Words(does="Couple, and raise the vehicle 1 to 2 in above where it stands uncoupled.", why="Tensioned there and lowered, the chains take the load.", caution="Keep clear from under it."),
                Words(does="Hand tight with about one thread showing, then 3 to 4 threads more, both sides even; then lower.", why="Even chains leave the head straight."),
            ),
            lift=Words(does="Jack on until the chains can be hooked by hand.", why="They carry only once it is lowered.", caution=_JACKED),
            put_on="Chains hooked and tensioned", secure="Lock nuts on, and both chains as tight as each other.",
            unload=Words(does="Latch closed still, jack until both chains hang slack.", why="A slack chain comes off by hand.", caution="A loaded chain can injure: stand clear of it."),
            take_off=Words(does="Nuts back, chains off and stowed.", why="Never open the latch with chains loaded.", caution="Stand clear of a loaded chain."),
            no_sway_control="has its friction in the head: by its handbook.", last=("head_bolts", "bracket_bolts"),
            card=("The threads showing on both sides are those of this card: a nut that has turned is found by them.", _BEDS_IN),
        ),
        Family(
            key="hydraulic", words="hydraulic lift bar", hold="pump bracket", levered=False, friction="by its maker's own means",
            mounted=("shank", "hole"),
            looks=(
                "cylinder_in", "valve_open", "vent_on", "pin_hole", "bracket_hole", "extension_on", "square_centred", "lines_clear",
                "tray_clear", "cover_clear", "handle_free", "jack_tube", *OF_EVERY_RIG,
            ),
            before=(
                Words(does="Jack up and clear. Pin through the load bar's center hole and the cylinder's eye; the top hole if it will not reach.", why="The pin joins the bar to the cylinder.", caution="Oil under pressure injures: never loosen a line."),
                Words(does="Valve open, press the bar down until the cylinder is fully out, and hook the bar onto the head.", why="Out, it has its whole stroke to draw in."),
                Words(does="Close the valve, and pump.", why="Pumping draws the cylinder in and lifts the bar: less chrome is more lift.", caution="Stand clear of the bar."),
            ),
            lift=Words(does="Release valve open, bar pressed down until the cylinder is fully out.", why="Out, it has its whole stroke to draw in."),
            put_on="Bar hooked onto the head and latched, valve closed, pumped up", secure="Handle stowed and clipped, valve closed, cover closed.",
            unload=Words(does="Latch closed still, open the release valve slowly until the chrome is all out.", why="With the cylinder out the bar carries nothing.", caution="Stand clear of the bar."),
            take_off=Words(does="Release lever open, bar slid off the head onto its holder.", why="Never open the latch with the bar loaded."),
            no_sway_control="has none built in: it needs an add-on friction bar.",
            first=("ball_nut", "frame_bolts", "head_bolts", "pump_bolts"), last=("bracket_bolts",),
            card=("Less chrome is more lift. At each stop: oil on the cylinder, or more chrome than on this card, is a leak.",),
            cautions=("Oil under pressure injures. Lines and cylinder belong to a qualified technician.",),
        ),
        Family(
            key="lead_screw", words="lead-screw head with a gauge under the ball", hold="brackets", friction="by its maker's own means", gauged=True,
            looks=("head_below", "lines_clear", "slant", "ground", *OF_EVERY_RIG),
            before=(
                Words(does="Head set below the level coupler by what its handbook wants for this tongue.", why="The screw lifts it as it takes load."),
                Words(does="Read the gauge under the ball before each trial and after it.", why="What it reads more is what the bars press down."),
            ),
            lift=Words(does="Screw back until the gauge reads the tongue alone.", why="Unwound, the bars go on by hand."),
            put_on="Bars on, and the screw turned in", secure="Pins and clips in both brackets, the screw locked.",
            unload=Words(does="Screw back until the bars hang free.", why="Unloaded bars come off by hand.", caution=_LOADED), take_off=_OFF,
            no_sway_control="has none built in: it needs an add-on friction bar.",
            card=(_GREASE, "The gauge's reading with the bars on stands on this card: another one is another load."),
        ),
        Family(
            key="plain", words="a plain ball mount", bars=False, mounted=("shank", "hole"), looks=("pins_home", "latch_closed", *OF_EVERY_RIG), first=("ball_nut",), last=(),
        ),
    )
}  # fmt: skip

#: where the catalogue does not say
USUAL = FAMILIES["l_bracket"]
#: what carries weight and distributes none
PLAIN = FAMILIES["plain"]


def of_kit(style: str | None, kit: bool) -> Family:
    """The family of a kit by its style; of no kit, the plain mount's.

    >>> of_kit("chain", True).hold, of_kit(None, False).words
    ('chains', 'a plain ball mount')
    """
    if not kit:
        return PLAIN
    return USUAL if style is None else FAMILIES[style]
