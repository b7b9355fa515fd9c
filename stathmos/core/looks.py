"""What is looked at in the bay, each thing once: what is asked, when, where it is written, and what it must be.

A family of hitches names those that it wants (`families`); the bay's fields, questions, proofs and findings come from here.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.entry import choice, described, flag, length
from stathmos.core.figures import Given, there
from stathmos.core.procedure import AFTER, BRACKETS, COUPLED_UP, MOUNTING, SETTING
from stathmos.core.settings import SIDES
from stathmos.core.subjects import AS_SET, COUPLED, COUPLING, FITTED, Subject, Under
from stathmos.core.tolerances import (
    BAR_TO_GROUND,
    COVER_CLEAR,
    JACK_TUBE,
    JAW_PLAY,
    PAST_BRACKET,
    RAISED,
    SET_SCREWS,
    TRAY_CLEAR,
    Between,
    Tolerance,
)
from stathmos.core.units import COUNT
from stathmos.core.where import Where

SEEN, LEAST, MOST, WITHIN = "seen", "least", "most", "within"
PAST = "past"  # how far a bar ends past its bracket


@dataclass(frozen=True, kw_only=True)
class Look:
    """One thing to look at or to tape.

    ``field``: where it is written, in the bay, one for each side where it is ``sided``. ``how``: seen (``good`` or ``bad``), or a
    figure that must be no less, no more or between (``limit``). ``over``: the mark that the figure counts from.
    ``only``: where what must stand that it is asked, ``unless`` where what that it is not; ``words`` where it is no yes or no: all
    but the last are good. ``caution``: where
    it can hurt. ``refuses``: whether what is not so is refused, or only flagged. ``when``: its stage, where a family has no other;
    ``secures``: what of a procedure is made sure by it.
    """

    key: str
    field: str
    name: str
    ask: str
    why: str
    when: str
    how: str = SEEN
    read_at: str
    good: str = ""
    bad: str = ""
    hold: str = ""
    limit: Tolerance | Between | None = None
    dimension: str = ""
    low: float = 0.0
    high: float = 0.0
    sided: bool = False
    over: str = ""
    of: Subject = FITTED
    under: tuple[Under, ...] = AS_SET
    only: Where | None = None
    unless: tuple[Where, ...] = ()
    words: tuple[tuple[str, str], ...] = ()
    caution: str = ""
    refuses: bool = True
    secures: str = ""

    @property
    def so(self) -> str:
        """The one answer that is good; empty where there are several, or where it is taped."""
        if self.how != SEEN:
            return ""
        good = [value for value, _ in self.words[:-1]] or ["yes"]
        return good[0] if len(good) == 1 else ""

    @property
    def paths(self) -> tuple[str, ...]:
        """Where it is written."""
        return tuple(f"bay.{name}" for name in self.fields)

    @property
    def fields(self) -> tuple[str, ...]:
        """Its fields in the bay."""
        return tuple(f"{self.field}_{side}" for side in SIDES) if self.sided else (self.field,)


LOOKS: dict[str, Look] = {
    look.key: look
    for look in (
        # as the hitch is mounted
        Look(
            key="bars_way_up", field="bars_way_up", name="Bars the right way up", when=MOUNTING, read_at="stamp on each bar",
            ask="Is each bar the right way up and on its own side?", hold="bar", under=(),
            why="A bar put in upside down, or on the other side, binds in its bracket.",
            good="Each bar is the right way up, on its own side.", bad="A bar is upside down, or on the other side: change it first.",
        ),
        Look(
            key="bracket_mark", field="bracket_mark", name="Brackets on the bars' mark", when=MOUNTING, read_at="tape, 4 in in from the bar's end",
            ask="Do the brackets stand 4 in in from the bars' ends?", hold="bar_end", under=(Under.BRACKETS,),
            why="There the table of bar heights holds; elsewhere each position does something else.",
            good="The brackets stand 4 in in from the bars' ends.", bad="The brackets do not stand at the bars' mark: move them first.",
        ),
        Look(
            key="hitch_pin", field="hitch_pin", name="Hitch pin and clip in", when=MOUNTING, read_at="pull at it", hold="hitch_pin",
            ask="Is the hitch pin through receiver and shank, with its clip?", why="It alone keeps the shank in the receiver.", under=(Under.SHANK,),
            good="In, with its clip.", bad="The pin or its clip is missing: nothing is coupled before it is in.", secures="shank",
        ),
        Look(
            key="shackle_pins", field="shackle_pins", name="Shackle pins in", when=MOUNTING, read_at="pull at both", hold="shackle", under=(),
            ask="Are the shackle pins of both tension chains in, with their clips?", why="A pin that is out lets its chain go.",
            good="In, with their clips.", bad="A shackle pin or its clip is missing: put it in first.",
        ),
        Look(
            key="plate_square", field="plate_square", name="Tension plates square", when=BRACKETS, read_at="a square on the rail",
            ask="Do both tension plates stand square to the frame?", hold="tension_plate", under=(Under.BRACKETS,),
            why="A plate at a slant pulls its chain sideways.", good="Square to the frame.",
            bad="A tension plate stands at a slant: turn its bracket a little until it is square.",
        ),
        Look(
            key="lines_clear", field="lines_clear", name="Brake lines and wiring clear of the plates", when=MOUNTING,
            read_at="look behind and under each plate", ask="Are brake lines and wiring clear of the frame plates?", hold="frame_plate", under=(Under.BRACKETS,),
            why="A plate that pinches a line stops the brakes, days later.", good="Lines and wiring are clear of the plates.",
            bad="A line or a wire is under a plate: have it moved by a qualified technician first.",
        ),
        Look(
            key="cylinder_in", field="cylinder_in", name="Cylinder fully retracted", when=MOUNTING, read_at="no chrome to be seen",
            ask="While its hose is fitted: is the cylinder fully in, no chrome showing?", hold="chrome", under=(),
            why="Filled with the cylinder in, the pump has its oil where it needs it.", good="Fully retracted.", bad="Chrome is to be seen: let it in first.",
        ),
        Look(
            key="valve_open", field="valve_open", name="Release valve open", when=MOUNTING, read_at="turn it", hold="valve", under=(),
            ask="Is the release valve open while it is mounted?", why="Closed, the cylinder holds the bar where it hangs.",
            good="Open.", bad="The valve is closed: open it before the bar goes in.", caution="Oil under pressure injures: never loosen a line.",
        ),
        Look(
            key="vent_on", field="vent_on", name="Vent hose on", when=MOUNTING, read_at="look at the reservoir", hold="vent", under=(),
            ask="Is the vent hose on, and free?", why="A pump that cannot breathe loses its stroke.", good="On, and free.", bad="The vent is off or kinked.",
        ),
        Look(
            key="pin_hole", field="pin_hole", name="Pin through load bar and cylinder", when=MOUNTING, read_at="look at the load bar", hold="eye", under=(Under.BRACKETS,),
            ask="Which hole of the load bar is pinned to the cylinder's eye?", why="Center; top if it will not reach. From another hole the stroke is wrong.",
            words=(("centre", "the center hole"), ("top", "the top hole"), ("other", "another")),
            good="In a hole that its manual names.", bad="In another hole than center or top: move it.",
        ),
        Look(
            key="bracket_hole", field="bracket_hole", name="Pump bracket in the frame height's hole", when=MOUNTING, read_at="the handbook's table", hold="pump_bracket",
            ask="Is the pump bracket in the hole that the frame's height wants?", why="In another hole the bar does not hang level under the frame.",
            good="In the frame height's hole.", bad="In another hole: set it by the handbook's table.", under=(Under.BRACKETS,),
        ),
        Look(
            key="extension_on", field="extension_on", name="Extension for an underslung coupler", when=MOUNTING, read_at="look at the pump bracket", hold="extension",
            ask="Is the extension for an underslung coupler fitted?", why="Without it the bar meets the frame before it carries.",
            only=Where("trailer.coupler_mount", ("underslung",)), good="Fitted.", bad="It is not fitted, and the coupler is underslung.", under=(),
        ),
        Look(
            key="square_centred", field="square_centred", name="Bar square from the coupler, centered", when=MOUNTING, read_at="tape to both rails", hold="bar",
            ask="Does the bar run square from the coupler, midway between the rails?", why="Off center it pulls the trailer to one side.",
            good="Square and centered.", bad="It does not run square and centered: shift the bracket.", under=(Under.BRACKETS,),
        ),
        Look(
            key="head_below", field="head_below", name="Head set by the handbook's offset", when=MOUNTING, read_at="tape, ball against level coupler", hold="ball_height",
            ask="Is the head set below the level coupler by what its handbook wants?", why="This head lifts the ball as its screw is turned.",
            good="Set so.", bad="Not set so: see the height wanted.", under=(Under.HOLE,),
        ),
        Look(
            key="pins_home", field="pins_home", name="Pins and locks home", when=MOUNTING, read_at="pull at each", hold="hitch_pin", under=(Under.SHANK, Under.HOLE),
            ask="Are all pins and locks of the mount home and clipped?", why="An adjustable mount hangs on its pins.", good="Home and clipped.",
            bad="A pin is not home or has no clip.",
        ),
        # while the bars are set
        Look(
            key="retightened", field="retightened", name="Bolts tight before it is loaded", when=SETTING, read_at="torque wrench", hold="head_bolts",
            ask="Are all bolts that were undone for this setting back at their torque?", why="A head whose bolts are loose is not loaded.",
            good="Back at their torque.", bad="A bolt is loose: tighten it before the bars go on.", caution="A loaded bar or lever can injure: stand clear of its end.",
        ),
        Look(
            key="stowed", field="stowed", name="Bar latched, valve closed, handle stowed", when=SETTING, read_at="look at all three", hold="handle",
            ask="Is the bar latched on the head, the valve closed and the handle stowed?", why="A valve that is open lets the lift go.",
            good="Latched, closed and stowed.", bad="One of the three is not so: put it right before it rolls.",
        ),
        Look(
            key="raised", field="raised", name="Raised while the chains are tensioned", when=SETTING, how=WITHIN, read_at="tape, ground to the rear mark, raised",
            ask="Rear mark, with the vehicle raised to tension the chains", hold="rear_mark", limit=RAISED, low=6, high=80, over="rear_a",
            why="Tensioned 1 to 2 in above where it stands uncoupled, and lowered then, the chains take the load.",
            caution="Raise it by the jack on hard ground; keep clear from under it.",
        ),
        Look(
            key="same_end", field="same_end", name="Links counted from the same end", when=SETTING, read_at="count both chains", hold="links",
            ask="Were the links counted from the same end on both sides?", why="Counted from two ends, equal numbers are not equal links.",
            good="Counted from the same end.", bad="Counted from different ends: count again.",
        ),
        # once they are set
        Look(
            key="parallel", field="bars_parallel", name="Bars parallel with the frame", when=AFTER, read_at="look from the side", hold="bar",
            ask="Bars parallel with the frame", why="Bars at a slant change their pull over every bump.", good="Parallel.",
            bad="Not parallel: more tilt or a bracket hole brings them so; then measure C again.",
        ),
        Look(
            key="slant", field="bars_parallel", name="Bars nearly parallel with the frame", when=AFTER, read_at="look from the side", hold="bar", refuses=False,
            ask="Bars parallel with the frame", why="Bars at a slant change their pull over every bump.", good="Parallel.",
            bad="Not parallel: more tilt or other links bring them so; then measure C again.",
        ),
        Look(
            key="flat", field="bars_flat", name="Bars flat on their brackets", when=AFTER, read_at="look for full contact", hold="shelf",
            ask="Bars flat on their brackets", why="Friction against sway works only over the full contact.", good="Flat, full contact.",
            bad="Not flat: friction works only with the bar lying flat.",
        ),
        Look(
            key="past", field="past", name="Bar past the bracket", when=AFTER, how=LEAST, read_at="tape, bracket centre to bar end", hold="bar_end",
            ask="bar past its bracket", limit=PAST_BRACKET, low=0, high=30, sided=True, under=(*AS_SET, Under.BRACKETS),
            why="In a turn the bar slides in its bracket; a short end drops out.",
        ),
        Look(
            key="ground", field="ground", name="Bar end to ground", when=AFTER, how=LEAST, read_at="tape", hold="bar_ground", ask="bar end to ground",
            limit=BAR_TO_GROUND, low=0, high=40, sided=True, why="A driveway or a speed bump catches what hangs lower; chains: turn the cams.",
        ),
        Look(
            key="chains_square", field="chains_square", name="Bars' chains hang square", when=AFTER, read_at="look along the frame", hold="links",
            ask="Do the bars' chains hang square to the frame?", why="A chain at a slant pulls its bracket along the frame.", good="Square.",
            bad="At a slant: the brackets go to where the bars end.", under=(*AS_SET, Under.BRACKETS),
        ),
        Look(
            key="levers_pinned", field="levers_pinned", name="Safety pins in the levers", when=SETTING, read_at="pull at each", hold="lever_pin",
            ask="Are the safety pins in both levers?", why="A lever that snaps open lets a loaded bar go.", good="In both.", bad="A pin is wanting.",
            caution="A loaded bar or lever can injure: stand clear of its end.",
        ),
        Look(
            key="chains_tight", field="chains_tight", name="Chains tight and even", when=AFTER, read_at="pull at both", hold="chain",
            ask="Are both tension chains tight, and as tight as each other?", why="One slack chain leaves the head to turn.", good="Tight and even.",
            bad="Not even: turn the slacker one, and measure C again.",
        ),
        Look(
            key="springs_squeezed", field="springs_squeezed", name="Springs or bushings begun to squeeze", when=AFTER, read_at="look at both", hold="spring",
            ask="Have the springs or bushings begun to squeeze on both sides?", why="Until then the chains only hang tight.", good="Begun to squeeze.",
            bad="Not yet: a turn more on both sides.",
        ),
        Look(
            key="set_screws", field="set_screws", name="Set screws past touch", when=SETTING, how=WITHIN, read_at="count the turns past touch", hold="set_screw",
            ask="Set screws, turns past touch, in quarters", limit=SET_SCREWS, dimension=COUNT, low=0, high=10, under=(Under.BRACKETS,),
            why="They bite the frame, so that the bracket cannot slide: less and it creeps, more and they dent the rail.",
        ),
        Look(
            key="marks_whole", field="marks_whole", name="Witness marks in line", when=AFTER, read_at="look at each", hold="head_bolts",
            ask="Rolled and set: is every witness mark in line?", why="A nut that has turned shows there first.", good="All in line.",
            bad="A witness mark has moved: find out why, and tighten it again.",
        ),
        Look(
            key="tray_clear", field="tray_clear", name="Clear of the tray", when=MOUNTING, how=LEAST, read_at="tape, pump to tray", hold="tray",
            ask="Pump to propane or battery tray", limit=TRAY_CLEAR, low=0, high=30, why="The pump swings as the frame works.", under=(Under.BRACKETS,),
        ),
        Look(
            key="cover_clear", field="cover_clear", name="Cover clear of the pump bracket", when=MOUNTING, how=LEAST, read_at="tape, cover to pump bracket", hold="cover",
            ask="Cover to pump bracket", limit=COVER_CLEAR, low=0, high=30, why="The cover must open, and the handle reach.", under=(Under.BRACKETS,),
        ),
        Look(
            key="handle_free", field="handle_free", name="Pump handle free", when=MOUNTING, read_at="swing it through", hold="handle",
            ask="Does the pump handle swing free through its whole stroke?", why="A stroke that stops short is not counted as one.", good="Free.",
            bad="It meets something: turn the pump or move that.", under=(Under.BRACKETS,),
        ),
        Look(
            key="jack_tube", field="jack_tube", name="Jack tube", when=MOUNTING, how=MOST, read_at="tape across the jack's tube", hold="jack_tube", ask="Jack tube, across",
            limit=JACK_TUBE, low=0, high=8, of=COUPLED, under=(), why="The bar's fork passes round the jack's tube, and no wider one.",
        ),
        # with the rig coupled, whatever it hangs on
        Look(
            key="latch_closed", field="latch_closed", name="Latch closed and pinned", when=COUPLED_UP, read_at="lift the tongue by the jack", hold="latch", of=COUPLING,
            ask="Is the latch closed and pinned, and does the rear rise with the tongue?", why="Only then the ball is truly in the coupler.", under=(),
            good="Closed, pinned, and the rear rises with it.", bad="The latch does not hold the ball: uncouple and look.",
            caution="Keep hands out from under the coupler.", secures="coupler",
        ),
        Look(
            key="chains", field="chains_reach", name="Safety chains reach", when=AFTER, read_at="steer to full lock and look", hold="safety_chains",
            ask="Safety chains reach in a full turn, clear of the ground", why="A chain that pulls tight in a turn breaks its hook; one that drags wears through.",
            good="They reach in a full turn and clear the ground.", bad="They do not reach, or drag: extension or shortening first.",
        ),
        Look(
            key="breakaway", field="breakaway_reach", name="Breakaway lead reaches the vehicle", when=AFTER, read_at="steer to full lock and look", hold="lead",
            ask="Breakaway lead reaches the vehicle in a full turn", why="It must not pull in a turn, and must pull if all else parts.",
            unless=(Where("trailer.breakaway", ("no",)), Where("trailer.brakes", ("none",))), good="It reaches the vehicle in a full turn.", bad="It does not reach, or pulls: a longer lead first.",
        ),
        Look(
            key="wiring", field="wiring_reach", name="7-way lead reaches", when=AFTER, read_at="steer to full lock and look", hold="plug",
            ask="7-way lead reaches in a full turn, clear of the ground", why="A lead that pulls out takes the brakes and lights with it.",
            good="It reaches in a full turn and clears the ground.", bad="It does not reach, or drags: a longer lead first.",
        ),
        Look(
            key="jaw", field="jaw_play", name="Play of the ball in the jaw", when=AFTER, how=MOST, read_at="tape, lift the tongue and look", hold="latch", of=COUPLING,
            ask="Play of the ball in the coupler's jaw", limit=JAW_PLAY, low=0, high=2, under=(), why="A worn or misadjusted jaw hammers, and may let go.",
        ),
    )
}  # fmt: skip

#: looked at on every rig, whatever it hangs on
OF_EVERY_RIG = ("chains", "breakaway", "wiring", "jaw")


def fields() -> dict[str, Given | None]:
    """The bay's fields in which all that is looked at is written, by name."""
    made: dict[str, Given | None] = {}
    for look in LOOKS.values():
        for name, side in zip(look.fields, SIDES if look.sided else ("",), strict=True):
            if name not in made:
                made[name] = _field(look, side)
    return made


def _field(look: Look, side: str) -> Given | None:
    label = (
        f"{side.capitalize()} {look.ask[0].lower()}{look.ask[1:]}"
        if side
        else look.name
        if look.ask.endswith("?")
        else look.ask
    )
    if look.words:
        return choice(label, look.read_at, *look.words, usual="measured", of=look.of, under=look.under)
    if look.how == SEEN:
        return flag(label, look.read_at, of=look.of, under=look.under)
    if look.dimension:
        return described(
            label,
            look.dimension,
            look.read_at,
            look.low,
            look.high,
            usual="measured",
            parts=4,
            of=look.of,
            under=look.under,
        )
    return length(label, look.read_at, look.low, look.high, usual="measured", of=look.of, under=look.under)


def wanted(keys: tuple[str, ...], written: Callable[[str], str]) -> tuple[Look, ...]:
    """The looks of some keys that a rig wants. ``written``: the words at a path."""
    return tuple(
        LOOKS[key]
        for key in keys
        if (LOOKS[key].only is None or there(LOOKS[key].only).stands(written))
        and not any(one.stands(written) for one in LOOKS[key].unless)
    )
