"""Families of hitches: how each is made, set, proved, tightened and spoken of. All that differs between them is data here.

What a family's bars are set by stands with each kit (`settings`); what is looked at, in `looks`; its bolts, in `joints`; what its
steps mean, in `procedure`.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from stathmos.core.joints import JOINTS
from stathmos.core.looks import LOOKS, OF_EVERY_RIG, PAST
from stathmos.core.mounts import AT_THE_HEAD, MOUNTS
from stathmos.core.procedure import (
    BRACKETS,
    COUPLE,
    COUPLED_UP,
    LIFT,
    LOAD,
    LOOK,
    MOUNT,
    MOUNTING,
    PUT_ON,
    RELEASE,
    ROLL,
    SECURE,
    SETTING,
    TIGHT_AGAIN,
    TORQUE,
    UNHOOKING,
    Step,
    in_order,
)

_LOADED = "A loaded bar or lever can injure: stand clear of its end."
_WOUND = "A wound bar can injure: stand clear of its end."
_JACKED = "Jack on level ground only."

#: what a hitch can be made of besides its shank and its ball, and what of it is drawn
BARS, ON_BRACKETS, ON_CHAINS, LEVERS, TENSION, CYLINDER, SCREW, TILT = (
    "bars", "brackets", "chains", "levers", "tension chains", "cylinder", "screw", "tilt",
)  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Family:
    """One way of distributing weight, or of carrying it.

    ``made_of``: its parts; ``hold``: what holds its bars; ``carries_by``: what goes on to carry the load. ``comes_as``: what is in its
    box; ``injures``: what of it can hurt whoever tows with it; ``extras``: what it may want besides. ``own``: the steps of its procedure that are its own, in the order of the
    work. ``no_sway_control``: what a kit without it says, behind its name. ``friction``: what built-in sway control works by.
    ``card``: what the customer is told. ``gauged``: a gauge under its ball is read; ``levered``: its
    bars go on with the rig lifted, so that it is asked how they did. ``turning``: the friction, N·m, by which built-in sway control
    holds the hitch's turning: from memory, to be verified, and known to half either way.
    """

    key: str
    words: str
    made_of: tuple[str, ...] = ()
    hold: str = ""
    carries_by: str = "bars"
    comes_as: str = ""
    injures: str = ""
    extras: tuple[str, ...] = ()
    own: tuple[Step, ...]
    no_sway_control: str = ""
    friction: str = ""
    turning: float = 300.0
    card: tuple[str, ...] = ()
    gauged: bool = False
    levered: bool = True

    @property
    def bars(self) -> bool:
        """Whether it has any, or what does their work."""
        return bool(self.made_of)

    @property
    def loaded(self) -> str:
        """The state in which it carries, in words.

        >>> FAMILIES["tension_chain"].loaded, FAMILIES["hydraulic"].bare
        ('chains on', 'no bar')
        """
        return f"{self.carries_by} on"

    @property
    def bare(self) -> str:
        """The state before it carries, in words."""
        return f"no {self.carries_by}"

    @property
    def lifts(self) -> bool:
        """Whether its head lifts the ball once it is loaded: what is taped with the bars on says how level the trailer stands."""
        return SCREW in self.made_of

    @cached_property
    def steps(self) -> tuple[Step, ...]:
        """Its whole procedure, from the shank in the receiver to the bars on their rack."""
        named = {one.of for one in self.own if one.kind == MOUNT}
        extras = _mounted(*(key for key in self.extras if key in MOUNTS and key not in named))
        return in_order((*extras, *self.own, *_OF_EVERY_HITCH))

    def at(self, *stages: str) -> tuple[Step, ...]:
        """Its steps at some stages."""
        return tuple(one for one in self.steps if one.stage in stages)

    def told(self, *stages: str) -> tuple[Step, ...]:
        """Its steps at some stages that are done by their own words."""
        return tuple(one for one in self.at(*stages) if one.does)

    def of(self, *kinds: str, stages: tuple[str, ...] = ()) -> tuple[str, ...]:
        """What its steps of some kinds are of, in order."""
        return tuple(
            one.of for one in self.steps if one.kind in kinds and one.of and (not stages or one.stage in stages)
        )

    @cached_property
    def mounted(self) -> tuple[str, ...]:
        """How it is mounted, step by step."""
        return self.of(MOUNT)

    @cached_property
    def looks(self) -> tuple[str, ...]:
        """What is looked at, in the order of the work."""
        return self.of(LOOK, SECURE)

    def stage_of(self, look: str) -> str:
        """When one thing is looked at."""
        return next(one.stage for one in self.steps if one.of == look and one.kind in (LOOK, SECURE))

    def tight_at(self, stage: str) -> tuple[str, ...]:
        """The joints that are tightened at a stage."""
        return self.of(TORQUE, stages=(stage,))

    @cached_property
    def tightened(self) -> tuple[str, ...]:
        """Its joints in the order in which they are first tightened."""
        return tuple(dict.fromkeys(self.of(TORQUE)))

    @property
    def reaches_past(self) -> bool:
        """Whether its bars end so far past their brackets; else they end at them."""
        return PAST in self.looks


def _mounted(*keys: str) -> tuple[Step, ...]:
    return tuple(Step(key=f"mount_{key}", kind=MOUNT, stage=MOUNTING, of=key, hold=MOUNTS[key].hold) for key in keys)


def _seen(*keys: str, stage: str = "") -> tuple[Step, ...]:
    """Things to look at, each at its own stage unless another is named."""
    return tuple(
        Step(
            key=key, kind=SECURE if LOOKS[key].secures else LOOK, stage=stage or LOOKS[key].when, of=key, hold=LOOKS[key].hold,
            secures=(LOOKS[key].secures,) if LOOKS[key].secures else (),
        )
        for key in keys
    )  # fmt: skip


def _tight(*keys: str, stage: str = MOUNTING, needs: tuple[str, ...] = ()) -> tuple[Step, ...]:
    return tuple(
        Step(key=f"tight_{key}", kind=TORQUE, stage=stage, of=key, carries=JOINTS[key].carries, needs=needs, hold=JOINTS[key].hold)
        for key in keys
    )  # fmt: skip


def _again(*keys: str) -> tuple[Step, ...]:
    """Joints that are looked at, and tightened where they were undone, once the bars are set."""
    return tuple(
        Step(key=f"again_{key}", kind=TORQUE, stage=TIGHT_AGAIN, of=key, hold=JOINTS[key].hold) for key in keys
    )


def _on(
    key: str, kind: str, does: str, why: str, caution: str = "", puts: tuple[str, ...] = (), secures: tuple[str, ...] = (),
    needs: tuple[str, ...] = (), as_set: bool = False, hold: str = "", short: str = "",
) -> Step:  # fmt: skip
    """A step of hooking up, done in the bay as in the drill."""
    return Step(
        key=key, kind=kind, stage=SETTING, does=does, why=why, caution=caution, puts=puts, secures=secures, needs=needs, as_set=as_set,
        hold=hold, short=short,
    )  # fmt: skip


def _off(
    key: str,
    kind: str,
    does: str,
    why: str,
    caution: str = "",
    takes: tuple[str, ...] = (),
    hold: str = "",
    short: str = "",
) -> Step:
    """A step of unhooking."""
    return Step(
        key=key, kind=kind, stage=UNHOOKING, does=does, why=why, caution=caution, takes=takes, hold=hold, short=short
    )


def _first(
    key: str, stage: str, does: str, why: str, hold: str, caution: str = "", needs: tuple[str, ...] = ()
) -> Step:
    """A step done once, in the bay, as the brackets go on."""
    return Step(key=key, kind=MOUNT, stage=stage, does=does, why=why, caution=caution, needs=needs, hold=hold)


#: what every hitch wants, whatever it is made of
_OF_EVERY_HITCH = (
    Step(key="shank_in", kind=MOUNT, stage=MOUNTING, puts=("shank",)),
    *_seen("hitch_pin", stage=MOUNTING),
    Step(key="couple", kind=COUPLE, stage=COUPLED_UP, puts=("coupler",), hold="coupler"),
    *_seen("latch_closed"),
    Step(key="roll_coupled", kind=ROLL, stage=COUPLED_UP),
    Step(key="roll_set", kind=ROLL, stage=SETTING),
    *_seen(*OF_EVERY_RIG),
    Step(key="uncouple", kind=RELEASE, stage=UNHOOKING, takes=("coupler",), hold="coupler"),
)

_LIFT = _on(
    "lift_for_bars",
    LIFT,
    "Jack until the rig has lifted about 3 in.",
    "Lifted, the bars go on without a fight.",
    _JACKED,
    hold="jack",
    short="Jack the tongue up",
)
_PINS = _on(
    "bar_pins",
    SECURE,
    "Pins and clips in both brackets.",
    "A bar that drops out drags, and the trailer sways.",
    puts=("bar pins",),
    secures=("bars",),
    hold="bar_pin",
    short="Bracket pins in",
)
_LIFT_OFF = _off(
    "un_lift",
    LIFT,
    "Latch still closed, jack until the rig has lifted about 3 in and the bars hang free.",
    "Unloaded bars come off by hand.",
    _LOADED,
    hold="jack",
    short="Jack the tongue up",
)
_PINS_OFF = _off(
    "un_pins",
    RELEASE,
    "Pins and clips out of both brackets.",
    "They go with the bars, so that none is lost.",
    takes=("bar pins",),
    hold="bar_pin",
    short="Bracket pins out",
)
_BARS_OFF = _off(
    "un_bars",
    RELEASE,
    "Bars off and stowed.",
    "Never open the latch with bars loaded.",
    "Stand clear of the bars' ends.",
    takes=("bars",),
    hold="bar",
    short="Bars off",
)
_BARS_INJURE = "A loaded spring bar or lever can injure: lift the rig before bars go on or off."
_GREASE = "Grease the ball and the bars' pivots where the hitch handbook wants it; never the friction faces."
_BEDS_IN = "New friction faces groan until they have bedded in, some hundred miles; groaning that stays is looked at."
_FRICTION_BAR = "has none built in: it needs an add-on friction bar."

_L_BRACKETS = _mounted("shank", "hole", *AT_THE_HEAD, "studs", "plate", "teeth", "pads")
_RIGID = (
    _LIFT,
    _on("bars_on", LOAD, "Bars into the head, then up onto their brackets with the snap-up lever", "Set as proved here; another setting is another rig.", _LOADED, puts=("bars",), as_set=True, hold="bar_pin", short="Bars in, up with the lever"),
    _PINS, _LIFT_OFF, _PINS_OFF, _BARS_OFF,
)  # fmt: skip
_BY_FLAT_BARS = "by friction, and only with the bars flat on their brackets, parallel with the frame"

FAMILIES: dict[str, Family] = {
    family.key: family
    for family in (
        Family(
            key="l_bracket", words="rigid bars on L-brackets", made_of=(BARS, ON_BRACKETS), hold="brackets", comes_as="head, two spring bars, a pair of frame brackets", injures=_BARS_INJURE, extras=("special_bracket", "pads"), turning=500.0, friction=_BY_FLAT_BARS,
            own=(
                *_L_BRACKETS, *_seen("bars_way_up", "lines_clear"), *_tight("ball_nut", "frame_bolts", "head_bolts", "bracket_bolts", "angle_bolt"),
                *_seen("retightened"), *_RIGID, *_seen("parallel", "flat", "past", "ground", "marks_whole"),
                *_again("head_bolts", "bracket_bolts", "angle_bolt"),
            ),
            no_sway_control=_FRICTION_BAR, card=(_GREASE, _BEDS_IN),
        ),
        Family(
            key="tilt_head", words="rigid bars on L-brackets, head with tilt positions", made_of=(BARS, ON_BRACKETS, TILT), hold="brackets", comes_as="head, two spring bars, a pair of frame brackets", injures=_BARS_INJURE, extras=("special_bracket", "pads"), turning=500.0,
            friction=_BY_FLAT_BARS,
            own=(
                *_L_BRACKETS, *_seen("bars_way_up", "bracket_mark", "lines_clear"), *_tight("ball_nut", "frame_bolts", "head_bolts", "bracket_bolts"),
                _first("at_the_mark", MOUNTING, "Brackets 4 in in from the bars' ends, bars nearly horizontal.", "The head's table of bar heights holds there.", "bar_end"),
                *_seen("retightened"), *_RIGID, *_seen("parallel", "flat", "past", "ground", "marks_whole"), *_again("head_bolts", "bracket_bolts"),
            ),
            no_sway_control=_FRICTION_BAR, card=(_GREASE, _BEDS_IN),
        ),
        Family(
            key="chain", words="bars on chains", made_of=(BARS, ON_CHAINS, LEVERS), hold="chains", comes_as="head, two spring bars with chains, a pair of lever brackets", injures=_BARS_INJURE, extras=("special_bracket",), friction="by its maker's own means",
            own=(
                *_mounted("shank", "hole", *AT_THE_HEAD, "plate"), *_seen("lines_clear"), *_tight("ball_nut", "frame_bolts", "head_bolts", "bracket_bolts"),
                _first("at_the_ends", MOUNTING, "Brackets where the bars end, so that the chains hang square to the frame.", "A chain at a slant pulls its bracket along.", "links"),
                *_seen("retightened", "same_end"),
                _on("lift_for_bars", LIFT, "Jack until the rig has lifted 1 to 3 in.", "Lifted, the levers go up without a fight.", _JACKED, hold="jack", short="Jack the tongue up"),
                _on("bars_on", LOAD, "Bars into the head, chains up by their levers", "Set as proved here; another setting is another rig.", _LOADED, puts=("bars", "levers"), as_set=True, hold="lever", short="Bars in, chains up"),
                _on("bar_pins", SECURE, "Safety pins in both levers, before it rolls.", "A lever that snaps open lets a loaded bar go.", _LOADED, puts=("lever pins",), secures=("bars", "levers"), hold="lever_pin", short="Lever pins in"),
                *_seen("levers_pinned", "chains_square", "slant", "ground", "marks_whole"), *_again("head_bolts", "bracket_bolts"),
                _off("un_lift", LIFT, "Latch still closed, jack until the rig has lifted 1 to 3 in and the chains hang slack.", "Slack chains come off by hand.", _LOADED, hold="jack", short="Jack the tongue up"),
                _off("un_pins", RELEASE, "Safety pins out of both levers.", "They go with the bars, so that none is lost.", takes=("lever pins",), hold="lever_pin", short="Lever pins out"),
                _off("un_bars", RELEASE, "Levers down, bars off and stowed.", "Never open the latch with bars loaded.", "Stand clear of a loaded lever.", takes=("levers", "bars"), hold="bar", short="Levers down, bars off"),
            ),
            no_sway_control="hangs its bars on chains and has none: it needs an add-on friction bar, to be taken off before reversing.",
            card=(_GREASE, "Count the working links each time, from the same end on both sides."),
        ),
        Family(
            key="tension_chain", words="tension chains, friction in the head", made_of=(TENSION,), hold="chains", carries_by="chains", comes_as="head, two tension chains, a pair of frame brackets", injures="A loaded chain can injure: raise the vehicle before chains go on or off.", extras=("special_bracket",), levered=False, turning=600.0,
            friction="by friction in its head, which its chains hold straight",
            own=(
                *_mounted("shank", "hole", "plate"), *_seen("shackle_pins"), *_tight("ball_nut", "head_bolts"),
                *_seen("lines_clear", stage=BRACKETS),
                _first("raise_first", BRACKETS, "Raise the vehicle 1 to 2 in above where it stands uncoupled, and leave it there.", "Tensioned there, the chains take the load once it is lowered.", "jack", "Keep clear from under it."),
                _first("plate_on", BRACKETS, "Brackets 28 to 29 in from the ball, turned a little so that the tension plate stands square to the frame.", "A plate at a slant pulls its chain sideways.", "tension_plate", needs=("raise_first",)),
                *_tight("frame_bolts", "bracket_bolts", stage=BRACKETS, needs=("plate_on",)), *_seen("plate_square", stage=BRACKETS),
                *_seen("raised"),
                _on("lift_for_bars", LIFT, "Raise the vehicle 1 to 2 in above where it stands uncoupled, and leave it there.", "Tensioned there, the chains take the load once it is lowered.", "Keep clear from under it.", hold="jack", short="Raise the vehicle"),
                _on("chains_hooked", PUT_ON, "Chains in their plates, shackle pins in.", "A pin that is out lets its chain go.", puts=("tension chains",), secures=("tension chains",), hold="shackle", short="Chains in, shackle pins in"),
                *_seen("set_screws"),
                _on("bars_on", LOAD, "Tension nuts hand tight, about one thread showing, then 3 to 4 threads more, both sides even", "Even chains leave the head straight.", "A loaded chain can injure: stand clear of it.", puts=("tension",), needs=("lift_for_bars", "chains_hooked", "set_screws"), as_set=True, hold="threads", short="Nuts to the threads"),
                _on("bar_pins", SECURE, "Lock nuts on, both chains as tight as each other.", "A nut that turns back lets the head turn.", puts=("lock nuts",), secures=("tension",), hold="lock_nut", short="Lock nuts on"),
                _on("lowered", LOAD, "Lower the vehicle. The chains take the load.", "They carry only once it is down.", _JACKED, needs=("bar_pins",), hold="jack", short="Lower the vehicle"),
                *_seen("chains_tight", "springs_squeezed", "marks_whole"), *_again("frame_bolts", "bracket_bolts"),
                _off("un_lift", LIFT, "Latch still closed, raise the vehicle until both chains hang slack.", "A slack chain comes off by hand.", "A loaded chain can injure: stand clear of it.", hold="jack", short="Raise the vehicle"),
                _off("un_pins", RELEASE, "Lock nuts off.", "Only then a tension nut turns.", takes=("lock nuts",), hold="lock_nut", short="Lock nuts off"),
                _off("un_bars", RELEASE, "Tension nuts back, chains off and stowed.", "Never open the latch with chains loaded.", "Stand clear of a loaded chain.", takes=("tension", "tension chains"), hold="chain", short="Nuts back, chains off"),
            ),
            no_sway_control="has its friction in the head: see its handbook.",
            card=("The threads showing on both sides are those of this card: a nut that has turned is found by them.", _BEDS_IN),
        ),
        Family(
            key="hydraulic", words="hydraulic lift bar", made_of=(CYLINDER,), hold="pump bracket", carries_by="bar", comes_as="head, load bar, pump with its bracket", extras=("bracket_extension", "bar_holder"), levered=False, friction="by its maker's own means",
            own=(
                *_mounted("shank", "hole"),
                *_seen("bracket_hole", "square_centred", "jack_tube", "tray_clear", "cover_clear", "handle_free", "lines_clear", "extension_on", "cylinder_in", "vent_on", "valve_open"),
                *_tight("ball_nut", "head_bolts", "pump_bolts", "holder_bolts", "extension_bolt"),
                _on("eye_pin", PUT_ON, "Jack up and clear. Pin through the load bar's center hole and the cylinder's eye; the top hole if it will not reach.", "The pin joins the bar to the cylinder.", "Oil under pressure injures: never loosen a line.", hold="eye", short="Jack up, eye pin in"),
                *_seen("pin_hole"),
                _on("lift_for_bars", LIFT, "Release valve open, bar pressed down until the cylinder is fully out.", "Out, it has its whole stroke to draw in.", needs=("eye_pin",), hold="valve", short="Valve open, press bar down"),
                _on("bars_on", PUT_ON, "Bar hooked onto the head and latched.", "A bar that unhooks drops the load.", "Stand clear of the bar.", puts=("load bar",), secures=("load bar",), needs=("lift_for_bars",), hold="bar_latch", short="Hook and latch the bar"),
                _on("pumped", LOAD, "Valve closed, then pump. Less chrome is more lift", "Pumping draws the cylinder in, and lifts the bar's rear end.", "Stand clear of the bar.", puts=("oil pressure",), needs=("bars_on",), as_set=True, hold="chrome", short="Close the valve, pump"),
                _on("bar_pins", SECURE, "Handle stowed and clipped, valve closed, cover closed.", "A valve that is open lets the lift go.", secures=("oil pressure",), hold="handle", short="Stow the handle"),
                *_seen("stowed", "marks_whole"), *_again("pump_bolts", "extension_bolt"),
                _off("un_lift", RELEASE, "Latch still closed, open the release valve slowly until the chrome is all out.", "With the cylinder out the bar carries nothing.", "Stand clear of the bar.", takes=("oil pressure",), hold="valve", short="Open the valve slowly"),
                _off("un_bars", RELEASE, "Release lever open, bar slid off the head onto its holder.", "Never open the latch with the bar loaded.", takes=("load bar",), hold="bar_latch", short="Unlatch the bar, stow it"),
            ),
            no_sway_control=_FRICTION_BAR,
            card=("Less chrome is more lift. At each stop: oil on the cylinder, or more chrome than on this card, is a leak.",),
            injures="Oil under pressure injures. Lines and cylinder belong to a qualified technician.",
        ),
        Family(
            key="lead_screw", words="lead-screw head with a gauge under the ball", made_of=(BARS, ON_BRACKETS, SCREW), hold="brackets", comes_as="lead-screw head with its gauge, two spring bars, a pair of frame brackets", injures="A wound spring bar can injure: turn the screw back before bars go on or off.", extras=("special_bracket",), levered=False, gauged=True,
            friction="by its maker's own means",
            own=(
                *_mounted("shank", "hole", "plate"), *_seen("head_below", "lines_clear"), *_tight("ball_nut", "frame_bolts", "head_bolts", "bracket_bolts"),
                _on("lift_for_bars", LIFT, "Turn the screw back until the bars hang free.", "Unwound, the bars go on by hand: the jack lifts nothing here.", hold="screw", short="Screw turned back"),
                _on("bars_on", PUT_ON, "Bars into the head and onto their brackets, by hand.", "Bars that have to be forced are still wound.", puts=("bars",), needs=("lift_for_bars",), hold="bar", short="Bars on by hand"),
                _on("bar_pins", SECURE, "Pins and clips in both brackets.", "A bar that drops out drags, and the trailer sways.", puts=("bar pins",), secures=("bars",), hold="bar_pin", short="Bracket pins in"),
                _on("screwed", LOAD, "Turn the screw in. It lifts the head as it takes the load", "The gauge under the ball reads the tongue, and what the bars press down.", _WOUND, puts=("wound screw",), needs=("bar_pins",), as_set=True, hold="screw", short="Turn the screw in"),
                _on("screw_locked", SECURE, "Lock the screw.", "A screw that turns back lets the load go.", puts=("screw lock",), secures=("wound screw",), hold="screw_lock", short="Lock the screw"),
                *_seen("slant", "ground", "marks_whole"), *_again("head_bolts", "bracket_bolts"),
                _off("un_unlock", RELEASE, "Unlock the screw.", "Locked, it does not turn.", takes=("screw lock",), hold="screw_lock", short="Unlock the screw"),
                _off("un_lift", RELEASE, "Latch still closed, turn the screw back until the bars hang free.", "Unloaded bars come off by hand.", _WOUND, takes=("wound screw",), hold="screw", short="Turn the screw back"),
                _PINS_OFF, _BARS_OFF,
            ),
            no_sway_control=_FRICTION_BAR,
            card=(_GREASE, "The gauge's reading with the bars on stands on this card: another one is another load."),
        ),
        Family(
            key="plain", words="a plain ball mount", own=(*_mounted("shank", "hole"), *_seen("pins_home"), *_tight("ball_nut")),
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
