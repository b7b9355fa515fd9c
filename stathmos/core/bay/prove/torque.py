"""The torque sheet: every bolt in its order, what the handbook asks, and whether this wrench can do it.

Torques are couples, kg·mm, like everywhere in the core.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import COMMON_PRACTICE, Anything, Figure, Given, Known, Missing, Rule, work
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Bolt, Rig
from stathmos.core.rig.bay import MARK_WHOLE
from stathmos.core.stock import JOINTS, Ball, Kit, Wrench
from stathmos.core.units import BARE_UNIT, COUPLE, LENGTH, UNITS

EXTENSION = Rule("set = target · A / (A + E); A handle, E in-line extension.", "any torque-tool handbook")
REACHES, NEEDS_EXTENSION, TOO_BIG, CANNOT, UNKNOWN_WRENCH = (
    "reaches it", "needs an extension", "begins above it", "cannot reach it", "not known",
)  # fmt: skip
#: longer than this an extension is no longer a tool but a lever: from memory
LONGEST_EXTENSION = 600.0


def set_with_extension(target: float, A: float, E: float) -> float:
    """What a torque wrench is set to with an in-line extension.  set = target·A / (A + E)

    ``A`` drive to grip, ``E`` the extension's length, both mm; the couple in any unit.

    >>> set_with_extension(target=430, A=24, E=6)  # ft·lb and in serve as well
    344.0
    """
    return target * A / (A + E)


def extension_needed(target: float, most: float, A: float) -> float:
    """The shortest extension with which a wrench of ``most`` reaches a target, mm; 0 where it does so alone.

    E = A·(target / most − 1)

    >>> extension_needed(target=430, most=250, A=25), extension_needed(target=100, most=250, A=25)
    (18.0, 0.0)
    """
    return max(0.0, A * (target / most - 1))


@dataclass(frozen=True)
class Reach:
    """Whether a wrench can do a torque. ``extension`` the shortest that it needs, ``set_to`` what it is set to with that; mm, kg·mm."""

    wrench: str
    verdict: str
    extension: Figure | None
    set_to: Figure | Given | None
    says: Phrase


@dataclass(frozen=True)
class Fastener:
    """One bolt: where it stands in the sequence, what it is tightened to, and whether that was done. kg·mm."""

    key: str
    joint: str
    name: str
    least: Given | Missing
    most: Given | Missing
    target: Figure | Missing
    turn: bool
    across: Given | None
    state: str
    says: Phrase
    reached: Given | None
    turned: bool
    marked: bool
    wrench: str
    found: Given | None = None
    witness: str = ""


def of_the_ball(kit: Kit | None, ball: Ball | None, field: str) -> Given | None:
    """The ball nut's figure: the kit's table, else the ball's own."""
    own = getattr(kit, f"ball_nut_{field}", None)
    return own if own is not None else getattr(ball, f"nut_{field}", None)


def middle(least: float, most: float) -> float:
    """What to aim at between two torques: their middle.

    ``least`` and ``most`` in one unit of torque (kg·mm in the core).

    >>> middle(430, 460)
    445.0
    """
    return (least + most) / 2


