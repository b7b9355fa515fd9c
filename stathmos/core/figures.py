"""Figures: a value that knows where it came from and how it was worked out.

`Given` is what somebody wrote down. `Figure` is what the core worked out from
given figures. `Missing` stands where a figure cannot be worked out; it names
the inputs that are wanting, and is never a pass.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from enum import Enum
from functools import partial
from types import MappingProxyType
from typing import Any, Generic, NamedTuple, TypeVar, cast

T = TypeVar("T")


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
    rig, ``u`` its standard uncertainty in the core's unit (see `uncertainty`). ``bound``: it was written as “less than”
    some figure: anything from nothing to twice the value, which is the middle, with all of that in its spread.
    ``absent``: it was written that there is none; then it has no value, and stands in no section of a rig.
    """

    value: float
    dimension: str
    provenance: Provenance = Provenance.ASSUMED
    typed: str = ""
    datum: str = ""
    path: str = ""
    u: float = 0.0
    bound: bool = False
    absent: bool = False

    @property
    def spread(self) -> Mapping[str, float]:
        """What this figure's own uncertainty is, by the place it comes from."""
        return {self.path: self.u} if self.path else {}


Spread = Mapping[str, float]


class Lazily(Generic[T]):
    """A property worked out when it is first asked for, and kept from then on.

    Without a lock: two threads may both work it out, and find the same. (The standard
    library's cached_property holds one lock a property on Python 3.11, and two that ask for
    each other can wait for one another for ever.)
    """

    def __init__(self, function: Callable[[Any], T]) -> None:
        self.function, self.name, self.__doc__ = function, function.__name__, function.__doc__

    def __get__(self, one: object, owner: type) -> T:
        found = self.function(one)
        one.__dict__[self.name] = found  # from now on Python finds it here and does not come back
        return found


class Working(NamedTuple):
    """How a figure was worked out: the formula, the figures put in by name, the rule and whose it is.

    ``terms`` are figures themselves, so that a working can be followed down to what was typed.
    """

    formula: str
    terms: Mapping[str, Known] = MappingProxyType({})
    rule: Rule | None = None
    note: str = ""


@dataclass(frozen=True, init=False)
class Figure:
    """A worked-out figure: ``value`` in the core's unit for ``dimension``.

    ``doubt`` gives the spread when it is asked for. (There are hundreds in an answer, and of most only the value is read.)
    """

    value: float
    dimension: str
    provenance: Provenance
    working: Working
    doubt: Callable[[], Spread] = field(default=dict, compare=False)

    def __init__(
        self,
        value: float,
        dimension: str,
        provenance: Provenance,
        working: Working,
        doubt: Callable[[], Spread] = dict,
    ) -> None:
        # At once: a frozen class's own way writes each field by itself, and takes three times as long.
        self.__dict__.update(value=value, dimension=dimension, provenance=provenance, working=working, doubt=doubt)

    @Lazily
    def spread(self) -> Spread:
        """For each input (by its path) its share in the uncertainty, c·u of the GUM, core's unit.

        Inputs that enter by several ways are added with their signs.
        """
        return self.doubt()

    @Lazily
    def u(self) -> float:
        """Combined standard uncertainty, in the core's unit: the root sum of squares of the spread."""
        return math.hypot(*self.spread.values())

    def doubted(self, more: Spread) -> Figure:
        """The same figure with further shares in its uncertainty, by what they come from."""
        return replace(self, doubt=lambda: {**self.spread, **more})


@dataclass(frozen=True)
class Missing:
    """A figure that cannot be worked out, and the inputs (paths such as ``trailer.gvwr``) it waits for."""

    needs: tuple[str, ...]

    def __post_init__(self) -> None:
        if not self.needs:
            raise ValueError("a missing figure waits for something")


Known = Given | Figure
Anything = Given | Figure | Missing


Thing = TypeVar("Thing")


def sure(found: Anything | None) -> Known:
    """The figure, where the caller has already seen that it is known.

    Raises TypeError for what is missing or not written, which is then a fault of the caller's
    and not of anybody's data.

    >>> sure(Given(2.0, "count", Provenance.LABEL)).value
    2.0
    """
    if found is None or isinstance(found, Missing):
        raise TypeError(f"taken for known, and it is not: {found}")
    return found


def there(found: Thing | None) -> Thing:
    """A thing that may be wanting, where the caller has already seen that it is there. Raises TypeError otherwise."""
    if found is None:
        raise TypeError("taken to be there, and it is not")
    return found


