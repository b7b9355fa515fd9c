"""The trials of a rig put together: which one counts, what they taught, and what the model makes of the next."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core import coupled
from stathmos.core.bay import learn
from stathmos.core.bay.arches import Arches, State, in_order
from stathmos.core.bay.coach import Range
from stathmos.core.bay.learn import STEPS, WASHERS, Line, Seen, Setting
from stathmos.core.bay.windows import restoration
from stathmos.core.figures import Anything, Missing, wanting
from stathmos.core.rig import Rig, Trial
from stathmos.core.stock import Kit

#: without the bars' geometry: what a washer and a step do to the restoration, and how little that is known; from memory
TYPICAL_EFFECTS = {WASHERS: (0.12, 0.10), STEPS: (0.15, 0.12)}
START_U = 0.35  # how far the model's first restoration is trusted: from memory, to be verified
EFFECT_SHARE_U = 0.3  # and its effect of one step, as a share of it: from memory, to be verified


@dataclass(frozen=True)
class Tried:
    """One trial: its setting as far as it was counted, its marks, the restoration they give."""

    trial: Trial
    setting: Setting | None
    state: State
    restoration: Anything
    void: bool
    changed: tuple[str, ...]


def setting_of(trial: Trial, kit: Kit) -> Setting | None:
    """How the bars were set in a trial; None where something that this kit sets was not counted, or not on both sides."""
    left, right = trial.steps_left, trial.steps_right
    steps = None if left is None or right is None else (left.value + right.value) / 2
    washers = None if trial.washers is None else trial.washers.value
    counted = {WASHERS: washers, STEPS: steps}
    if all(number is None for number in counted.values()) or any(counted[kind] is None for kind in ranges(kit)):
        return None
    hole = int(trial.hole.value) if trial.hole is not None else None
    return Setting(washers or 0.0, steps or 0.0, hole)


def _changed(before: Setting | None, now: Setting | None) -> tuple[str, ...]:
    if before is None or now is None:
        return ()
    names = [name for name in (WASHERS, STEPS) if before.of(name) != now.of(name)]
    if before.hole != now.hole and before.hole is not None and now.hole is not None:
        names.append("hole")
    return tuple(names)


def tried(rig: Rig, kit: Kit, arches: Arches) -> tuple[Tried, ...]:
    """Every trial in order. Once the head has moved, every C before it is void."""
    ordered = in_order(rig.trials)
    found: list[Tried] = []
    for trial, state in zip(ordered, arches.trials, strict=True):
        setting = setting_of(trial, kit)
        before = found[-1].setting if found else None
        found.append(Tried(trial, setting, state, restoration(arches, state), False, _changed(before, setting)))
    moved = max((index for index, one in enumerate(found) if "hole" in one.changed), default=0)
    return tuple(
        Tried(one.trial, one.setting, one.state, one.restoration, index < moved, one.changed)
        for index, one in enumerate(found)
    )


def ranges(kit: Kit) -> dict[str, Range]:
    """What the kit allows, by kind; a kind whose ends are not in the catalogue is left alone."""
    found = {}
    for kind in (WASHERS, STEPS):
        least, most = (getattr(kit, f"{kind}_{end}") for end in ("least", "most"))
        if least is not None and most is not None and least.value < most.value:
            half = kind == STEPS and kit.half_links is not None and kit.half_links.typed == "yes"
            found[kind] = Range(least.value, most.value, 0.5 if half else 1.0)
    return found


def sign_of_steps(kit: Kit) -> float:
    """A bracket hole or a turn more winds the bars; a working link more slackens them."""
    return -1.0 if kit.step_word is not None and kit.step_word.typed == "link" else 1.0


def model_of(rest: coupled.Rest) -> Callable[[float | None, float | None], float] | None:
    """The restoration of a setting by the model, where the bars' geometry is in the catalogue."""
    return coupled.restoration_by_settings(rest)


def line_before(rest: coupled.Rest, at: Setting) -> tuple[Line, bool]:
    """What is believed before any trial, and whether the model or only what is typical says it."""
    kit = rest.kit
    model = model_of(rest)
    if kit is None or model is None:
        effects = {
            WASHERS: TYPICAL_EFFECTS[WASHERS],
            STEPS: (TYPICAL_EFFECTS[STEPS][0] * (sign_of_steps(kit) if kit else 1.0), TYPICAL_EFFECTS[STEPS][1]),
        }
        return learn.believed(at, (0.6, 2 * START_U), effects), False
    return learn.believed(at, (model(at.washers, at.steps), START_U), effects_by_model(kit, model)), True


def effects_by_model(kit: Kit, model: Callable[[float | None, float | None], float]) -> dict[str, tuple[float, float]]:
    """Effect of one more washer and of one more step where the bars are surely engaged, with how far that is trusted."""
    allowed = ranges(kit)
    wash, step = allowed.get(WASHERS), allowed.get(STEPS)
    start = {
        kind: getattr(kit, f"{kind}_start").value if getattr(kit, f"{kind}_start") is not None else 0.0
        for kind in (WASHERS, STEPS)
    }
    tight_washers = wash.most if wash else start[WASHERS]
    tight_steps = (step.least if sign_of_steps(kit) < 0 else step.most) if step else start[STEPS]
    washer = model(tight_washers, tight_steps) - model(tight_washers - 1, tight_steps)
    one = model(tight_washers, tight_steps) - model(tight_washers, tight_steps - sign_of_steps(kit))
    effects = {WASHERS: washer, STEPS: one * sign_of_steps(kit)}
    return {kind: (effect, max(EFFECT_SHARE_U * abs(effect), 0.01)) for kind, effect in effects.items()}


def learned_from(
    rest: coupled.Rest, trials: tuple[Tried, ...], u_of_one: float, shift: Callable[[int], float]
) -> Line | None:
    """What the trials taught. ``u_of_one``: uncertainty of one trial's restoration by its own marks alone.

    ``shift``: what the model says that another hole, so many up, does to the restoration; trials at another hole count with its doubt.
    """
    told = [one for one in trials if one.setting is not None and not wanting(one.restoration)]
    if not told:
        return None
    now = told[-1].setting
    line, _ = line_before(rest, told[0].setting)
    seen = []
    for one in told:
        holes = 0 if one.setting.hole is None or now.hole is None else now.hole - one.setting.hole
        by = shift(holes) if holes else 0.0
        u = (u_of_one**2 + (0.5 * by) ** 2 + (0.1 if holes else 0.0) ** 2) ** 0.5
        seen.append(Seen(one.setting, one.restoration.value + by, u))
    return learn.learned(line, seen)


def marks_wanting(state: State) -> bool:
    return isinstance(state.front, Missing)
