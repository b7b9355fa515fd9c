"""One figure of a record misread, as people misread them: which slips are asked about, which slip through, which are guessed right."""

from __future__ import annotations

import random
import sys
from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace
from typing import NamedTuple

from stathmos.core import cargo
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.figures import Given, Missing, Provenance, constant, sure, there
from stathmos.core.heights import spring_rates
from stathmos.core.load_changes import word
from stathmos.core.loading import vehicle_loads
from stathmos.core.relations import Mismatch, mismatches
from stathmos.core.relations.slips import EXCHANGED, OTHER_UNIT, as_digits, misread
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.answers import Answer
from stathmos.core.rig.loads import TRAILER
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock
from stathmos.core.uncertainty import as_written
from stathmos.core.units import COUNT, KG_PER_LB, LENGTH, MM_PER_IN, WEIGHT
from tests.core import random_rigs

PASSES = ("good", "caution")
#: what makes a rig a refused one: a rating too small, a load too great
TOO_SMALL = (
    "vehicle.rear_gawr",
    "vehicle.payload",
    "vehicle.tongue_limit",
    "vehicle.receiver_wd_tongue",
    "vehicle.tow_rating",
)
TOO_GREAT = ("weighing.tongue_scale", "weighing.gauge", "trailer.gross_weight", "loads.bed.weight")


class Misread(NamedTuple):
    """A figure written otherwise than it was read."""

    path: str
    kind: str
    rig: Rig


@dataclass
class Tally:
    """What came of it."""

    sound: int = 0
    questioned: int = 0
    passed: int = 0
    unasked: Counter[str] = field(default_factory=Counter)
    unread: Counter[str] = field(default_factory=Counter)
    of_loads: int = 0
    on_scale: Counter[bool] = field(default_factory=Counter)
    unasked_on_scale: Counter[bool] = field(default_factory=Counter)
    read_again: int = 0
    offered: int = 0
    right: int = 0


def misreads(rig: Rig, dice: random.Random, many: int) -> Iterator[Misread]:
    """So many of its figures misread, one at a time, each by one slip."""
    written = [
        (path, given)
        for path, given in random_rigs.written(rig).items()
        if given.dimension in (WEIGHT, LENGTH) and as_digits(given) is not None
    ]
    for path, given in dice.sample(written, min(many, len(written))):
        read = as_digits(given)
        assert read is not None
        found = [(kind, int(digits) * read.unit) for kind, digits in misread(read.digits)]
        if given.dimension == WEIGHT:
            found += [(OTHER_UNIT, given.value * by) for by in (KG_PER_LB, 1 / KG_PER_LB)]
        found += [(NEIGHBOR, other.value) for other in _beside(rig, path) if abs(other.value - given.value) > 1e-6]
        # As often one kind as another, whatever number of digits there is.
        kind = dice.choice(sorted({kind for kind, _ in found}))
        value = dice.choice([value for other, value in found if other == kind])
        entry = entry_at(path)
        if entry is not None and entry.low <= value <= entry.high:
            yield Misread(path, kind, random_rigs.put(rig, path, _as_typed(given, value, read.unit)))
    for one, other in dice.sample(TWINS, 2):
        here, there = rig.figure(one), rig.figure(other)
        if isinstance(here, Given) and isinstance(there, Given) and here.value != there.value:
            exchanged = random_rigs.put(rig, one, _as_typed(here, there.value, KG_PER_LB))
            yield Misread(one, EXCHANGED, random_rigs.put(exchanged, other, _as_typed(there, here.value, KG_PER_LB)))


#: figures that are written for each other: front for rear, gross for net
TWINS = (
    ("vehicle.front_gawr", "vehicle.rear_gawr"), ("vehicle.unladen_front", "vehicle.unladen_rear"), ("vehicle.gvwr", "vehicle.payload"),
    ("vehicle.receiver_wc_gross", "vehicle.receiver_wd_gross"), ("vehicle.receiver_wc_tongue", "vehicle.receiver_wd_tongue"),
)  # fmt: skip
NEIGHBOR = "neighbor"


def _beside(rig: Rig, path: str) -> list[Given]:
    """What stands on the same label."""
    entry = entry_at(path)
    return [
        given
        for other, given in random_rigs.written(rig).items()
        if other != path
        and entry is not None
        and (beside := entry_at(other)) is not None
        and (beside.dimension, beside.read_at) == (entry.dimension, entry.read_at)
    ]


def _as_typed(given: Given, value: float, unit: float) -> Given:
    entry = entry_at(given.path)
    assert entry is not None
    whole = round(value / unit)
    u = as_written(whole * unit, entry, given.provenance)
    return replace(given, value=whole * unit, typed=f"{whole}", u=u)


