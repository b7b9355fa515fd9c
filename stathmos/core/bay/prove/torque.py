"""The torque sheet: every bolt in its order, what the handbook asks, and whether this wrench can do it.

Torques are couples, kg·mm, like everywhere in the core.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core.families import PLAIN
from stathmos.core.figures import COMMON_PRACTICE, Anything, Figure, Given, Known, Missing, Rule, work
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.joints import BY_FEEL, BY_TORQUE, COUNTED, JOINTS, NO_TURN, TURNS, Turn
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import Bolt, Rig
from stathmos.core.rig.bay import MARK_WHOLE
from stathmos.core.stock import Ball, Kit, Wrench
from stathmos.core.units import BARE_UNIT, COUPLE, LENGTH, UNITS, write

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


def with_multiplier(target: float, times: float) -> float:
    """What a torque wrench is set to that drives a multiplier.  target / times

    The couple in any unit.

    >>> with_multiplier(target=450, times=3)
    150.0
    """
    return target / times


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
    by: str
    turn: Turn | None
    across: Given | None
    bolt_across: Given | None
    state: str
    says: Phrase
    reached: Given | None
    turned: bool
    turned_later: bool
    tight: bool
    marked: bool
    wrench: str
    method: str
    found: Given | None = None
    witness: str = ""

    @property
    def wanted(self) -> Phrase:
        """What the handbook asks, in words."""
        turn = (
            ""
            if self.turn is None
            else f", then {self.turn.words}" + (f", and {self.turn.later}" if self.turn.later else "")
        )
        if self.by in BY_FEEL:
            return Phrase(BY_FEEL[self.by].capitalize() + turn)
        if isinstance(self.least, Missing) or isinstance(self.most, Missing):
            return Phrase("")
        said = {"least": (self.least.value, COUPLE, "up"), "most": (self.most.value, COUPLE, "down")}
        if single(self.least, self.most):
            return Phrase("{least}" + turn, {"least": (self.least.value, COUPLE, "nearest")})
        return Phrase("{least} to {most}" + turn, said)


#: what a torque wrench may be off, as a share of what it is set to: ISO 6789 (type II, hand tools)
WRENCH_WITHIN = 0.04


def single(least: Anything, most: Anything) -> bool:
    """Whether a handbook gives one value and no range."""
    return not isinstance(least, Missing) and not isinstance(most, Missing) and abs(least.value - most.value) < 1e-6


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
    return write(target.value, COUPLE, system).replace(",", "")


def sheet(rig: Rig, kit: Kit | None, ball: Ball | None, wrenches: tuple[Wrench, ...] = ()) -> tuple[Fastener, ...]:
    """Every nut and bolt in the order of tightening, sides taken in turn; a joint whose count nobody knows is one line."""
    found = []
    order = (kit.held if kit is not None else PLAIN).tightened
    for joint in (JOINTS[key] for key in order):
        if joint.key == "ball_nut" and ball is not None and ball.own:
            continue
        if joint.only is not None and not joint.only.stands(rig.choice):
            continue
        got = _joint(kit, ball, joint.key)
        if not joint.always and all(one is None for one in got.values()):
            continue  # not every family has them
        count = int(got["count"].value) if got["count"] is not None else 1
        for number in range(1, count + 1):
            key = joint.key if count == 1 else f"{joint.key}_{number}"
            found.append(_fastener(rig, key, joint.key, joint.numbered(number, count), got, wrenches))
    return tuple(found)


_FIELDS = ("least", "most", "turn", "by", "across", "bolt_across", "count")


def _joint(kit: Kit | None, ball: Ball | None, joint: str) -> dict[str, Given | None]:
    if joint == "ball_nut":
        return {field: of_the_ball(kit, ball, field) for field in _FIELDS}
    return {field: getattr(kit, f"{joint}_{field}", None) for field in _FIELDS}


def _fastener(
    rig: Rig, key: str, joint: str, name: str, got: dict[str, Given | None], wrenches: tuple[Wrench, ...]
) -> Fastener:
    bolt = rig.one("torque", key) or Bolt(key)
    least = got["least"] or Missing((f"stock.kit.{joint}_least",))
    most = got["most"] or Missing((f"stock.kit.{joint}_most",))
    target = work(
        "target = (least + most) / 2", COUPLE, middle, Rule("The middle of what the handbook allows.", COMMON_PRACTICE), least=least, most=most
    )  # fmt: skip
    turn = None if got["turn"] is None or got["turn"].typed == NO_TURN else TURNS[got["turn"].typed]
    by = BY_TORQUE if got["by"] is None else got["by"].typed
    one = Fastener(
        key=key, joint=joint, name=name, least=least, most=most, target=target, by=by, turn=turn, across=got["across"],
        bolt_across=got["bolt_across"], state=UNKNOWN, says=Phrase(""), reached=bolt.reached, turned=_yes(bolt.turned),
        turned_later=_yes(bolt.turned_later), tight=_yes(bolt.tight), marked=_yes(bolt.marked),
        wrench=bolt.wrench.typed if bolt.wrench else "", method=bolt.method.typed if bolt.method else "", found=bolt.found,
        witness=bolt.witness.typed if bolt.witness else "",
    )  # fmt: skip
    done = _weakened(bolt, _done(bolt, one, wrenches))
    return replace(one, state=done.state, says=done.says)


def _weakened(bolt: Bolt, done: _Done) -> _Done:
    """What was tightened with a wrench past the day of its check is no more than with care."""
    if done.state != GOOD or bolt.reached is None or not _yes(bolt.late):
        return done
    return _Done(
        CAUTION, done.says.then(" The wrench was past the day of its check: tighten it again with one that was.")
    )


def _yes(given: Given | None) -> bool:
    return given is not None and given.typed == "yes"


@dataclass(frozen=True)
class _Done:
    """How one bolt stands, and why."""

    state: str
    says: Phrase


def _done(bolt: Bolt, one: Fastener, wrenches: tuple[Wrench, ...]) -> _Done:
    """Whether one bolt is as the handbook wants it, with its turn and its witness mark."""
    if one.by in BY_FEEL:
        if not one.tight:
            return _as_found(bolt)
        return _turned_and_marked(one, Phrase(f"{BY_FEEL[one.by].capitalize()}, as the handbook says"))
    if bolt.reached is None and one.turn is not None and one.turn.by_flats and one.turned and one.method in COUNTED:
        # the maker's own flats were counted: no wrench read a torque, and none is wanted
        return _turned_and_marked(one, Phrase("Tightened by its flats, counted"))
    if bolt.reached is None:
        return _as_found(bolt)
    if isinstance(one.least, Missing) or isinstance(one.most, Missing):
        return _Done(
            UNKNOWN, Phrase("The handbook's torque is not in the catalogue: read it there, and have it written in.")
        )
    reached, least, most = bolt.reached.value, one.least.value, one.most.value
    said = {"is": (reached, COUPLE, "nearest"), "least": (least, COUPLE, "up"), "most": (most, COUPLE, "down")}
    cannot = _cannot_give(bolt, wrenches)
    if cannot is not None:
        return _Done(REFUSED, cannot)
    slack = WRENCH_WITHIN * least if single(one.least, one.most) else _as_typed(bolt.reached)
    if reached < least - slack - 1e-6:
        return _Done(REFUSED, Phrase("{is} is less than the handbook's least, {least}.", said))
    if reached > most + slack + 1e-6:
        return _Done(
            REFUSED,
            Phrase(
                "{is} is more than the handbook's most, {most}: the thread may be stretched. Renew it and tighten again.",
                said,
            ),
        )
    return _turned_and_marked(one, Phrase("{is}", said))


def _as_typed(reached: Given) -> float:
    """Half of the last unit in which a torque is written, kg·mm: 583 N·m are the 430 ft·lb of a handbook."""
    metric = "n" in reached.typed.lower()  # N·m; a foot-pound has none
    return 0.5 * UNITS[COUPLE][BARE_UNIT[COUPLE]["metric" if metric else "us"]]


def _turned_and_marked(one: Fastener, begun: Phrase) -> _Done:
    if one.turn is not None and not one.turned:
        return _Done(
            UNKNOWN, begun.then(f"; {one.turn.words}, which the handbook wants after it, is not written down.")
        )
    if one.turn is not None and one.turn.later and not one.turned_later:
        return _Done(UNKNOWN, begun.then(f", then {one.turn.words}; {one.turn.later} is not written down."))
    if not one.marked:
        return _Done(UNKNOWN, begun.then("; the witness mark is not painted yet."))
    turn = (
        "" if one.turn is None else f", then {one.turn.words}" + (f", and {one.turn.later}" if one.turn.later else "")
    )
    return _Done(GOOD, begun.then(turn + ", witness mark painted."))


def _cannot_give(bolt: Bolt, wrenches: tuple[Wrench, ...]) -> Phrase | None:
    """Why the wrench that is named, with its extension and multiplier, cannot have given what is written; None where it can."""
    wrench = next((one for one in wrenches if bolt.wrench is not None and one.name == bolt.wrench.typed), None)
    if wrench is None or wrench.least is None or wrench.most is None or bolt.reached is None:
        return None
    longer = 1.0
    if bolt.extension is not None and bolt.extension.value > 0:
        if wrench.handle is None:
            return None
        longer = (wrench.handle.value + bolt.extension.value) / wrench.handle.value
    times = longer * (bolt.multiplier.value if bolt.multiplier is not None else 1.0)
    said = {
        "is": (bolt.reached.value, COUPLE, "nearest"),
        "least": (wrench.least.value * times, COUPLE, "up"), "most": (wrench.most.value * times, COUPLE, "down"),
    }  # fmt: skip
    slack = _as_typed(bolt.reached)
    with_it = "" if times == 1.0 else ", with its extension or multiplier,"
    if bolt.reached.value > wrench.most.value * times + slack:
        return Phrase(
            as_text(f"“{wrench.name}”{with_it} ends at ")
            + "{most}: it cannot have given {is}. Which wrench was it, and with what?",
            said,
        )
    if bolt.reached.value < wrench.least.value * times - slack:
        return Phrase(
            as_text(f"“{wrench.name}”{with_it} begins at ")
            + "{least}: it cannot have given {is}. Which wrench was it, and with what?",
            said,
        )
    return None


def _as_found(bolt: Bolt) -> _Done:
    """A bolt that nobody has tightened on this visit: by its witness mark, where it was on an earlier one."""
    if bolt.found is None:
        return _Done(UNKNOWN, Phrase("Not tightened yet, or not written down. Never trust the last fitter's torque."))
    said = {"found": (bolt.found.value, COUPLE, "nearest")}
    if bolt.witness is None:
        return _Done(UNKNOWN, Phrase("As found: {found} on an earlier visit. Look at the witness mark.", said))
    if bolt.witness.typed != MARK_WHOLE:
        return _Done(
            REFUSED, Phrase("The witness mark has moved since {found}: find out why, and tighten it anew.", said)
        )
    sure_anew = Phrase(
        "As found: {found} on an earlier visit, the witness mark in line. Tightened anew it is sure.", said
    )
    return _Done(CAUTION, sure_anew)


def worst(fasteners: tuple[Fastener, ...]) -> str:
    """The worst state among bolts."""
    order = (REFUSED, UNKNOWN, CAUTION, GOOD)
    return min((one.state for one in fasteners), key=order.index, default=UNKNOWN)
