"""Remedies of what is over, worked out and tried on the rig: so much out of where, what moved how far, which part, less water.

Demands are linear in a load's weight and in its place. So each load is probed once,
taken out whole and moved by a foot; how much is enough for a link follows; and what is
proposed is tried again, with all that it puts over.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from stathmos.core import load_changes
from stathmos.core.cargo import Placed, load_space, travels
from stathmos.core.choice import Choice
from stathmos.core.figures import Missing, sure, there
from stathmos.core.limits import guard, steady
from stathmos.core.phrases import Phrase, as_text, joined
from stathmos.core.ratings import LOAD, SAME, Link, State
from stathmos.core.rig import Rig
from stathmos.core.rig.hitch import DISTRIBUTING
from stathmos.core.rig.loads import TRAILER, Load
from stathmos.core.selection import USABLE
from stathmos.core.trial import Bench, demands
from stathmos.core.tryout import Tryout
from stathmos.core.units import LENGTH, MM_PER_FT, MM_PER_IN, WEIGHT
from stathmos.core.weighing import CANNOT_TELL, HEAVY, INSIDE, LOW_SIDE, Weights

MANY_LINKS, MOST_EACH = 5, 3  # of the links beyond so many one remedy each is enough
TRIES, FURTHER = 3, 1.15  # what is not enough by its own doubt is done so much further, so often
FRONT_OF_BED = 0.72  # of the wheelbase: from memory, to be verified
CARRIED = 6000.0  # mm: what leaves the rig counts as carried so far


@dataclass(frozen=True)
class Remedy:
    """One remedy of one link. ``writes``: the loads as they would be written; ``chooses``: fields of the hitch as they
    would be; ``effort`` kg·mm, least first; ``crosses``: the links it puts over; ``lightens``: it leaves the tongue light.
    """

    link: str
    says: Phrase
    effort: float
    writes: tuple[Load, ...] = ()
    chooses: tuple[tuple[str, str], ...] = ()
    crosses: tuple[Link, ...] = ()
    lightens: bool = False

    @property
    def clean(self) -> bool:
        """Whether it puts the link right and crosses no other."""
        return not self.crosses and not self.lightens


@dataclass(frozen=True)
class _Probe:
    """A change of one load: by ``size`` (kg out, or mm moved) the demands become those of ``then``; ``most`` of it can be done; ``to_the_unit`` rounds up to what a hand would do."""

    one: Placed
    size: float
    most: float
    then: dict[str, float]
    write: Callable[[float], tuple[Load, ...]]
    says: Callable[[float], Phrase]
    effort: Callable[[float], float]
    to_the_unit: Callable[[float], float]


def advise(bench: Bench, choice: Choice, tryout: Tryout) -> tuple[Remedy, ...]:
    """Remedies of every link that is over, the worst link first, for each the least change first. Each was put on the rig
    and the whole judged again: what does not cure is left out, and what a maker or a handbook forbids."""
    over = sorted(
        (link for link in bench.planned.links if link.state is State.OVER and link.kind == LOAD), key=lambda link: -there(link.share)
    )  # fmt: skip
    if not over:
        return ()
    probes = list(_probes(bench)) if any(not _of_a_part(link) for link in over) else []
    found: list[Remedy] = []
    for place, link in enumerate(over):
        most = MOST_EACH if place < MANY_LINKS else 1
        tried = [*_parts(bench.rig, link, choice, tryout)]
        if not _of_a_part(link):
            tried += _of_loads(link, probes, bench, tryout, most)
        tried.sort(key=lambda one: (not one.clean, one.effort))
        found += tried[:most]
    return tuple(found)


def _of_a_part(link: Link) -> bool:
    return link.key == "ball"


def _remedy(
    bench: Bench, link: Link, says: Phrase, writes: tuple[Load, ...], effort: float, tryout: Tryout
) -> Remedy | None:
    """A remedy of loads as the whole rig judges it; None where it does not cure, or leaves something else worse than it tells."""
    outcome = tryout.loads(writes)
    if not outcome.cures(link.key) or outcome.forbidden or outcome.worse_beside(one.key for one in outcome.crosses):
        return None
    if not steady(bench, tryout, writes):
        return None
    then, now = bench.weighed(writes), bench.weights
    fell = (
        not isinstance(then.share, Missing)
        and not isinstance(now.share, Missing)
        and then.share.value < now.share.value
    )
    # Where the tongue may be too light already, whatever takes more off it is no help.
    lightens = outcome.lightens or fell and then.judgement.state != INSIDE and not _heavy(then)
    return Remedy(link.key, says, effort, writes, (), outcome.crosses, lightens)


def _heavy(weights: Weights) -> bool:
    """Whether the tongue is, or may be, too heavy and nothing else."""
    judged = weights.judgement
    return judged.state == HEAVY or judged.state == CANNOT_TELL and LOW_SIDE not in judged.sides


def _probes(bench: Bench) -> Iterator[_Probe]:
    for one in bench.placed:
        if one.kind.people or not travels(one) or isinstance(one.weight, Missing) or one.weight.value <= 0:
            continue
        yield _take_out(bench, one)
        if one.kind.movable and not isinstance(one.to, Missing):
            yield from _slides(bench, one)


def _take_out(bench: Bench, one: Placed) -> _Probe:
    rig, whole = bench.rig, sure(one.weight).value
    verb = "Drain" if one.kind.density and one.load.kind_key != "propane" else "Take"
    where = "the trailer" if one.on == TRAILER else "the vehicle"
    all_of_it = not (one.kind.parts or one.kind.density)

    def says(out: float) -> Phrase:
        whose = f"{one.load.word.lower()}{', all of it' if out > whole - SAME else ''}"
        return Phrase(
            f"{verb} {{out}} out of {where}: {whose}.", {"out": (out, WEIGHT, load_changes.told_up(out, whole))}
        )

    def write(out: float) -> tuple[Load, ...]:
        return load_changes.taken_out(rig, one, out)

    def enough(out: float) -> float:
        """Up to the pound; all of it where it cannot be parted, or where the pound would be more than there is."""
        rounded = load_changes.to_the_pound(out)
        return whole if all_of_it or out <= whole < rounded else rounded

    then = bench.tried(write(whole)).demands
    return _Probe(one, whole, whole, then, write, says, lambda out: out * CARRIED, enough)


def _slides(bench: Bench, one: Placed) -> Iterator[_Probe]:
    """Moved along, both ways as far as there is room: in the trailer within its box, in the bed forward to its front.

    One way is tried; what the other does is the same with the opposite sign.
    """
    rig = bench.rig
    at, L, frame, w = sure(one.to).value, rig.trailer.ball_to_axle, rig.trailer.frame_length, rig.vehicle.wheelbase
    if one.on == TRAILER and L is not None and frame is not None and not one.kind.rack:
        space = load_space(rig, L.value, frame.value)
        room = {1.0: space.rear - at, -1.0: at - space.front}
    elif one.load.kind_key in ("bed", "behind_axle") and w is not None:
        room = {-1.0: at - FRONT_OF_BED * w.value}
    else:
        return
    ways = {way: most for way, most in room.items() if most >= load_changes.LEAST_MOVE}
    if not ways:
        return
    tried = max(ways, key=lambda way: ways[way])
    size = min(MM_PER_FT, ways[tried])
    then, now = bench.tried(load_changes.moved(one, at + tried * size)).demands, demands(bench.planned.links)
    for way, most in ways.items():
        changed = then if way == tried else {key: 2 * now.get(key, demand) - demand for key, demand in then.items()}
        yield _slide(one, at, way, size, most, changed)


def _slide(one: Placed, at: float, way: float, size: float, most: float, then: dict[str, float]) -> _Probe:
    def write(by: float) -> tuple[Load, ...]:
        return load_changes.moved(one, at + way * by)

    def says(by: float) -> Phrase:
        put = {
            "m": (sure(one.weight).value, WEIGHT, "nearest"),
            "by": (by, LENGTH, "nearest"),
            "to": (at + way * by, LENGTH, "nearest"),
        }
        behind = "the ball" if one.on == TRAILER else "the front axle"
        towards = "rearward" if way > 0 else "forward"
        return Phrase(f"Move {one.load.word.lower()} ({{m}}) {{by}} {towards}, to {{to}} behind {behind}.", put)

    def to_the_inch(by: float) -> float:
        return max(load_changes.LEAST_MOVE, math.ceil(by / MM_PER_IN - 1e-9) * MM_PER_IN)

    return _Probe(one, size, most, then, write, says, lambda by: sure(one.weight).value * by, to_the_inch)


#: the sentence behind a remedy that is just enough by the figures as they are
NOT_SURELY = " Weigh again after that: it may still be over."


def _of_loads(link: Link, probes: list[_Probe], bench: Bench, tryout: Tryout, most: int) -> list[Remedy]:
    """Single changes that are enough, the least first; where none is, loads taken out together. Enough with all that is not
    known; where the loads do not give that, enough by the figures, and it is said."""
    inside = guard(sure(link.demand))
    for within, end in ((inside, ""), (0.0, NOT_SURELY)) if inside > SAME else ((0.0, ""),):
        found = _singly(link, within, end, probes, bench, tryout, most) or _together(
            link, within, end, probes, bench, tryout
        )
        if found:
            return found
    return []


def _singly(
    link: Link, within: float, end: str, probes: list[_Probe], bench: Bench, tryout: Tryout, most: int
) -> list[Remedy]:
    excess, now = within - there(link.margin), sure(link.demand).value
    enough = []
    for probe in probes:
        gained = (now - probe.then.get(link.key, now)) / probe.size
        if gained <= 1e-9:
            continue
        wanted = probe.to_the_unit(excess / gained)
        if wanted <= probe.most + SAME:
            enough.append((probe.effort(wanted), wanted, probe))
    enough.sort(key=lambda one: one[0])
    found: list[Remedy] = []
    for _, wanted, probe in enough:
        for _ in range(TRIES):
            remedy = _remedy(
                bench, link, probe.says(wanted).then(end), probe.write(wanted), probe.effort(wanted), tryout
            )
            if remedy is not None and (not within or tryout.loads(remedy.writes).settled(link.key)):
                found.append(remedy)
                break
            further = probe.to_the_unit(wanted * FURTHER)
            if not within or further > probe.most + SAME:
                break
            wanted = further
        if len(found) == most:
            break
    return found


def _together(link: Link, within: float, end: str, probes: list[_Probe], bench: Bench, tryout: Tryout) -> list[Remedy]:
    """Several loads out, those first that help most for their weight."""
    now, left = sure(link.demand).value, within - there(link.margin)
    helping = [
        ((now - probe.then.get(link.key, now)) / probe.size, probe)
        for probe in probes
        if probe.effort(1.0) == CARRIED and now - probe.then.get(link.key, now) > SAME
    ]
    helping.sort(key=lambda one: -one[0])
    says: list[Phrase] = []
    writes: list[Load] = []
    effort = 0.0
    for gained, probe in helping:
        out = min(probe.to_the_unit(max(left, 0.0) / gained), probe.most)
        says.append(probe.says(out))
        writes += probe.write(out)
        effort += probe.effort(out)
        left -= gained * out
        if left <= SAME:
            break
    if left > SAME or not says:
        return []
    remedy = _remedy(bench, link, joined(*says).then(end), tuple(writes), effort, tryout)
    return [] if remedy is None or (within and not tryout.loads(remedy.writes).settled(link.key)) else [remedy]


def _parts(rig: Rig, link: Link, choice: Choice, tryout: Tryout) -> Iterator[Remedy]:
    """A part of the shelf that serves instead of the one on the vehicle; its own bars; the other style of hitch."""
    for says, chooses in _other_parts(rig, link, choice):
        outcome = tryout.chosen(chooses)
        if outcome.cures(link.key) and outcome.clean:
            yield Remedy(link.key, says, 0.0, (), chooses)
            return


#: what is chosen, by path
Chooses = tuple[tuple[str, str], ...]


def _other_parts(rig: Rig, link: Link, choice: Choice) -> Iterator[tuple[Phrase, Chooses]]:
    bars = rig.choice("hitch.bars")
    if link.key.startswith("hitch_") and bars:
        yield Phrase(as_text(f"Put its own bars on instead of those of {bars}.")), (("hitch.bars", ""),)
    for prefix, what, verdicts in (
        ("hitch_", "kit", choice.kits), ("shank_", "shank", choice.shanks), ("ball", "ball", choice.balls),
    ):  # fmt: skip
        fitted = rig.choice(f"hitch.{what}")
        if not link.key.startswith(prefix) or not fitted:
            continue
        for one in verdicts:
            if one.state in USABLE and one.part.name != fitted:
                says = Phrase(as_text(f"Fit {one.part.name} instead of {fitted}."))
                yield (
                    says,
                    ((f"hitch.{what}", one.part.name), *((("hitch.bars", ""),) if what == "kit" and bars else ())),
                )
    if link.key in ("receiver_gross", "receiver_tongue") and not choice.weight_distributing:
        says = Phrase("Use a weight-distributing hitch: this receiver is rated for it that way.")
        yield says, (("hitch.style", DISTRIBUTING),)
