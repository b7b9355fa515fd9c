"""What is proved once the bars are set: attitude, bars, clearances, reach."""

from __future__ import annotations

from stathmos.core.bay.check import Check, at_least, at_most, seen
from stathmos.core.figures import COMMON_PRACTICE, Anything, Missing, Phrase, Rule, expanded, work
from stathmos.core.findings.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.rig import Rig, Trial
from stathmos.core.rig.bay import NOT_FLAT
from stathmos.core.rules import ATTITUDE_TOLERANCE
from stathmos.core.stock import CHAIN, Kit
from stathmos.core.units import LENGTH, MM_PER_IN

PAST_BRACKET = 3 * MM_PER_IN
TO_GROUND = 125.0
JAW_PLAY = 3 / 16 * MM_PER_IN

_ATTITUDE = Rule("Rail front against rail rear within 1¼ in, bars on.", COMMON_PRACTICE)


def rail_difference(front: float, rear: float) -> float:
    """How much higher the rail stands in front, mm; negative is nose-down.

    >>> rail_difference(front=600.0, rear=612.0)
    -12.0
    """
    return front - rear


def attitude(rig: Rig, trial: Trial | None) -> Anything:
    """Rail front less rail rear with the bars on, in the last trial, mm."""
    if trial is None:
        return Missing(("trials.trial_1.rail_front",))
    if rig.choice("bay.floor") == NOT_FLAT:
        return Missing(("bay.floor",))  # two places of a floor that is not flat: their difference is the floor's too
    front, rear = (rig.figure(f"trials.{trial.key}.{name}") for name in ("rail_front", "rail_rear"))
    return work("rail front − rail rear", LENGTH, rail_difference, _ATTITUDE, front=front, rear=rear)


def attitude_check(apart: Anything, trial: Trial | None) -> Check:
    """Within 1¼ in; too high in front, the head goes down a hole, too low, up."""
    paths = (f"trials.{trial.key}.rail_front", f"trials.{trial.key}.rail_rear") if trial else ()
    why = "Nose-up it sways; nose-down the front trailer axle carries more, and its tyres and bearings wear."
    if isinstance(apart, Missing):
        floor = apart.needs == ("bay.floor",)
        says = (
            "The floor is not flat: what the rail says there is no attitude. Measure it on a flat one."
            if floor
            else "The rail is not measured front and rear with the bars on."
        )
        return Check(
            "attitude",
            "Trailer attitude",
            UNKNOWN,
            Phrase(says),
            why,
            paths,
            _ATTITUDE,
        )
    way = "level" if abs(apart.value) < 1 else "higher in front" if apart.value > 0 else "lower in front"
    said = {"apart": (abs(apart.value), LENGTH, "up"), "limit": (ATTITUDE_TOLERANCE, LENGTH, "down")}
    if abs(apart.value) > ATTITUDE_TOLERANCE + 1e-6:
        return Check(
            "attitude",
            "Trailer attitude",
            REFUSED,
            Phrase(f"The rail stands {{apart}} {way}; {{limit}} is the most.", said),
            why,
            paths,
            _ATTITUDE,
        )
    state = (
        CAUTION
        if abs(apart.value) + expanded(apart) > ATTITUDE_TOLERANCE and abs(apart.value) > 0.9 * ATTITUDE_TOLERANCE
        else GOOD
    )
    return Check(
        "attitude",
        "Trailer attitude",
        state,
        Phrase(f"The rail stands {{apart}} {way}; {{limit}} is the most.", said),
        why,
        paths,
        _ATTITUDE,
    )


def equal_ends(trial: Trial | None, chain: bool) -> Check | None:
    """Holes or links the same on both sides."""
    if trial is None:
        return None
    word = "links" if chain else "bracket holes"
    name, why = f"Equal {word} both sides", "Unequal bars twist both frames and pull the trailer to one side."
    paths = (f"trials.{trial.key}.steps_left", f"trials.{trial.key}.steps_right")
    left, right = trial.steps_left, trial.steps_right
    if left is None or right is None:
        return Check("equal", name, UNKNOWN, Phrase("Not counted on both sides."), why, paths)
    if left.value != right.value:
        return Check(
            "equal",
            name,
            REFUSED,
            Phrase(
                f"{left.value:g} on the left, {right.value:g} on the right: set both sides the same and measure C again."
            ),
            why,
            paths,
        )
    return Check("equal", name, GOOD, Phrase(f"{left.value:g} on both sides."), why, paths)


