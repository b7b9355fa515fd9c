"""What is proved once the bars are set: attitude, bars, clearances, reach."""

from __future__ import annotations

from stathmos.core.bay.check import Check, at_least, at_most, seen
from stathmos.core.figures import Anything, Missing, expanded
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig, Trial
from stathmos.core.settings import SIDES, Counted, counted_in
from stathmos.core.stock import Kit
from stathmos.core.tolerances import ATTITUDE, BAR_TO_GROUND, JAW_PLAY, PAST_BRACKET
from stathmos.core.units import LENGTH


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
            ATTITUDE.rule,
        )
    way = "level" if abs(apart.value) < 1 else "higher in front" if apart.value > 0 else "lower in front"
    said = {"apart": (abs(apart.value), LENGTH, "up"), "limit": (ATTITUDE.value, LENGTH, "down")}
    if not ATTITUDE.within(apart.value):
        return Check(
            "attitude",
            "Trailer attitude",
            REFUSED,
            Phrase(f"The rail stands {{apart}} {way}; {{limit}} is the most.", said),
            why,
            paths,
            ATTITUDE.rule,
        )
    state = (
        CAUTION
        if abs(apart.value) + expanded(apart) > ATTITUDE.value and abs(apart.value) > 0.9 * ATTITUDE.value
        else GOOD
    )
    return Check(
        "attitude",
        "Trailer attitude",
        state,
        Phrase(f"The rail stands {{apart}} {way}; {{limit}} is the most.", said),
        why,
        paths,
        ATTITUDE.rule,
    )


def equal_ends(trial: Trial | None, kit: Kit) -> tuple[Check, ...]:
    """What is set on each bar, the same on both sides."""
    if trial is None:
        return ()
    return tuple(_equal(trial, one) for one in counted_in(trial, kit) if one.kind.sided)


def _equal(trial: Trial, counted: Counted) -> Check:
    name, why = (
        f"Equal {counted.kind.equal} both sides",
        "Unequal bars twist both frames and pull the trailer to one side.",
    )
    paths = tuple(f"trials.{trial.key}.{field}" for field in counted.by_side)
    if counted.both is None:
        return Check("equal", name, UNKNOWN, Phrase("Not counted on both sides."), why, paths)
    if counted.unequal:
        told = ", ".join(
            f"{number:g} on the {side}" for number, side in zip(counted.by_side.values(), SIDES, strict=True)
        )
        says = Phrase(f"{told}: set both sides the same and measure C again.")
        return Check("equal", name, REFUSED, says, why, paths)
    return Check("equal", name, GOOD, Phrase(f"{counted.both:g} on both sides."), why, paths)


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
    found: list[Check | None] = []
    if kit is not None:
        found += [attitude_check(apart, trial), *equal_ends(trial, kit), went_on(trial)]
        found += [
            seen(
                rig, "bay.bars_parallel", "parallel", "Bars parallel with the frame", "Parallel.",
                "Not parallel: more tilt or a bracket hole brings them so; then measure C again.",
                "Bars at a slant change their pull over every bump.", refuses=kit.held.slant_refused,
            ),
            None if not kit.held.flat else seen(
                rig, "bay.bars_flat", "flat", "Bars flat on their brackets", "Flat, full contact.",
                "Not flat: friction works only with the bar lying flat.",
                "Friction against sway works only over the full contact.",
            ),
            at_least(
                rig, ("bay.past_left", "bay.past_right"), "past", "Bar past the bracket", PAST_BRACKET,
                "In a turn the bar slides in its bracket; a short end drops out.",
            ),
            at_least(
                rig, ("bay.ground_left", "bay.ground_right"), "ground", "Bar end to ground", BAR_TO_GROUND,
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
            rig, "bay.jaw_play", "jaw", "Play of the ball in the jaw", JAW_PLAY,
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
