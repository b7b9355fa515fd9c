"""Figures: a value that knows where it came from and how it was worked out.

`Given` is what somebody wrote down. `Figure` is what the core worked out from
given figures. `Missing` stands where a figure cannot be worked out; it names
the inputs that are wanting, and is never a pass.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from enum import Enum
from typing import NamedTuple

from stathmos.core import units


class Provenance(Enum):
    """Where a figure comes from, weakest to strongest."""

    ASSUMED = "assumed"
    BROCHURE = "brochure"
    LABEL = "label"
    MEASURED = "measured"

    strength: int


for _rank, _origin in enumerate(Provenance):
    _origin.strength = _rank


def weakest(origins: list[Provenance]) -> Provenance:
    """The weakest of several provenances; a result is no better than its worst input.

    >>> weakest([Provenance.LABEL, Provenance.BROCHURE])
    <Provenance.BROCHURE: 'brochure'>
    """
    return min(origins, key=lambda origin: origin.strength)


class Authority(Enum):
    """Whose rule it is, strongest first."""

    VEHICLE_HANDBOOK = "tow-vehicle handbook"
    HITCH_HANDBOOK = "hitch handbook"
    RIG = "chosen for this rig"
    HOUSE = "house rule"
    DEFAULT = "Stathmos default"


COMMON_PRACTICE = "common practice, no source"
FROM_MEMORY = "from memory, to be verified"
STATICS = "side-view statics, derived in docs/method.md"


@dataclass(frozen=True)
class Rule:
    """A rule of the trade: what it says, whose it is, and where it comes from."""

    says: str
    source: str
    authority: Authority = Authority.DEFAULT


@dataclass(frozen=True)
class Given:
    """One figure as written down: ``value`` in the core's unit, ``typed`` as the person wrote it.

    ``datum`` is set for heights only (see `heights`). ``path`` is where it stands on the
    rig, ``u`` its standard uncertainty in the core's unit (see `uncertainty`).
    """

    value: float
    dimension: str
    provenance: Provenance = Provenance.ASSUMED
    typed: str = ""
    datum: str = ""
    path: str = ""
    u: float = 0.0

    @property
    def spread(self) -> Mapping[str, float]:
        """What this figure's own uncertainty is, by the place it comes from."""
        return {self.path: self.u} if self.path else {}


class Term(NamedTuple):
    """One number put into a formula. (A named tuple: there are thousands in an answer.)"""

    name: str
    value: float
    dimension: str
    provenance: Provenance


class Working(NamedTuple):
    """How a figure was worked out: the formula, the numbers put in, the rule and whose it is."""

    formula: str
    terms: tuple[Term, ...] = ()
    rule: Rule | None = None
    note: str = ""


@dataclass(frozen=True)
class Figure:
    """A worked-out figure: ``value`` in the core's unit for ``dimension``.

    ``spread``: for each input (by its path) its share in the uncertainty, c·u of the
    GUM; inputs that enter by several ways are added with their signs.
    """

    value: float
    dimension: str
    provenance: Provenance
    working: Working
    spread: Mapping[str, float] = field(default_factory=dict)

    @property
    def u(self) -> float:
        """Combined standard uncertainty, in the core's unit: the root sum of squares of the spread."""
        return math.hypot(*self.spread.values())


@dataclass(frozen=True)
class Missing:
    """A figure that cannot be worked out, and the inputs (paths such as ``trailer.gvwr``) it waits for."""

    needs: tuple[str, ...]

    def __post_init__(self) -> None:
        if not self.needs:
            raise ValueError("a missing figure waits for something")


Known = Given | Figure
Anything = Given | Figure | Missing


def work(
    formula: str,
    dimension: str,
    function: Callable[..., float],
    rule: Rule | None = None,
    note: str = "",
    **terms: Anything,
) -> Figure | Missing:
    """Put terms into a function and keep the working; `Missing` where any term is missing.

    The terms' names are the function's argument names. Uncertainty is carried to first
    order (JCGM 100, 5.1.2), each input followed by its path, so that one which enters
    twice is not counted as two.

    >>> tongue = Given(520.0, units.WEIGHT, Provenance.MEASURED)
    >>> gross = Given(4000.0, units.WEIGHT, Provenance.LABEL)
    >>> share = work("TW / GTW", units.SHARE, lambda TW, GTW: TW / GTW, TW=tongue, GTW=gross)
    >>> share.value, share.provenance.value
    (0.13, 'label')
    """
    for term in terms.values():
        if type(term) is Missing:
            return Missing(wanting(*terms.values()))
    put_in = tuple(Term(name, term.value, term.dimension, term.provenance) for name, term in terms.items())
    origin = min((term.provenance for term in put_in), key=_strength, default=Provenance.ASSUMED)
    values = {term.name: term.value for term in put_in}
    spread = {} if _plainly.get() else _spread(function, values, terms)
    return Figure(function(**values), dimension, origin, Working(formula, put_in, rule, note), spread)


