"""The practice yard and its debrief as plain data: what is seen, what can be done, what a tape shows, and what came of it.

Of the hidden truth nothing is told before a practice was let go: the tape's height goes out to be drawn, and what stands beside it
in words is only its neighbourhood.
"""

from __future__ import annotations

import math
from dataclasses import asdict

from stathmos.core import units
from stathmos.core.joints import JOINTS
from stathmos.core.phrases import Phrase
from stathmos.core.practice.acts import ACTS, DECK_WORDS, Act, Arg, Yard
from stathmos.core.practice.debrief import GO, HOLD, Debrief
from stathmos.core.practice.hand import Beside, Made
from stathmos.core.practice.mistakes import MISTAKES
from stathmos.core.practice.picture import Picture
from stathmos.core.practice.scenarios import SCENARIOS
from stathmos.core.practice.scene import fields_of
from stathmos.core.practice.tape import PLACES, on_deck, scale, taped
from stathmos.core.practice.truth import KIT, LEVEL, RESTORED, SET, SHARE, TIGHT, Truth
from stathmos.core.report.writing import Amount, InUnits, Tree
from stathmos.core.rig import name_at
from stathmos.core.settings import settings_of
from stathmos.core.units import COUNT, COUPLE, KG_PER_LB, LENGTH, MM_PER_IN, PRESSURE, WEIGHT

GOALS = {
    RESTORED: "Between half and all of the front axle's lost load is given back",
    LEVEL: "Rail front and rear stand within 1¼ in (32 mm)",
    SHARE: "At least a tenth rests on the tongue",
    KIT: "The kit is rated for what it carries",
    SET: "Coupled, latched and pinned, jack clear, hitch loaded",
    TIGHT: "Every bolt is as tight as its handbook wants",
}
VERDICTS = {GO: "It may go", HOLD: "It may not go"}
#: how wide a neighbourhood is told to those who cannot see the tape or the needle: half an inch or a centimetre, ten marks of a scale
_NEAR = {"us": MM_PER_IN / 2, "metric": 10.0}
_MARKS_NEAR = 10


def yard(yard: Yard, picture: Picture) -> Tree:
    """The yard as it stands: drawn, told, and what can be done in it."""
    tape = yard.scene.tape
    return {
        "picture": asdict(picture),
        "spots": len(yard.world.spots),
        "seen": _seen(yard),
        "tape": None if not tape else _tape(yard, tape),
        "dial": _dial(yard),
        "deck": _deck(yard),
        "acts": [_act(yard, act) for act in ACTS.values()],
    }


def _tape(yard: Yard, place: str) -> Tree:
    shows = taped(yard.world, yard.parts, yard.scene, place)

    def near(system: str) -> str:
        step = _NEAR[system]
        low = math.floor(shows / step) * step
        return f"between {units.write(low, LENGTH, system)} and {units.write(low + step, LENGTH, system)}"

    return {
        "place": place,
        "words": PLACES[place].words,
        "side": PLACES[place].side,
        "shows": shows,
        "near": InUnits(near),
    }


def _dial(yard: Yard) -> Tree | None:
    dial = scale(yard.world, yard.parts, yard.scene)
    if dial is None:
        return None

    step = dial.mark * _MARKS_NEAR
    near = "beyond its range" if dial.over else "nothing is on it"
    if dial.shows is not None and not dial.over:
        low = math.floor(dial.shows / step) * step
        near = f"between {units.write(low, WEIGHT, 'us')} and {units.write(low + step, WEIGHT, 'us')}"
    # a dial has the marks that are painted on it, whatever the screen is switched to
    return {
        "key": dial.key, "words": dial.words, "unit": "lb", "shows": None if dial.over or dial.shows is None else dial.shows / KG_PER_LB,
        "mark": dial.mark / KG_PER_LB, "over": dial.over, "near": near,
    }  # fmt: skip


def _deck(yard: Yard) -> Tree | None:
    shows = on_deck(yard.world, yard.parts, yard.scene)
    return None if shows is None else {"words": DECK_WORDS[yard.scene.deck], "shows": Amount(shows, WEIGHT)}


