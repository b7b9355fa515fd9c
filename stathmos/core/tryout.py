"""A remedy put on the rig and judged again, whole: whether it cures, what else it puts over, what else it has refused."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Protocol

from stathmos.core.figures import Given, Lazily, Provenance
from stathmos.core.finding import FINE, PERHAPS_TOO_MUCH, REFUSED, SEVERITY, UNKNOWN, Finding
from stathmos.core.load_changes import with_loads
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import LINKS, Link, State
from stathmos.core.rig import TOP, Rig, entry_at
from stathmos.core.rig.loads import Load
from stathmos.core.uncertainty import as_written
from stathmos.core.units import LENGTH

#: what is said of links by themselves: each has its own place in `Outcome.crosses`
_OF_LINKS = ("over", "wrong_size", "not_there")
#: and what is said of several together; how each stands is asked of the link
_OF_SEVERAL = ("links_unknown", "may_be_over")
TONGUE_LIGHT = "tongue_light"
#: what is said of the share of the trailer on the tongue is said of this subject
SHARE = "weigh/share"


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
    what else is refused that was not before, by key and subject. ``worse``: the links and the subjects of findings that stand
    worse than before: refused, not known, or perhaps too much; ``comes_with``: what is said of those that are no links.
    ``severity``: how each stands now."""

    over: frozenset[str]
    crosses: tuple[Link, ...]
    refusals: frozenset[tuple[str, str]]
    still: frozenset[tuple[str, str]]
    worse: frozenset[str]
    severity: Mapping[str, int]
    comes_with: tuple[Phrase, ...] = ()

    @property
    def lightens(self) -> bool:
        """Whether it leaves the tongue too light, or perhaps."""
        return any(key == TONGUE_LIGHT for key, _ in self.refusals) or SHARE in self.worse

    @property
    def forbidden(self) -> bool:
        """Whether a maker, a handbook or a part says no to it."""
        return any(key != TONGUE_LIGHT for key, _ in self.refusals)

    @property
    def clean(self) -> bool:
        """Whether it leaves nothing worse."""
        return not self.worse

    def settled(self, name: str) -> bool:
        """Whether a link or a subject stands well then: neither refused nor unknown nor perhaps too much."""
        return self.severity.get(name, FINE) == FINE

    def cures(self, link: str) -> bool:
        """Whether a link is known to be within its rating then, if perhaps not surely."""
        return self.severity.get(link, FINE) < SEVERITY[UNKNOWN]

    @property
    def worse_links(self) -> tuple[str, ...]:
        """The links that stand worse, in the order of the chain."""
        return tuple(key for key in LINKS if key in self.worse)

    def worse_beside(self, links: Iterable[str]) -> bool:
        """Whether something stands worse besides some links and the share, which are told by themselves."""
        return bool(self.worse - {SHARE, *links})


def _worse(name: str, before: int, now: int) -> bool:
    """Whether it stands worse; a link that nobody can judge any more does, whatever it was."""
    unjudged = "/" not in name and now == SEVERITY[UNKNOWN] and before != SEVERITY[UNKNOWN]
    return now > before or unjudged


def severities(judged: Judgement) -> dict[str, int]:
    """How badly each link, and each subject of a finding, stands: by its link's key, or by the finding's station and subject.

    Where nothing is said of one it stands well.
    """
    found: dict[str, int] = {}
    for link in judged.planned:
        if link.state is State.OVER:
            found[link.key] = SEVERITY[REFUSED]
        elif link.state is State.UNKNOWN:
            found[link.key] = SEVERITY[UNKNOWN]
        elif link.may_be_over:
            found[link.key] = PERHAPS_TOO_MUCH
    for one in judged.findings:
        if one.key not in (*_OF_LINKS, *_OF_SEVERAL):
            about = f"{one.station}/{one.subject}"
            found[about] = max(found.get(about, FINE), one.severity)
    return found


def _refused(findings: Iterable[Finding]) -> frozenset[tuple[str, str]]:
    return frozenset((one.key, one.subject) for one in findings if one.state == REFUSED and one.key not in _OF_LINKS)


@dataclass(frozen=True, eq=False)
class Tryout:
    """The rig as it is written, the way to have it judged again, and what was said of it ``before`` anything is tried."""

    rig: Rig
    again: Callable[[Rig], Judgement]
    before: Judgement

    @Lazily
    def stood(self) -> dict[str, int]:
        """How badly each link and subject stands before anything is tried."""
        return severities(self.before)

    def of(self, changed: Rig) -> Outcome:
        """The rig changed, against the rig as it is."""
        after, was = self.again(changed), {link.key for link in self.before.planned if link.state is State.OVER}
        over = tuple(link for link in after.planned if link.state is State.OVER)
        refused, before = _refused(after.findings), _refused(self.before.findings)
        now = severities(after)
        worse = {name for name, badly in now.items() if _worse(name, self.stood.get(name, FINE), badly)}
        return Outcome(
            over=frozenset(link.key for link in over), crosses=tuple(link for link in over if link.key not in was),
            refusals=refused - before, still=refused, severity=now,
            comes_with=tuple(one.says for one in after.findings if f"{one.station}/{one.subject}" in worse and one.severity > FINE),
            worse=frozenset(worse) | {key for key, _ in refused - before if key != TONGUE_LIGHT},
        )  # fmt: skip

    @Lazily
    def _done(self) -> dict[object, Outcome]:
        """What was tried before: the same is asked by several sentences."""
        return {}

    def loads(self, writes: tuple[Load, ...]) -> Outcome:
        """With some loads written otherwise."""
        if writes not in self._done:
            self._done[writes] = self.of(with_loads(self.rig, writes))
        return self._done[writes]

    def chosen(self, chooses: Iterable[tuple[str, str]]) -> Outcome:
        """With something chosen otherwise, by path; an empty choice takes what is written away."""
        listed = tuple(chooses)
        if listed not in self._done:
            self._done[listed] = self.of(with_choices(self.rig, listed))
        return self._done[listed]

    def with_ball_at(self, height: float) -> Outcome:
        """With the top of the ball measured at a height uncoupled, mm."""
        path = "hitch.ball_height"
        entry = entry_at(path)
        assert entry is not None
        u = as_written(height, entry, Provenance.MEASURED)
        ball = Given(height, LENGTH, Provenance.MEASURED, datum=TOP, path=path, u=u)
        return self.of(replace(self.rig, hitch=replace(self.rig.hitch, ball_height=ball)))


def with_choices(rig: Rig, chooses: Iterable[tuple[str, str]]) -> Rig:
    """The rig with something chosen otherwise, by path."""
    for path, text in chooses:
        section, name = path.split(".")
        entry = entry_at(path)
        assert entry is not None
        given = Given(0.0, entry.dimension, Provenance.MEASURED, text, path=path) if text else None
        rig = replace(rig, **{section: replace(getattr(rig, section), **{name: given})})
    return rig