def complete(rig: Rig, dice: random.Random) -> Rig:
    """The rig with what is found at most of them besides: both brochures, a pass over the scale, the tires' sidewalls."""

    def pounds(rig: Rig, path: str, kilograms: float, provenance: Provenance) -> Rig:
        whole = round(kilograms / KG_PER_LB)
        entry = there(entry_at(path))
        u = as_written(whole * KG_PER_LB, entry, provenance)
        return random_rigs.put(rig, path, Given(whole * KG_PER_LB, WEIGHT, provenance, f"{whole} lb", path=path, u=u))

    gross, tongue = (
        sure(rig.figure("trailer.gross_weight")).value,
        sure(assess(rig, trial=True).weights.tongue_standing).value,
    )
    on_it = sum(one.weight.value for one in cargo.plan(rig) if one.on == TRAILER and cargo.aboard(one))
    by_loads = sum(one.tongue.value for one in cargo.plan(rig) if one.on == TRAILER and cargo.aboard(one))
    empty = (gross - on_it) * dice.uniform(0.88, 0.99)
    rig = pounds(rig, "trailer.unladen_weight", empty, Provenance.BROCHURE)
    rig = pounds(
        rig,
        "trailer.brochure_tongue",
        min(max((tongue - by_loads) * dice.uniform(0.85, 1.1), 0.05 * empty), 0.2 * empty),
        Provenance.BROCHURE,
    )
    if dice.random() < 0.7:
        cargo_label = (sure(rig.figure("trailer.gvwr")).value - empty) * dice.uniform(0.9, 1.0)
        if cargo_label > 100 * KG_PER_LB:
            rig = pounds(rig, "trailer.cargo_capacity", cargo_label, Provenance.LABEL)
    if dice.random() < 0.5:
        loads = vehicle_loads(
            rig, cargo.plan(rig), constant(0.0, WEIGHT), rig.figure("vehicle.overhang"), planned=False
        )
        front, rear = sure(loads.front).value, sure(loads.rear).value
        brochure = sum(sure(rig.figure(f"vehicle.unladen_{end}")).value for end in ("front", "rear"))
        # The payload (door sticker) is of this one as it was built: what it weighs empty is the rest of its GVWR, whatever a brochure says.
        built = (sure(rig.figure("vehicle.gvwr")).value - sure(rig.figure("vehicle.payload")).value) / brochure
        for end, on_it in (("front", front), ("rear", rear)):
            more = (built - 1) * sure(rig.figure(f"vehicle.unladen_{end}")).value
            rig = pounds(rig, f"weighing.bridge_{end}_alone", on_it + more, Provenance.MEASURED)
    if dice.random() < 0.5:
        rig = _taped(rig, tongue, dice)
    for end in ("front", "rear"):
        axle = sure(rig.figure(f"vehicle.{end}_gawr")).value
        rig = pounds(rig, f"vehicle.{end}_tyre_rating", axle / 2 * dice.uniform(1.0, 1.6), Provenance.LABEL)
    return random_rigs.put(
        rig, "vehicle.rear_tyre_count", Given(2.0, COUNT, Provenance.LABEL, "2", path="vehicle.rear_tyre_count")
    )


def _taped(rig: Rig, tongue: float, dice: random.Random) -> Rig:
    """The rig with its rear arch taped before and after it was coupled, on springs as much softer or stiffer than usual as springs are."""
    rate = sure(spring_rates(rig)[1]).value * dice.uniform(0.7, 1.5)
    w, o = sure(rig.figure("vehicle.wheelbase")).value, sure(rig.figure("vehicle.overhang")).value
    before = 38 * MM_PER_IN
    for name, height in (("squat_before", before), ("squat_after", before - tongue * (w + o) / (w * rate))):
        eighths = round(height / MM_PER_IN * 8)
        path, value = f"weighing.{name}", eighths / 8 * MM_PER_IN
        u = as_written(value, there(entry_at(path)), Provenance.MEASURED)
        rig = random_rigs.put(rig, path, Given(value, LENGTH, Provenance.MEASURED, f"{eighths / 8} in", path=path, u=u))
    return rig


def answered(rig: Rig, asked: Iterable[Mismatch]) -> Rig:
    """Every mismatch answered: as it was read."""
    found = {key: text for one in asked for key, text in one.answers.items()}
    return replace(rig, answers=tuple(Answer(key, word(text)) for key, text in found.items()))


