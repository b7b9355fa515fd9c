"""A remedy put on the rig and judged again, whole: whether it cures, what else it puts over, what else it has refused."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Protocol

from stathmos.core.choice import Choice
from stathmos.core.figures import Given, Lazily, Missing, Provenance
from stathmos.core.finding import FINE, PERHAPS_TOO_MUCH, REFUSED, SEVERITY, UNKNOWN, Finding
from stathmos.core.heights import Heights
from stathmos.core.load_changes import with_loads
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import LINKS, Link, State
from stathmos.core.rig import TOP, Rig, entry_at
from stathmos.core.rig.hitch import SELECTED
from stathmos.core.rig.loads import Load
from stathmos.core.uncertainty import as_written
from stathmos.core.units import LENGTH

#: what is said of links by themselves: each has its own place in `Outcome.crosses`
_OF_LINKS = ("over", "wrong_size", "not_there")
#: and what is said of several together: how each stands is asked of the link; or of the record, which no trial changes
_OF_SEVERAL = ("links_unknown", "may_be_over", "mismatched", "unanswered")
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

    @property
    def choice(self) -> Choice:
        """The build in force."""

    @property
    def heights(self) -> Heights:
        """Where its ball stands, and how level that leaves the trailer."""


@dataclass(frozen=True)
class Stood:
    """A rig as it stood before anything was tried on it."""

    findings: tuple[Finding, ...]
    planned: tuple[Link, ...]
    choice: Choice
    heights: Heights

    @Lazily
    def severities(self) -> dict[str, int]:
        """How badly each link and subject stands."""
        return severities(self)

    @Lazily
    def refused(self) -> frozenset[tuple[str, str]]:
        """What is refused besides links, by key and subject."""
        return _refused(self.findings)

    @Lazily
    def over(self) -> frozenset[str]:
        """The links that are over."""
        return frozenset(link.key for link in self.planned if link.state is State.OVER)


@dataclass(frozen=True)
class Spare:
    """How far the hitch that is chosen is from not being: by the tongue weight, kg, and by how high the ball stands, mm."""

    tongue: float = 0.0
    height: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Outcome:
    """The rig with a remedy on it. ``over``: links that are over now; ``crosses``: those that were not before; ``refusals``:
    what else is refused that was not before, by key and subject. ``worse``: the links and the subjects of findings that stand
    worse than before: refused, not known, or perhaps too much; ``comes_with``: what is said of those that are no links.
    ``severity``: how each stands now; ``spare``: how near another tongue weight is to another hitch."""

    over: frozenset[str]
    crosses: tuple[Link, ...]
    refusals: frozenset[tuple[str, str]]
    still: frozenset[tuple[str, str]]
    worse: frozenset[str]
    severity: Mapping[str, int]
    comes_with: tuple[Phrase, ...] = ()
    spare: Spare = Spare()

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


def _spare(judged: Judgement) -> Spare:
    """By the kit's window and ratings, the shank's, and the heights at which the trailer stands level."""
    build, load, heights = judged.choice.in_force, judged.choice.hitch_load, judged.heights
    if (
        not build.complete
        or isinstance(load, Missing)
        or heights.band is None
        or isinstance(heights.ball_standing, Missing)
    ):
        return Spare()
    most = [
        part.tongue_rating for part in (build.kit, build.shank, build.sleeve) if part is not None and part.tongue_rating
    ]
    least = build.kit.tongue_minimum if build.kit is not None else None
    tongue = [given.value - load.value for given in most] + ([load.value - least.value] if least is not None else [])
    ball = heights.ball_standing.value
    return Spare(min(tongue, default=0.0), min(ball - heights.band.low, heights.band.high - ball))


def _worse(name: str, before: int, now: int) -> bool:
    """Whether it stands worse; a link that nobody can judge any more does, whatever it was."""
    unjudged = "/" not in name and now == SEVERITY[UNKNOWN] and before != SEVERITY[UNKNOWN]
    return now > before or unjudged


def link_severities(links: Iterable[Link]) -> dict[str, int]:
    """How badly each of some links stands, by its key; what stands well has none."""
    found: dict[str, int] = {}
    for link in links:
        if link.state is State.OVER:
            found[link.key] = SEVERITY[REFUSED]
        elif link.state is State.UNKNOWN:
            found[link.key] = SEVERITY[UNKNOWN]
        elif link.may_be_over:
            found[link.key] = PERHAPS_TOO_MUCH
    return found


def severities(judged: Judgement) -> dict[str, int]:
    """How badly each link, and each subject of a finding, stands: by its link's key, or by the finding's station and subject.

    Where nothing is said of one it stands well.
    """
    found = link_severities(judged.planned)
    for one in judged.findings:
        if one.key not in (*_OF_LINKS, *_OF_SEVERAL):
            about = f"{one.station}/{one.subject}"
            found[about] = max(found.get(about, FINE), one.severity)
    return found


def _refused(findings: Iterable[Finding]) -> frozenset[tuple[str, str]]:
    return frozenset((one.key, one.subject) for one in findings if one.state == REFUSED and one.key not in _OF_LINKS)


def outcome_of(
    stood: Stood,
    over: tuple[Link, ...],
    severity: Mapping[str, int],
    refused: frozenset[tuple[str, str]],
    comes_with: Callable[[frozenset[str]], tuple[Phrase, ...]],
    spare: Spare,
) -> Outcome:
    """What became of a rig against how it stood: the links that are over, how badly each name stands, what is refused.

    ``comes_with``: what is said of the names that stand worse.
    """
    new = refused - stood.refused
    worse = {name for name, badly in severity.items() if _worse(name, stood.severities.get(name, FINE), badly)}
    named = frozenset(worse) | {key for key, _ in new if key != TONGUE_LIGHT}
    return Outcome(
        over=frozenset(link.key for link in over), crosses=tuple(link for link in over if link.key not in stood.over),
        refusals=new, still=refused, severity=severity, spare=spare, worse=named, comes_with=comes_with(named),
    )  # fmt: skip


@dataclass(frozen=True, eq=False)
class Tryout:
    """The rig as it is written, the way to have it judged again, and what was said of it ``before`` anything is tried.

    ``quick``: the same of loads where that can be told without choosing a hitch anew, else None.
    """

    rig: Rig
    again: Callable[[Rig], Judgement]
    before: Stood
    quick: Callable[[tuple[Load, ...]], Outcome | None] = lambda writes: None

    def of(self, changed: Rig) -> Outcome:
        """The rig changed, against the rig as it is."""
        after = self.again(changed)
        over = tuple(link for link in after.planned if link.state is State.OVER)

        def said(worse: frozenset[str]) -> tuple[Phrase, ...]:
            return tuple(
                one.says for one in after.findings if f"{one.station}/{one.subject}" in worse and one.severity > FINE
            )

        return outcome_of(self.before, over, severities(after), _refused(after.findings), said, _spare(after))

    @Lazily
    def _done(self) -> dict[object, Outcome]:
        """What was tried before: the same is asked by several sentences."""
        return {}

    def loads(self, writes: tuple[Load, ...]) -> Outcome:
        """With some loads written otherwise."""
        if writes not in self._done:
            self._done[writes] = self.quick(writes) or self.of(with_loads(self.rig, writes))
        return self._done[writes]

    def chosen(self, chooses: Iterable[tuple[str, str]]) -> Outcome:
        """With something chosen otherwise, by path; an empty choice takes what is written away."""
        listed = tuple(chooses)
        if listed not in self._done:
            # another hitch is chosen anew: what was selected is not
            anew = (
                {f"selected_{what}": None for what in SELECTED}
                if any(path.startswith("hitch.") for path, _ in listed)
                else {}
            )
            free = replace(self.rig, hitch=replace(self.rig.hitch, **anew))
            self._done[listed] = self.of(with_choices(free, listed))
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
