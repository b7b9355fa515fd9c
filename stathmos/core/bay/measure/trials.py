"""The trials of a rig: how the bars were set in each, its marks, the restoration they give, and which still count."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.bay.measure.arches import Arches, StateMarks, States, in_order
from stathmos.core.figures import STATICS, Anything, Missing, Rule, expanded, there, work
from stathmos.core.rig import Rig, Trial
from stathmos.core.rig.bay import NOT_ON, trial_number
from stathmos.core.settings import Counted, counted_in, settings_of
from stathmos.core.stock import Kit
from stathmos.core.units import SHARE

HEAD_MOVED = "head moved"  # what changed where the head stands in another hole of its shank


@dataclass(frozen=True)
class Setting:
    """How the bars are set: how many of each kind, by its key, the mean of both sides; ``hole`` the shank hole, None where nobody counted."""

    counts: Mapping[str, float] = field(default_factory=dict)
    hole: int | None = None

    def of(self, kind: str) -> float:
        """How many of a kind; none of one that the kit has not."""
        return self.counts.get(kind, 0.0)

    def with_count(self, kind: str, number: float) -> Setting:
        """The same with another number of one kind."""
        return replace(self, counts={**self.counts, kind: number})


@dataclass(frozen=True, kw_only=True)
class Tried:
    """One trial: its setting as far as it was counted, its marks, the restoration they give.

    ``counted``: each kind that the kit is set by, by side; ``changed``: the kinds (and `HEAD_MOVED`) set otherwise than before it.
    """

    trial: Trial
    counted: tuple[Counted, ...]
    setting: Setting | None
    states: States
    restoration: Anything
    void: bool
    changed: tuple[str, ...]

    @property
    def state(self) -> StateMarks:
        """Its own marks, C."""
        return there(self.states.c)

    @property
    def measured(self) -> bool:
        """Whether its front marks were read, on one side at least."""
        return not isinstance(self.state.front_mark, Missing)

    @property
    def would_not_go_on(self) -> bool:
        """Whether its bars would not go on: a bound on the setting, and no marks."""
        return self.trial.went_on is not None and self.trial.went_on.typed == NOT_ON


def new_key(found: tuple[Tried, ...], more: int = 0) -> str:
    """The key of the trial after those there are; ``more``: of one further on.

    >>> new_key(()), new_key((), 1)
    ('trial_1', 'trial_2')
    """
    return f"trial_{max((trial_number(one.trial.key) for one in found), default=0) + 1 + more}"


def setting_of(trial: Trial, kit: Kit) -> Setting | None:
    """How the bars were set in a trial; None where something that this kit sets was not counted, or not on both sides."""
    counted = {one.kind.key: one.both for one in counted_in(trial, kit)}
    wanted = {one.kind.key for one in settings_of(kit) if one.counts()}
    if all(number is None for number in counted.values()) or any(counted[kind] is None for kind in wanted):
        return None
    hole = int(trial.hole.value) if trial.hole is not None else None
    return Setting({kind: number or 0.0 for kind, number in counted.items()}, hole)


def _changed(before: Setting | None, now: Setting | None) -> tuple[str, ...]:
    if before is None or now is None:
        return ()
    names = [kind for kind in now.counts if before.of(kind) != now.of(kind)]
    if before.hole != now.hole and before.hole is not None and now.hole is not None:
        names.append(HEAD_MOVED)
    return tuple(names)


def tried(rig: Rig, kit: Kit, arches: Arches) -> tuple[Tried, ...]:
    """Every trial in order. Once the head has moved, every C before it is void."""
    found: list[Tried] = []
    for trial, states in zip(in_order(rig.trials), arches.trials, strict=True):
        setting = setting_of(trial, kit)
        changed = _changed(found[-1].setting if found else None, setting)
        found.append(
            Tried(
                trial=trial, counted=counted_in(trial, kit), setting=setting, states=states,
                restoration=restoration(states), void=False, changed=changed,
            )
        )  # fmt: skip
    moved = max((index for index, one in enumerate(found) if HEAD_MOVED in one.changed), default=0)
    return tuple(replace(one, void=index < moved) for index, one in enumerate(found))


def restoration_from_marks(A: float, B: float, C: float) -> float:
    """Share of the front's rise that the bars took back.  f = (B − C) / (B − A)

    Raises ZeroDivisionError where coupling did not lift the front at all.

    ``A``, ``B``, ``C`` the front mark uncoupled, coupled without bars, and with the bars on, mm above the floor; taped, so common practice.

    >>> restoration_from_marks(A=37.75, B=38.0, C=37.75), restoration_from_marks(A=37.75, B=38.0, C=37.25)
    (1.0, 3.0)
    """
    return (B - C) / (B - A)


_SHARE = Rule("Share of the front's rise that the bars took back.", STATICS)


def restoration(states: States) -> Anything:
    """Restoration of a trial from the marks; `Missing` where coupling did not lift the front beyond the tape's doubt."""
    if states.c is None:
        return Missing(("trials.trial_1.front_left",))
    rise = states.rise
    if not isinstance(rise, Missing) and rise.value <= max(expanded(rise), 1e-9):
        return Missing(("weighing.bridge_front_bars",))
    return work(
        "f = (B − C) / (B − A)", SHARE, restoration_from_marks, _SHARE, A=states.a.front, B=states.b.front, C=states.c.front
    )  # fmt: skip


def whose_rails_stand(found: tuple[Tried, ...]) -> Trial | None:
    """The last trial whose rail was taped at both ends, or told by a level, the head not moved since; None where there is none."""
    return next(
        (
            one.trial
            for one in reversed(found)
            if not one.void
            and (one.trial.bubble_way is not None or None not in (one.trial.rail_front, one.trial.rail_rear))
        ),
        None,
    )