def _seen(yard: Yard) -> list[Phrase]:
    """What anybody sees who walks round the rig: nothing that a tape or a scale has to tell."""
    scene, mounted, parts = yard.scene, yard.scene.mounted, yard.parts
    said = [Phrase(f"It stands on {yard.world.spot(scene.spot).words}.")]
    if scene.coupled:
        latch = "latched and pinned" if scene.pinned else "the latch is not pinned"
        said.append(Phrase(f"Coupled, {latch}."))
        bears = scene.jack > 0 and yard.stands.on_jack > 0
        said.append(
            Phrase("The jack's foot stands on the ground." if bears else "The jack's foot is clear of the ground.")
        )
    else:
        said.append(Phrase("Uncoupled, the trailer on its jack."))
    hitch = ", ".join(filter(None, (mounted.kit, mounted.shank, mounted.ball)))
    if hitch:
        said.append(
            Phrase(f"On the vehicle: {hitch}; shank turned {mounted.way}, hole {mounted.hole} from the bottom.")
        )
    if parts.kit is not None:
        said.append(
            Phrase(
                "Brackets {at} behind the ball. " + ("The bars are on." if scene.bars_on else "The bars are off."),
                {"at": (mounted.bracket, LENGTH, "nearest")},
            )
        )
        counts = [
            f"{one.kind.row.lower()}{', ' + name.rpartition('_')[2] if one.kind.sided else ''}: {scene.counts[name]:g}"
            for one in settings_of(parts.kit) for name in fields_of(one) if name in scene.counts
        ]  # fmt: skip
        said += [Phrase(f"Set so: {'; '.join(counts)}.")] if counts else []
    if yard.world.vehicle.air:
        said.append(Phrase("The air springs' gauge shows {at}.", {"at": (scene.pressure, PRESSURE, "nearest")}))
    if yard.world.vehicle.levels:
        said.append(Phrase(f"Auto-levelling is {'on' if scene.levelling else 'off'}."))
    if yard.world.worn:
        said.append(
            Phrase(f"Worn off, and not to be read: {', '.join(name_at(path).lower() for path in yard.world.worn)}.")
        )
    left = [one.words for one in yard.world.cargo if one.key not in scene.aboard]
    said.append(Phrase(f"Not aboard: {'; '.join(left)}." if left else "All that travels is aboard."))
    if scene.wrench:
        said.append(Phrase(f"In the hand: {scene.wrench}."))
    said += [
        Phrase(f"{JOINTS[joint].name}: the wrench clicked, set to {{at}}.", {"at": (torque, COUPLE, "nearest")})
        for joint, torque in scene.torqued.items()
    ]
    return said


def _act(yard: Yard, act: Act) -> Tree:
    return {
        "key": act.key, "group": act.group, "words": act.called(yard), "caution": act.caution(yard), "hinders": act.hinders(yard),
        "wants": [_arg(one) for one in act.wants(yard)],
    }  # fmt: skip


def _arg(one: Arg) -> Tree:
    def now(system: str) -> str:
        if isinstance(one.now, str):
            return one.now
        return f"{one.now:g}" if one.dimension in ("", COUNT) else units.write(one.now, one.dimension, system)

    return {
        "name": one.name, "words": one.words, "kind": one.kind, "dimension": one.dimension, "now": InUnits(now),
        "offers": [{"value": value, "word": word} for value, word in one.offers],
    }  # fmt: skip


def debrief(told: Debrief, goals: frozenset[str]) -> Tree:
    """What came of a practice."""
    teaches = SCENARIOS.get(told.next)
    return {
        "verdict": told.verdict, "verdict_word": VERDICTS[told.verdict], "right": told.right, "passed": told.passed,
        "goals": [{"key": goal, "words": words, "met": told.truth.holds[goal]} for goal, words in GOALS.items() if goal in goals],
        "truth": _truth(told.truth),
        "mistakes": [_made(one) for one in told.mistakes],
        "beside": [_beside(one) for one in told.beside],
        "trials": told.trials, "best_trials": told.best_trials, "hints": told.hints, "seconds": told.seconds,
        "next": None if teaches is None else {"key": teaches.key, "title": teaches.title},
    }  # fmt: skip


def _truth(truth: Truth) -> list[Tree]:
    """The truth of what anybody would have measured, row by row."""
    rows = [
        ("Restored", Amount(truth.f, units.SHARE)),
        ("Front axle, uncoupled", Amount(truth.front_alone, WEIGHT)),
        ("Front axle, as it was let go", Amount(truth.front, WEIGHT)),
        ("Rail front less rail rear", Amount(truth.rails, LENGTH, signed=True)),
        ("Tongue weight", Amount(truth.tongue, WEIGHT)),
        ("Trailer, all of it", Amount(truth.gross, WEIGHT)),
        ("On the tongue", Amount(truth.share, units.SHARE)),
        ("What the hitch carries", Amount(truth.load, WEIGHT)),
    ]
    if truth.kit_rating is not None:
        rows.append(("The kit's tongue rating", Amount(truth.kit_rating, WEIGHT)))
    return [{"name": name, "is": amount} for name, amount in rows]


def _made(one: Made) -> Tree:
    kind = MISTAKES[one.key]
    teaches = SCENARIOS[kind.teaches]
    return {
        "key": one.key, "name": kind.name, "why": kind.why, "at": one.at, "where": name_at(one.path) if one.path else "", "costs": one.costs, "mended": one.mended,
        "teaches": {"key": teaches.key, "title": teaches.title},
    }  # fmt: skip


#: as wide as the debrief draws a reading's error to either side
_DRAWN = {LENGTH: MM_PER_IN, WEIGHT: 100 * KG_PER_LB}


def _beside(one: Beside) -> Tree:
    off = one.measured - one.truly
    return {
        "path": one.path, "name": name_at(one.path), "measured": Amount(one.measured, one.dimension), "truly": Amount(one.truly, one.dimension),
        "off": Amount(off, one.dimension, signed=True), "bad": abs(off) > (MM_PER_IN / 8 if one.dimension == LENGTH else 15 * KG_PER_LB),
        "drawn": max(-1.0, min(1.0, off / _DRAWN[one.dimension])),
    }  # fmt: skip