def went_on(trial: Trial | None) -> Check | None:
    """Bars that go on without lifting are too loose; with force, too tight."""
    if trial is None or trial.went_on is None:
        return None
    why = "Lifted about 3 in the bars go on and come off without a fight; stand clear of a loaded lever."
    paths = (f"trials.{trial.key}.went_on",)
    found = trial.went_on.typed
    state, says = {
        "lifted": (GOOD, "They went on with the rig lifted about 3 in."),
        "by_hand": (CAUTION, "They went on without lifting: they are too loose to carry anything."),
        "forced": (CAUTION, "They went on only with force: too tight, or the head is in the wrong hole."),
    }[found]
    return Check("went_on", "How the bars went on", state, Phrase(says), why, paths)


def proofs(rig: Rig, kit: Kit | None, trial: Trial | None, apart: Anything) -> tuple[Check, ...]:
    """Every proof that this rig needs: without bars, none of theirs."""
    chain = kit is not None and kit.bar_style is not None and kit.bar_style.typed == CHAIN
    common = Rule("at least", COMMON_PRACTICE)
    found: list[Check | None] = []
    if kit is not None:
        found += [attitude_check(apart, trial), equal_ends(trial, chain), went_on(trial)]
        found += [
            seen(
                rig, "bay.bars_parallel", "parallel", "Bars parallel with the frame", "Parallel.",
                "Not parallel: more tilt or a bracket hole brings them so; then measure C again.",
                "Bars at a slant change their pull over every bump.", refuses=not chain,
            ),
            None if chain else seen(
                rig, "bay.bars_flat", "flat", "Bars flat on their brackets", "Flat, full contact.",
                "Not flat: friction works only with the bar lying flat.",
                "Friction against sway works only over the full contact.",
            ),
            at_least(
                rig, ("bay.past_left", "bay.past_right"), "past", "Bar past the bracket", PAST_BRACKET, common,
                "In a turn the bar slides in its bracket; a short end drops out.",
            ),
            at_least(
                rig, ("bay.ground_left", "bay.ground_right"), "ground", "Bar end to ground", TO_GROUND, common,
                "A driveway or a speed bump catches what hangs lower.",
            ),
        ]  # fmt: skip
    found += [
        seen(
            rig, "bay.chains_reach", "chains", "Safety chains reach", "They reach in a full turn and clear the ground.",
            "They do not reach, or drag: extension or shortening first.", "A chain that pulls tight in a turn breaks its hook; one that drags wears through.",
        ),
        _present_only(
            rig, "trailer.breakaway", "bay.breakaway_reach", "breakaway", "Breakaway lead reaches the vehicle",
            "It must not pull in a turn, and must pull if all else parts.",
        ),
        seen(
            rig, "bay.wiring_reach", "wiring", "7-way lead reaches", "It reaches in a full turn and clears the ground.",
            "It does not reach, or drags: a longer lead first.", "A lead that pulls out takes the brakes and lights with it.",
        ),
        at_most(
            rig, "bay.jaw_play", "jaw", "Play of the ball in the jaw", JAW_PLAY, Rule("at most", COMMON_PRACTICE),
            "A worn or misadjusted jaw hammers, and may let go.",
        ),
    ]  # fmt: skip
    return tuple(one for one in found if one is not None)


def _present_only(rig: Rig, wanted_by: str, path: str, key: str, name: str, why: str) -> Check | None:
    """A proof of something that not every trailer has."""
    if rig.choice(wanted_by) == "no" or rig.choice("trailer.brakes") == "none":
        return None
    return seen(
        rig,
        path,
        key,
        name,
        "It reaches the vehicle in a full turn.",
        "It does not reach, or pulls: a longer lead first.",
        why,
    )