def reach(target: Figure | Missing, wrench: Wrench) -> Reach:
    """Whether one wrench can do one torque, alone or with an extension."""
    if isinstance(target, Missing) or wrench.least is None or wrench.most is None:
        return Reach(wrench.name, UNKNOWN_WRENCH, None, None, Phrase("The torque or the wrench's range is not known."))
    said = {
        "target": (target.value, COUPLE, "nearest"),
        "most": (wrench.most.value, COUPLE, "down"),
        "least": (wrench.least.value, COUPLE, "up"),
    }
    if target.value < wrench.least.value:
        return Reach(wrench.name, TOO_BIG, None, None, Phrase("It begins at {least}: too big for {target}.", said))
    if target.value <= wrench.most.value:
        return Reach(wrench.name, REACHES, None, target, Phrase("Set it to {target}.", said))
    if wrench.handle is None:
        return Reach(
            wrench.name,
            CANNOT,
            None,
            None,
            Phrase("It ends at {most}, and {target} is wanted; its handle is not measured.", said),
        )
    needed = work(
        "E = A · (target / most − 1)",
        LENGTH,
        extension_needed,
        EXTENSION,
        target=target,
        most=wrench.most,
        A=wrench.handle,
    )
    assert isinstance(needed, Figure)  # every term of it is known here
    if needed.value > LONGEST_EXTENSION:
        return Reach(
            wrench.name,
            CANNOT,
            needed,
            None,
            Phrase("It ends at {most}: no extension of a sane length brings it to {target}.", said),
        )
    set_to = work(
        "set = target · A / (A + E)", COUPLE, set_with_extension, EXTENSION, target=target, A=wrench.handle, E=needed
    )
    assert isinstance(set_to, Figure)
    said |= {"E": (needed.value, LENGTH, "up")}
    return Reach(
        wrench.name, NEEDS_EXTENSION, needed, set_to,
        Phrase("It ends at {most}: {target} needs an in-line extension of at least {E}, and then it is set to its most.", said),
    )  # fmt: skip


def with_extension(target: Figure | Missing, wrench: Wrench, extension: Given) -> Reach:
    """The same with the extension that is at hand: what the wrench is set to, and whether it can be."""
    if isinstance(target, Missing) or wrench.handle is None or wrench.least is None or wrench.most is None:
        return Reach(
            wrench.name,
            UNKNOWN_WRENCH,
            None,
            None,
            Phrase("The torque, the wrench's range or its handle is not known."),
        )
    set_to = work(
        "set = target · A / (A + E)", COUPLE, set_with_extension, EXTENSION, target=target, A=wrench.handle, E=extension
    )
    assert isinstance(set_to, Figure)  # every term of it is known here
    said = {
        "target": (target.value, COUPLE, "nearest"), "set": (set_to.value, COUPLE, "nearest"),
        "most": (wrench.most.value, COUPLE, "down"), "least": (wrench.least.value, COUPLE, "up"), "E": (extension.value, LENGTH, "nearest"),
    }  # fmt: skip
    if set_to.value > wrench.most.value + 1e-6:
        return Reach(
            wrench.name, CANNOT, None, set_to, Phrase("With {E} it would be set to {set}, and it ends at {most}.", said)
        )
    if set_to.value < wrench.least.value - 1e-6:
        return Reach(
            wrench.name,
            TOO_BIG,
            None,
            set_to,
            Phrase("With {E} it would be set to {set}, and it begins at {least}.", said),
        )
    return Reach(wrench.name, REACHES, None, set_to, Phrase("With {E} set it to {set}: the nut gets {target}.", said))


def to_set(target: Known, system: str) -> str:
    """A target as a wrench is set: whole ft·lb or N·m, as somebody would type it.

    >>> from stathmos.core.figures import Provenance, Working
    >>> to_set(Figure(61523.1, COUPLE, Provenance.LABEL, Working("")), "us")
    '445 ft·lb'
    """
    unit = BARE_UNIT[COUPLE][system]
    return f"{round(target.value / UNITS[COUPLE][unit])} " + ("N·m" if system == "metric" else unit)


def sheet(rig: Rig, kit: Kit | None, ball: Ball | None) -> tuple[Fastener, ...]:
    """Every nut and bolt in the order of tightening, sides taken in turn; a joint whose count nobody knows is one line."""
    found = []
    for joint, name in JOINTS.items():
        if (kit is None and joint != "ball_nut") or (joint == "ball_nut" and ball is not None and ball.own):
            continue
        got = _joint(kit, ball, joint)
        if got["least"] is None and got["most"] is None and got["count"] is None and joint == "bracket_bolts":
            continue  # not every family has them
        count = int(got["count"].value) if got["count"] is not None else 1
        for number in range(1, count + 1):
            key = joint if count == 1 else f"{joint}_{number}"
            side = (
                ""
                if count == 1
                else f" {number}, {'left' if number % 2 else 'right'}"
                if joint != "head_bolts"
                else f" {number}"
            )
            found.append(_fastener(rig, key, joint, name.rstrip("s") + side if count > 1 else name, got))
    return tuple(found)