def _strength(origin: Provenance) -> int:
    return origin.strength


def _spread(function: Callable[..., float], values: dict[str, float], terms: Mapping[str, Known]) -> dict[str, float]:
    """Each input's share in the uncertainty of a worked figure, followed by its path."""
    spread: dict[str, float] = {}
    for name, term in terms.items():
        if type(term) is Given:
            if term.path:
                known = _slope(function, values, name, term.u) * term.u if term.u else 0.0
                spread[term.path] = spread.get(term.path, 0.0) + known
        elif term.spread:
            slope = _slope(function, values, name, term.u)
            for path, share in term.spread.items():
                spread[path] = spread.get(path, 0.0) + slope * share
    return spread


def _slope(function: Callable[..., float], values: dict[str, float], name: str, u: float) -> float:
    """Sensitivity coefficient of one input, by central difference within its uncertainty (JCGM 100, 5.1.3 note 2)."""
    if not u:
        return 0.0
    at = values[name]
    step = min(u, 1e-3 * abs(at)) or u
    values[name] = at + step
    above = function(**values)
    values[name] = at - step
    below = function(**values)
    values[name] = at
    return (above - below) / (2 * step)


_plainly: ContextVar[bool] = ContextVar("plainly", default=False)


@contextmanager
def plainly() -> Iterator[None]:
    """Within it figures are worked out without their uncertainty: for trials, of which only the values are read."""
    token = _plainly.set(True)
    try:
        yield
    finally:
        _plainly.reset(token)


def wanting(*terms: Anything) -> tuple[str, ...]:
    """All the inputs that the terms wait for, each once, in order."""
    missing = [term for term in terms if isinstance(term, Missing)]
    return tuple(dict.fromkeys(need for term in missing for need in term.needs)) if missing else ()


def constant(value: float, dimension: str) -> Given:
    """A figure that a published rule or a chosen school fixes: as good as a label."""
    return Given(value, dimension, Provenance.LABEL)


def assumed(value: float, dimension: str, path: str = "", u: float = 0.0) -> Given:
    """A figure that nobody gave: typical, and marked so."""
    return Given(value, dimension, Provenance.ASSUMED, path=path, u=u)


COVERAGE = 2.0  # k: about 95 % for a normal spread, JCGM 100, 6.3.3


def expanded(known: Known) -> float:
    """Expanded uncertainty U = k·u, k = 2, in the core's unit."""
    return COVERAGE * known.u


def sum_of(
    formula: str, dimension: str, terms: Mapping[str, Anything], rule: Rule | None = None, note: str = ""
) -> Figure | Missing:
    """The terms added up."""
    return work(formula, dimension, lambda **parts: sum(parts.values()), rule, note, **terms)


_SLOT = re.compile(r"\{(\w+)\}")
_NO_BREAK = "\u00a0"  # a figure is not parted from its unit at the end of a line


@dataclass(frozen=True)
class Phrase:
    """A sentence with quantities in it, writable in either unit system.

    ``quantities`` maps a name in the template to (value, dimension, rounding).
    """

    template: str
    quantities: Mapping[str, tuple[float, str, str]] = field(default_factory=dict)

    def text(self, system: str) -> str:
        """The sentence, in ``us`` or ``metric``.

        >>> Phrase("It weighs {w}.", {"w": (100.0, "weight", "up")}).text("us")
        'It weighs 221\xa0lb.'
        """
        written = {
            name: units.write(value, dimension, system, way)
            for name, (value, dimension, way) in self.quantities.items()
        }
        return _SLOT.sub(lambda slot: written.get(slot[1], slot[0]).replace(" ", _NO_BREAK), self.template)
