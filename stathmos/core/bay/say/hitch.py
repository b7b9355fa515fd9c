"""The hitch as it stands in the bay, for drawing it: as it was last counted, else as it was mounted, else as it is planned."""

from __future__ import annotations

from stathmos.core.bay.measure import Measured
from stathmos.core.families import PLAIN
from stathmos.core.figures import Missing
from stathmos.core.hitch_drawing.as_set import AsSet, counts_of, of_kit
from stathmos.core.mounts import HOLE, MOUNTED
from stathmos.core.rig import Rig
from stathmos.core.settings import settings_of


def as_set(rig: Rig, measured: Measured) -> AsSet:
    """The hitch of a rig; of what was not measured, what is usual."""
    choice, kit, now = measured.now.choice, measured.kit, measured.now
    plan = AsSet(family=PLAIN) if kit is None else of_kit(kit)
    position, bracket, ball = choice.position, choice.bracket, now.heights.ball_standing
    depth = rig.trailer.frame_depth
    at = plan.bracket if isinstance(bracket, Missing) else bracket.value
    end = plan.bar_end if kit is not None and kit.bar_length is not None else at + plan.bar_end - plan.bracket
    return AsSet(
        family=plan.family,
        counts=counts_of(kit, _counted(rig, measured)),
        bracket=at,
        bar_end=end,
        ball=plan.ball if isinstance(ball, Missing) else ball.value,
        depth=plan.depth if depth is None else depth.value,
        underslung=rig.choice("trailer.coupler_mount") == "underslung",
        up=position is not None and position.orientation == "up",
        hole=_hole(rig, measured) or (position.hole if position is not None else None),
        holes=1 if position is None else position.holes_up + position.holes_down + 1,
    )


def _last_hole(measured: Measured) -> int | None:
    return next((one.setting.hole for one in reversed(measured.trials) if one.setting and one.setting.hole), None)


def _hole(rig: Rig, measured: Measured) -> int | None:
    """The head's hole as it was last counted."""
    mounted = getattr(rig.bay, HOLE)
    return _last_hole(measured) or (None if mounted is None else int(mounted.value))


def _counted(rig: Rig, measured: Measured) -> dict[str, float | None]:
    """How many of each kind, by its key: as last counted in a trial, else as mounted; None where neither was."""
    numbers: dict[str, float | None] = {}
    for allowed in settings_of(measured.kit):
        kind = allowed.kind
        tried = (one.both for trial in reversed(measured.trials) for one in trial.counted if one.kind.key == kind.key)
        mounted = getattr(rig.bay, MOUNTED + kind.place, None)
        last = next((number for number in tried if number is not None), None)
        numbers[kind.key] = last if last is not None else None if mounted is None else mounted.value
    return numbers