def refused(seed: int) -> tuple[Rig, Stock, Rules] | None:
    """A sound rig that is refused for a figure of its own; None where this seed makes none."""
    dice = random.Random(seed)
    rig, stock, rules = random_rigs.a_rig(seed)
    path = dice.choice((*TOO_SMALL, *TOO_GREAT))
    given = rig.figure(path)
    if isinstance(given, Missing):
        return None
    factor = dice.uniform(0.6, 0.9) if path in TOO_SMALL else dice.uniform(1.1, 1.5)
    pounds = round(given.value * factor / KG_PER_LB)
    rig = complete(random_rigs.put(rig, path, _as_typed(given, pounds * KG_PER_LB, KG_PER_LB)), dice)
    ahead, behind = sure(rig.figure("vehicle.front_gawr")), sure(rig.figure("vehicle.rear_gawr"))
    if ahead.value > behind.value:
        return None  # what tows is rated for more behind than ahead
    if mismatches(rig) or assess(rig, rules, stock, trial=True).verdict.state != "refused":
        return None
    return rig, stock, rules


def passes(assessment: Assessment) -> bool:
    """Whether the rig may go."""
    return assessment.verdict.state in PASSES


def measured(rigs: int) -> Tally:
    """So many sound rigs, and so many refused ones, each misread ten times."""
    tally = Tally()
    for seed in range(rigs):
        rig = complete(random_rigs.a_rig(seed)[0], random.Random(seed))
        tally.sound += 1
        tally.questioned += bool(mismatches(rig))
        for slip in misreads(rig, random.Random(seed), 10):
            _offered(tally, rig, slip, mismatches(slip.rig))
    made = 0
    for seed in range(10 * rigs):
        found = refused(seed)
        if found is None:
            continue
        made += 1
        _one(tally, *found, random.Random(seed))
        if made == rigs:
            break
    return tally


def _one(tally: Tally, rig: Rig, stock: Stock, rules: Rules, dice: random.Random) -> None:
    for slip in misreads(rig, dice, 10):
        asked = mismatches(slip.rig)
        _offered(tally, rig, slip, asked)
        found = assess(answered(slip.rig, asked), rules, stock, trial=True)
        if passes(found):
            tally.passed += 1
            tally.of_loads += slip.path.startswith("loads.")
            was_weighed = not rig.is_blank("weighing.bridge_rear_alone")
            tally.on_scale[was_weighed] += 1
            tally.unasked_on_scale[was_weighed] += not asked
            tally.read_again += len(found.to_read_again)
            if not asked:
                tally.unasked[slip.path] += 1
                if slip.path not in found.to_read_again:
                    tally.unread[slip.path] += 1


def _offered(tally: Tally, rig: Rig, slip: Misread, asked: Iterable[Mismatch]) -> None:
    """What is offered instead, and whether it is what was there."""
    true = rig.figure(slip.path)
    assert isinstance(true, Given)
    for one in asked:
        for offered in one.slips:
            tally.offered += 1
            tally.right += abs(offered.writes.get(slip.path, 0.0) - true.value) < 0.01 * true.value


def lines(tally: Tally) -> Iterator[str]:
    """What was found, for a person."""
    unasked = sum(tally.unasked.values())
    yield f"{tally.sound} sound rigs, {tally.questioned} of them asked about without cause ({tally.questioned / max(1, tally.sound):.1%})"
    yield f"{tally.passed} slips turned a refusal into a pass, {unasked} of them unasked ({unasked / max(1, tally.passed):.0%})"
    loads = sum(count for path, count in tally.unasked.items() if path.startswith("loads."))
    yield f"    of {tally.of_loads} in a load's weight {loads}; of {tally.passed - tally.of_loads} in a label or a reading {unasked - loads} ({(unasked - loads) / max(1, tally.passed - tally.of_loads):.0%})"
    for was_weighed in (True, False):
        of, out = tally.on_scale[was_weighed], tally.unasked_on_scale[was_weighed]
        yield f"    of {of} in a record {'with' if was_weighed else 'without'} a pass over the scale {out} ({out / max(1, of):.0%})"
    unread = sum(tally.unread.values())
    yield f"    and {unread} not read a second time before signing either ({unread / max(1, tally.passed):.0%}): {dict(tally.unread)}"
    yield f"    {tally.read_again / max(1, tally.passed):.1f} figures to read a second time for each"
    for path, count in tally.unasked.most_common(12):
        yield f"    {count} {path}"
    yield f"{tally.offered} slips offered, {tally.right} of them the true figure ({tally.right / max(1, tally.offered):.0%})"


if __name__ == "__main__":
    sys.stdout.write("\n".join(lines(measured(int(sys.argv[1])))) + "\n")