def work(
    formula: str,
    dimension: str,
    function: Callable[..., float],
    rule: Rule | None = None,
    note: str = "",
    /,
    **terms: Anything,
) -> Figure | Missing:
    """Put terms into a function and keep the working; `Missing` where any term is missing.

    The terms' names are the function's argument names. Uncertainty is carried to first
    order (JCGM 100, 5.1.2), each input followed by its path, so that one which enters
    twice is not counted as two.

    Sources: [1] JCGM 100:2008 (GUM), 5.1.2, law of propagation; 5.1.3 note 2, central differences.

    >>> from stathmos.core import units
    >>> tongue = Given(520.0, units.WEIGHT, Provenance.MEASURED)
    >>> gross = Given(4000.0, units.WEIGHT, Provenance.LABEL)
    >>> share = work("TW / GTW", units.SHARE, lambda TW, GTW: TW / GTW, TW=tongue, GTW=gross)
    >>> share.value, share.provenance.value
    (0.13, 'label')
    """
    origin = Provenance.MEASURED if terms else Provenance.ASSUMED
    values = {}
    for name, term in terms.items():
        if isinstance(term, Missing):
            return Missing(wanting(*terms.values()))
        values[name] = term.value
        if term.provenance.strength < origin.strength:
            origin = term.provenance
    put_in = cast(dict[str, Known], terms)  # none of them is missing
    working = Working(formula, put_in, rule, note)
    return Figure(function(**values), dimension, origin, working, partial(_spread, function, put_in))


def _spread(function: Callable[..., float], terms: Mapping[str, Known]) -> Spread:
    """Each input's share in the uncertainty of a worked figure, followed by its path."""
    values = {name: term.value for name, term in terms.items()}
    spread: dict[str, float] = {}
    for name, term in terms.items():
        if type(term) is Given:
            if term.path:
                share = _slope(function, values, name, term.u) * term.u if term.u else 0.0
                spread[term.path] = spread.get(term.path, 0.0) + share
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


def wanting(*terms: Anything) -> tuple[str, ...]:
    """All the inputs that the terms wait for, each once, in order."""
    for term in terms:
        if isinstance(term, Missing):
            missing = [term for term in terms if isinstance(term, Missing)]
            return tuple(dict.fromkeys(need for term in missing for need in term.needs))
    return ()


def constant(value: float, dimension: str) -> Given:
    """A figure that a published rule or a chosen school fixes: as good as a label.

    ``value`` in the core's unit of its dimension.
    """
    return Given(value, dimension, Provenance.LABEL)


NO_LIMIT = constant(1e9, "weight")  # kg: more than anything weighs, where nothing limits


def assumed(value: float, dimension: str, path: str = "", u: float = 0.0) -> Given:
    """A figure that nobody gave: typical, and marked so.

    ``value`` and its standard uncertainty ``u`` in the core's unit of its dimension.
    """
    return Given(value, dimension, Provenance.ASSUMED, path=path, u=u)


COVERAGE = 2.0  # k: about 95 % for a normal spread, JCGM 100, 6.3.3


def expanded(known: Known) -> float:
    """Expanded uncertainty U = k·u, k = 2, in the core's unit."""
    return COVERAGE * known.u


def sum_of(
    formula: str,
    dimension: str,
    terms: Mapping[str, Anything],
    rule: Rule | None = None,
    note: str = "",
    times: Mapping[str, float] = MappingProxyType({}),
) -> Figure | Missing:
    """The terms added up, each so many ``times``: 1 where nothing is said, −1 for what is taken away.

    >>> ball, settle = assumed(600.0, "length", "ball", 3.0), assumed(20.0, "length", "settle", 4.0)
    >>> stands = sum_of("ball − settle", "length", {"ball": ball, "settle": settle}, times={"settle": -1.0})
    >>> stands.value, stands.u
    (580.0, 5.0)
    """
    origin = Provenance.MEASURED if terms else Provenance.ASSUMED
    total = 0.0
    for name, term in terms.items():
        if isinstance(term, Missing):
            return Missing(wanting(*terms.values()))
        total += times.get(name, 1.0) * term.value
        if term.provenance.strength < origin.strength:
            origin = term.provenance
    put_in = cast(dict[str, Known], terms)  # none of them is missing
    working = Working(formula, put_in, rule, note)
    return Figure(total, dimension, origin, working, partial(_spread_of_sum, put_in, times))


def _spread_of_sum(terms: Mapping[str, Known], times: Mapping[str, float]) -> Spread:
    """Each input's share in the uncertainty of a sum: what it is in each term, so many times."""
    spread: dict[str, float] = {}
    for name, term in terms.items():
        slope = times.get(name, 1.0)
        for path, share in term.spread.items():
            spread[path] = spread.get(path, 0.0) + slope * share
    return spread
