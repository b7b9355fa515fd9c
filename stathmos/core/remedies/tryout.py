"""A remedy put on the rig and judged again, whole: whether it cures, what else it puts over, what else it has refused."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from typing import Protocol

from stathmos.core.figures import Given, Provenance
from stathmos.core.finding import REFUSED, Finding
from stathmos.core.load_changes import with_loads
from stathmos.core.ratings import Link, State
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.loads import Load

#: what is said of links by themselves: each has its own place in `Outcome.crosses`
_OF_LINKS = ("over", "wrong_size", "not_there")
TONGUE_LIGHT = "tongue_light"


class Judgement(Protocol):
    """What is looked at of a rig that was judged."""

    @property
    def findings(self) -> tuple[Finding, ...]:
        """All that is said of it."""

    @property
    def planned(self) -> tuple[Link, ...]:
        """Its chain."""


@dataclass(frozen=True)
class Stood:
    """A rig as it stood before anything was tried on it."""

    findings: tuple[Finding, ...]
    planned: tuple[Link, ...]


@dataclass(frozen=True, kw_only=True)
class Outcome:
    """The rig with a remedy on it. ``over``: links that are over now; ``crosses``: those that were not before; ``refusals``:
    what else is refused that was not before, by key and subject."""

    over: frozenset[str]
    crosses: tuple[Link, ...]
    refusals: frozenset[tuple[str, str]]
    still: frozenset[tuple[str, str]]

    @property
    def lightens(self) -> bool:
        """Whether it leaves the tongue too light."""
        return any(key == TONGUE_LIGHT for key, _ in self.refusals)

    @property
    def forbidden(self) -> bool:
        """Whether a maker, a handbook or a part says no to it."""
        return any(key != TONGUE_LIGHT for key, _ in self.refusals)

    @property
    def clean(self) -> bool:
        """Whether it has nothing new refused."""
        return not self.crosses and not self.refusals


def _refused(findings: Iterable[Finding]) -> frozenset[tuple[str, str]]:
    return frozenset((one.key, one.subject) for one in findings if one.state == REFUSED and one.key not in _OF_LINKS)


@dataclass(frozen=True, eq=False)
class Tryout:
    """The rig as it is written, the way to have it judged again, and what was said of it ``before`` anything is tried."""

    rig: Rig
    again: Callable[[Rig], Judgement]
    before: Judgement

    def of(self, changed: Rig) -> Outcome:
        """The rig changed, against the rig as it is."""
        after, was = self.again(changed), {link.key for link in self.before.planned if link.state is State.OVER}
        over = tuple(link for link in after.planned if link.state is State.OVER)
        refused, before = _refused(after.findings), _refused(self.before.findings)
        return Outcome(
            over=frozenset(link.key for link in over), crosses=tuple(link for link in over if link.key not in was),
            refusals=refused - before, still=refused,
        )  # fmt: skip

    def loads(self, writes: tuple[Load, ...]) -> Outcome:
        """With some loads written otherwise."""
        return self.of(with_loads(self.rig, writes))

    def chosen(self, chooses: Iterable[tuple[str, str]]) -> Outcome:
        """With something chosen otherwise, by path; an empty choice takes what is written away."""
        return self.of(with_choices(self.rig, chooses))


def with_choices(rig: Rig, chooses: Iterable[tuple[str, str]]) -> Rig:
    """The rig with something chosen otherwise, by path."""
    for path, text in chooses:
        section, name = path.split(".")
        entry = entry_at(path)
        assert entry is not None
        given = Given(0.0, entry.dimension, Provenance.MEASURED, text, path=path) if text else None
        rig = replace(rig, **{section: replace(getattr(rig, section), **{name: given})})
    return rig