def _joint(kit: Kit | None, ball: Ball | None, joint: str) -> dict[str, Given | None]:
    fields = ("least", "most", "turn", "across", "count")
    if joint == "ball_nut":
        return {field: of_the_ball(kit, ball, field) for field in fields}
    return {field: getattr(kit, f"{joint}_{field}", None) for field in fields}


def _fastener(rig: Rig, key: str, joint: str, name: str, got: dict[str, Given | None]) -> Fastener:
    bolt = rig.one("torque", key) or Bolt(key)
    least = got["least"] or Missing((f"stock.kit.{joint}_least",))
    most = got["most"] or Missing((f"stock.kit.{joint}_most",))
    target = work(
        "target = (least + most) / 2",
        COUPLE,
        middle,
        Rule("The middle of what the handbook allows.", COMMON_PRACTICE),
        least=least,
        most=most,
    )
    turn = got["turn"] is not None and got["turn"].typed == "yes"
    turned = bolt.turned is not None and bolt.turned.typed == "yes"
    marked = bolt.marked is not None and bolt.marked.typed == "yes"
    state, says = _done(bolt, least, most, turn, turned, marked)
    wrench = bolt.wrench.typed if bolt.wrench else ""
    return Fastener(
        key, joint, name, least, most, target, turn, got["across"], state, says, bolt.reached, turned, marked, wrench,
        bolt.found, bolt.witness.typed if bolt.witness else "",
    )  # fmt: skip


def _done(bolt: Bolt, least: Anything, most: Anything, turn: bool, turned: bool, marked: bool) -> tuple[str, Phrase]:
    """Whether one bolt is as the handbook wants it, with its witness mark."""
    if bolt.reached is None:
        return _as_found(bolt)
    if isinstance(least, Missing) or isinstance(most, Missing):
        return UNKNOWN, Phrase("The handbook's torque is not in the catalogue: read it there, and have it written in.")
    said = {
        "is": (bolt.reached.value, COUPLE, "nearest"),
        "least": (least.value, COUPLE, "up"),
        "most": (most.value, COUPLE, "down"),
    }
    if bolt.reached.value < least.value - 1e-6:
        return REFUSED, Phrase("{is} is less than the handbook's least, {least}.", said)
    if bolt.reached.value > most.value * (1 + 1e-9) + 1e-6:
        return REFUSED, Phrase(
            "{is} is more than the handbook's most, {most}: the thread may be stretched. Renew it and tighten again.",
            said,
        )
    if turn and not turned:
        return UNKNOWN, Phrase("{is}; the quarter turn that the handbook wants after it is not written down.", said)
    if not marked:
        return UNKNOWN, Phrase("{is}; the witness mark is not painted yet.", said)
    return GOOD, Phrase("{is}" + (", then a quarter turn" if turn else "") + ", witness mark painted.", said)


def _as_found(bolt: Bolt) -> tuple[str, Phrase]:
    """A bolt that nobody has tightened on this visit: by its witness mark, where it was on an earlier one."""
    if bolt.found is None:
        return UNKNOWN, Phrase("Not tightened yet, or not written down. Never trust the last fitter's torque.")
    said = {"found": (bolt.found.value, COUPLE, "nearest")}
    if bolt.witness is None:
        return UNKNOWN, Phrase("As found: {found} on an earlier visit. Look at the witness mark.", said)
    if bolt.witness.typed != MARK_WHOLE:
        return REFUSED, Phrase("The witness mark has moved since {found}: find out why, and tighten it anew.", said)
    return CAUTION, Phrase(
        "As found: {found} on an earlier visit, the witness mark in line. Tightened anew it is sure.", said
    )


def worst(fasteners: tuple[Fastener, ...]) -> str:
    """The worst state among bolts."""
    order = (REFUSED, UNKNOWN, CAUTION, GOOD)
    return min((one.state for one in fasteners), key=order.index, default=UNKNOWN)
