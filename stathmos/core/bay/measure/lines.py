"""What is believed of a rig's settings before any trial, by the model or by what is typical, and what its trials taught."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import NamedTuple

from stathmos.core.bay.measure import learn
from stathmos.core.bay.measure.learn import Believed, LearnedLine, Seen
from stathmos.core.bay.measure.trials import Setting, Tried
from stathmos.core.bay.measure.windows import Taped
from stathmos.core.bay_schools import BaySchool
from stathmos.core.coupled import Model, Rest, model_of
from stathmos.core.figures import Missing
from stathmos.core.settings import KINDS, TABLE, Allowed, settings_of

START_U = 0.35  # how far the model's first restoration is trusted: from memory, to be verified
TYPICAL_START = 0.6  # the restoration that a handbook's beginning may give, where no model says it: from memory
EFFECT_SHARE_U = 0.3  # how far the model's effect of one step is trusted, as a share of it: from memory, to be verified
LEAST_U = 0.005  # no trial's restoration is known better than half a per cent
LEAST_EFFECT_U = 0.01  # and no better than this
HEAD_MOVED_U, HEAD_SHARE_U = (
    0.1,
    0.5,
)  # a trial at another hole counts with this, and a share of what the hole does: from memory


class Told(NamedTuple):
    """A trial's setting, the restoration it gave, and the standard uncertainty of that by its own marks alone."""

    setting: Setting
    restoration: float
    u: float


def line_before(rest: Rest, at: Setting) -> LearnedLine:
    """What is believed before any trial: the model's figures where the bars' geometry is in the catalogue, else typical ones."""
    allowed, model = settings_of(rest.kit), model_of(rest)
    measures = {one.kind.key: _along(one) for one in allowed if one.kind.works == TABLE and not one.needs}
    kinds = list(dict.fromkeys([one.kind.key for one in allowed] + list(at.counts)))
    if model is None:
        effects = {kind: (KINDS[kind].winds * KINDS[kind].typical[0], KINDS[kind].typical[1]) for kind in kinds}
        return learn.believed(at, (TYPICAL_START, 2 * START_U), effects, measures)
    by_model = effects_by_model(allowed, model)
    effects = {kind: by_model.get(kind, (0.0, LEAST_EFFECT_U)) for kind in kinds}
    return learn.believed(at, (model(at.counts), START_U), effects, measures)


def _along(one: Allowed) -> Callable[[float], float]:
    """How far a count stands along a table, in mean steps: a step of more height is more of a step."""
    rows = [(count, one.height(count)) for count in one.counts()]
    known = [(count, given.value) for count, given in rows if given is not None]
    (first, high), (last, low) = known[0], known[-1]
    mean = (high - low) / (last - first) or 1.0
    heights = dict(known)
    return lambda count: first + (high - heights.get(count, high)) / mean


def effects_by_model(allowed: tuple[Allowed, ...], model: Model) -> dict[str, tuple[float, float]]:
    """Effect of one more of each kind where the bars are surely engaged, with how far that is trusted."""
    tight = {one.kind.key: _tightest(one) for one in allowed}
    effects = {}
    for one in allowed:
        kind = one.kind
        looser = {**tight, kind.key: tight[kind.key] - kind.winds}
        effect = (model(tight) - model(looser)) * kind.winds
        if kind.works == TABLE and not one.needs:
            along = _along(one)
            effect /= (along(tight[kind.key]) - along(looser[kind.key])) * kind.winds or 1.0
        effects[kind.key] = (effect, max(EFFECT_SHARE_U * abs(effect), LEAST_EFFECT_U))
    return effects


def _tightest(one: Allowed) -> float:
    """The count at which this kind winds the bars most."""
    counts = one.counts()
    if not counts:
        return float(one.begins_with or 0)
    return counts[-1] if one.kind.winds > 0 else counts[0]


def hole_effect(rest: Rest, counts: Mapping[str, float], pitch: float) -> Callable[[int], float]:
    """What so many holes up do to the restoration, by the model; nothing where the bars' geometry is not known."""
    model = model_of(rest)

    def by(holes: int) -> float:
        if model is None or isinstance(rest.ball, Missing):
            return 0.0
        moved = model_of(replace(rest, ball=replace(rest.ball, value=rest.ball.value + holes * pitch)))
        return 0.0 if moved is None else moved(counts) - model(counts)

    return by


def learned_from(
    rest: Rest, trials: tuple[Told, ...], shift: Callable[[int], float], at: int | None = None
) -> LearnedLine | None:
    """What the trials taught of the hole ``at``, the last trial's where none is given.

    ``shift``: what the model says that another hole, so many up, does to the restoration; trials at another hole count with its doubt.
    """
    if not trials:
        return None
    line, hole = line_before(rest, trials[0].setting), trials[-1].setting.hole if at is None else at
    told = []
    for one in trials:
        holes = 0 if one.setting.hole is None or hole is None else hole - one.setting.hole
        by = shift(holes) if holes else 0.0
        u = (max(one.u, LEAST_U) ** 2 + (HEAD_SHARE_U * by) ** 2 + (HEAD_MOVED_U if holes else 0.0) ** 2) ** 0.5
        told.append(Seen(one.setting, one.restoration + by, u))
    return learn.learned(line, told)


def told_by(trials: tuple[Tried, ...], taped: Taped, school: BaySchool) -> tuple[Told, ...]:
    """Each trial's setting and where its front mark came to rest, in restoration; those without either teach nothing."""
    found = []
    for one in trials:
        frame = replace(taped, states=one.states, together=None).frame(school)
        f = frame.restored(school)
        if one.setting is not None and f is not None and frame.scale is not None:
            found.append(Told(one.setting, f, frame.figures["front_c"].u / frame.scale.rise))
    return tuple(found)


def expected(rest: Rest, before: tuple[Told, ...], setting: Setting, pitch: float) -> Believed:
    """The restoration that the model and the trials before make one expect of a setting."""
    line = learned_from(rest, before, hole_effect(rest, setting.counts, pitch), setting.hole) or line_before(
        rest, setting
    )
    return line.predicted(setting)
