"""The joints of a hitch: what is tightened, by what, and the fields in which a kit has it. Each joint stands here once."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core.entry import choice, described, length
from stathmos.core.figures import Given
from stathmos.core.procedure import FRAME, HEAD
from stathmos.core.units import COUNT, COUPLE, KG_PER_LB, MM_PER_FT
from stathmos.core.where import Where

HANDBOOK = "hitch handbook"
_FT_LB = MM_PER_FT * KG_PER_LB


@dataclass(frozen=True, kw_only=True)
class Joint:
    """One joint: ``name`` of it in the plural where there may be several, ``sides`` whether they are numbered left and right.

    ``always``: every hitch whose family has it wants its torque, so that it is asked for where the catalog has none. ``carries``: what
    hangs on it once the rig is coupled; ``hold``: its spot on the drawing; ``only``: where what must stand that there is one.
    ``evenly``: how several of it are drawn tight.
    """

    key: str
    name: str
    sides: bool = True
    always: bool = False
    carries: str = HEAD
    hold: str
    only: Where | None = None
    evenly: str = ""

    def numbered(self, number: int, count: int) -> str:
        """One of several, by its number.

        >>> JOINTS["frame_bolts"].numbered(1, 4), JOINTS["head_bolts"].numbered(2, 2), JOINTS["ball_nut"].numbered(1, 1)
        ('Frame-plate bolt 1, left', 'Head-to-shank bolt 2', 'Ball nut')
        """
        if count == 1:
            return self.name
        side = f", {'left' if number % 2 else 'right'}" if self.sides else ""
        return f"{self.name.rstrip('s')} {number}{side}"


JOINTS: dict[str, Joint] = {
    joint.key: joint
    for joint in (
        Joint(key="ball_nut", name="Ball nut", always=True, hold="ball_nut"),
        Joint(key="head_bolts", hold="head_bolts", name="Head-to-shank bolts", sides=False, always=True),
        Joint(key="frame_bolts", name="Frame-plate bolts", always=True, carries=FRAME, hold="plate_bolts"),
        Joint(key="bracket_bolts", name="Bracket bolts", carries=FRAME, hold="bracket_bolts"),
        Joint(key="angle_bolt", hold="angle_bolt", name="Angle-set bolt", sides=False),
        Joint(key="pump_bolts", name="Pump-clamp bolts", sides=False, always=True, carries=FRAME, hold="pump_bracket", evenly="by turns, as a U-bolt is drawn tight"),
        Joint(key="holder_bolts", name="Bar-holder bolts", sides=False, carries="", hold="holder"),
        Joint(key="extension_bolt", name="Extension bolt", sides=False, carries=FRAME, hold="extension", only=Where("trailer.coupler_mount", ("underslung",))),
    )
}  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Turn:
    """A turn of the nut after its torque, by the angle or by its flats: ``words`` of it, and ``later`` what is turned once the rig has
    been coupled once. ``by_flats``: it is counted by the nut's flats, which is as good as a torque."""

    words: str
    later: str = ""
    by_flats: bool = False


NO_TURN = "no"
#: by the word that the catalogue writes; “yes” is the quarter turn of most handbooks
TURNS: dict[str, Turn] = {
    "yes": Turn(words="a quarter turn"),
    "half": Turn(words="half a turn"),
    "flat": Turn(words="one flat", by_flats=True),
    "two_flats": Turn(words="two flats", by_flats=True),
    "half_then_quarter": Turn(words="half a turn", later="a quarter turn more after it has been coupled once"),
}  # fmt: skip

#: by what a joint is tightened: a torque, or by feel, to begin the turn from
BY_TORQUE, SNUG, TIGHT = "torque", "snug", "tight"
BY = ((BY_TORQUE, "a torque"), (SNUG, "snug, then turned"), (TIGHT, "good and tight"))
BY_FEEL: Mapping[str, str] = {SNUG: "snug", TIGHT: "good and tight"}

#: how a torque is put in
METHODS = (
    ("wrench", "torque wrench"), ("extension", "torque wrench with an extension"), ("multiplier", "torque wrench with a multiplier"),
    ("turn", "turn of the nut"), ("flats", "flats counted"),
)  # fmt: skip

#: of these, those that are counted by eye: no wrench reads a torque then
COUNTED = frozenset({"flats"})


def torque(label: str) -> Given | None:
    """A torque as a handbook gives it."""
    return described(label, COUPLE, HANDBOOK, 1 * _FT_LB, 1000 * _FT_LB, guess=True)


def across(label: str) -> Given | None:
    """The size of a nut or a bolt's head."""
    return length(f"{label}, across the flats", HANDBOOK, 0.25, 4, guess=True)


def kit_fields() -> dict[str, Given | None]:
    """What a kit says of its joints, by field: how tight, the turn after it, by what, both sizes, how many."""
    made: dict[str, Given | None] = {}
    turns = (
        (NO_TURN, "none"),
        *((key, turn.words + (f", and {turn.later}" if turn.later else "")) for key, turn in TURNS.items()),
    )
    for joint in JOINTS.values():
        made[f"{joint.key}_least"] = torque(f"{joint.name}, torque at least")
        made[f"{joint.key}_most"] = torque(f"{joint.name}, torque at most")
        made[f"{joint.key}_turn"] = choice(f"{joint.name}, then a turn", HANDBOOK, *turns)
        made[f"{joint.key}_by"] = choice(f"{joint.name}, tightened by", HANDBOOK, *BY, guess=True)
        made[f"{joint.key}_across"] = across(joint.name)
        made[f"{joint.key}_bolt_across"] = across(f"{joint.name}, the bolt's head where it is another size")
        made[f"{joint.key}_count"] = described(f"{joint.name}, how many", COUNT, HANDBOOK, 0, 40, guess=True)
    return made
