"""What holds now, and why the rest does not.

Nothing is ever marked as void: that a reading holds no longer is a difference between how things stood when it was
taken and how they stand, so what is put back holds again.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from stathmos.core.holding import words
from stathmos.core.holding.conditions import CONDITIONS, conditions_at
from stathmos.core.holding.history import FIRST, SECTIONS_THAT_TELL, History, Stood, Then, Units
from stathmos.core.holding.riding import Riding, ride_alike
from stathmos.core.holding.writing import NOW, Writing, say_the_same
from stathmos.core.phrases import Phrase
from stathmos.core.subjects import Under

_OTHER_THING = (Under.VEHICLE, Under.TRAILER)
_NAMES = frozenset(path for under in _OTHER_THING for path in (CONDITIONS[under].named, CONDITIONS[under].plate))


@dataclass(frozen=True, kw_only=True)
class LoadsMoved:
    """What rode when a reading was taken, and what rides now."""

    then: tuple[Riding, ...]
    now: tuple[Riding, ...]


@dataclass(frozen=True)
class Aside:
    """A reading that holds no longer: what was written, under what it was taken that stands otherwise, and that in words.

    ``loads``: where nothing but what rides there stands otherwise, what rode then and rides now.
    """

    written: Writing
    under: tuple[Under, ...]
    why: Phrase
    loads: LoadsMoved | None = None


class Standing:
    """A history with a draft on top. ``drafted``: what is typed and not saved; a blank takes a figure back."""

    def __init__(self, history: History, drafted: Iterable[Writing] = ()) -> None:
        self._history = history
        self._drafted: Mapping[str, Writing] = {one.path: one for one in drafted}
        known = history.units()
        self.units = Units(
            *(self._key(CONDITIONS[one].tells, key) for one, key in zip(_OTHER_THING, known, strict=True))
        )
        self._sections = {path.partition(".")[0] for path in self._drafted}
        self._now = Then(history, NOW, self._drafted, self.units)
        self._parts_now: dict[Under, tuple[Stood, ...]] = {}
        self._otherwise: dict[tuple[Under, str, float], bool] = {}
        self._rides_now: dict[str, tuple[Riding, ...]] = {}
        self._at: dict[str, Writing | None] = {}

    def _key(self, path: str, saved: str) -> str:
        return (self._drafted[path].typed or FIRST) if path in self._drafted else saved

    def held(self) -> dict[str, Writing]:
        """What holds now, by path."""
        return {path: one for path in self._paths() if (one := self.at(path)) is not None}

    def at(self, path: str) -> Writing | None:
        """What holds at a path; None where nothing does."""
        if path not in self._at:
            one = next((one for one in self._newest_first(path) if self._holds(one)), None)
            self._at[path] = one if one is not None and one.typed else None
        return self._at[path]

    def _holds(self, one: Writing) -> bool:
        own = _own(one)
        return not any(
            self._is_otherwise(under, own, one.moment) for under in conditions_at(one.path, self._kind(one.path))
        )

    def set_aside(self) -> dict[str, Aside]:
        """What was written last where nothing holds, unless it was taken back. What a thing is called goes with it unsaid."""
        found = {}
        for path in self._paths():
            if path in _NAMES:
                continue
            last = next(self._newest_first(path))
            if last.typed and self.at(path) is None:
                under = self.why_not(last)
                found[path] = Aside(last, under, self._says(last, under), self._loads_moved(last, under))
        return found

    def why_not(self, one: Writing) -> tuple[Under, ...]:
        """The conditions that stand otherwise than when it was taken; of another thing altogether nothing else is said."""
        conditions, own = conditions_at(one.path, self._kind(one.path)), _own(one)
        other = tuple(
            under for under in conditions if under in _OTHER_THING and self._is_otherwise(under, own, one.moment)
        )
        return other or tuple(under for under in conditions if self._is_otherwise(under, own, one.moment))

    def _loads_moved(self, one: Writing, under: tuple[Under, ...]) -> LoadsMoved | None:
        on = CONDITIONS[under[0]].loads_on if len(under) == 1 else ""
        return LoadsMoved(then=self._history.rode(on, one.moment) or (), now=self._rides(on)) if on else None

    def _paths(self) -> Iterator[str]:
        yield from self._history.paths
        yield from (path for path in self._drafted if not self._history.of(path))

    def _newest_first(self, path: str) -> Iterator[Writing]:
        if path in self._drafted:
            yield self._drafted[path]
        yield from reversed(self._history.of(path))

    def _kind(self, path: str) -> str:
        if not path.startswith("loads."):
            return ""
        kind = self._now.known(f"loads.{path.split('.')[1]}.kind")
        return kind.typed if kind is not None else ""

    def _units_at(self, moment: float) -> Units:
        return self.units if moment == NOW else self._history.units(moment)

    def _is_otherwise(self, under: Under, own: str, moment: float) -> bool:
        if moment != NOW:
            moment = self._history.pinned(under, moment)
        key = (under, own, moment)
        found = self._otherwise.get(key)
        if found is None:
            found = self._otherwise[key] = self._differs(under, own, moment)
        return found

    def _differs(self, under: Under, own: str, moment: float) -> bool:
        condition = CONDITIONS[under]
        if condition.tells:
            return self._units_at(moment)[_OTHER_THING.index(under)] != self.units[_OTHER_THING.index(under)]
        if condition.loads_on:
            rode = self._history.rode(condition.loads_on, moment) if moment != NOW else None
            return rode is not None and not ride_alike(rode, self._rides(condition.loads_on), condition.slack)
        return any(not _alike(was, now) for was, now in self._parts(under, own, moment))

    def _rides(self, on: str) -> tuple[Riding, ...]:
        if on not in self._rides_now:
            self._rides_now[on] = self._now.rides(on)
        return self._rides_now[on]

    def _parts(self, under: Under, own: str, moment: float) -> Iterator[tuple[Stood, Stood]]:
        """Each part of a condition as it stood and as it stands."""
        condition = CONDITIONS[under]
        if under not in self._parts_now:
            stands = self._now.newest if condition.newest else self._now.stood
            self._parts_now[under] = tuple(stands(chain) for chain in condition.stands)
        return zip(self._then(under, own, moment), self._parts_now[under], strict=True)

    def _then(self, under: Under, own: str, moment: float) -> tuple[Stood, ...]:
        """As it stood at a moment; what the history never says, as the draft says it first."""
        chains = CONDITIONS[under].then
        if moment == NOW:
            return tuple(self._now.stood(chain, own) for chain in chains)
        if not self._sections.isdisjoint(SECTIONS_THAT_TELL[under]):
            then = Then(self._history, moment, self._drafted, self.units)
            return tuple(then.stood(chain, own) for chain in chains)
        return self._history.parts(chains, own, moment)

    def _says(self, one: Writing, under: tuple[Under, ...]) -> Phrase:
        own = _own(one)
        told = []
        for each in under:
            condition = CONDITIONS[each]
            if condition.tells:
                name = self._history.known(condition.named, one.moment, self._units_at(one.moment))
                told.append(words.of_another(condition, name))
            elif condition.loads_on:
                on = condition.loads_on
                told.append(words.of_loads(condition, self._history.rode(on, one.moment) or (), self._rides(on)))
            else:
                apart = [(was, now) for was, now in self._parts(each, own, one.moment) if not _alike(was, now)]
                told.append(words.of_parts(condition, apart))
        return words.why(one, told)


def _own(one: Writing) -> str:
    """The trial of a reading itself."""
    return one.path.split(".")[1] if one.path.startswith("trials.") else ""


def _alike(was: Stood, now: Stood) -> bool:
    """Whether a part stands as it stood; what nobody wrote down is the same only as what nobody wrote down."""
    if was.written is None or now.written is None:
        return was.written is now.written
    return say_the_same(was.written, now.written)


def called(history: History, path: str, key: str) -> str:
    """What the vehicle or the trailer of a key is called, where ``path`` tells which stands there; the key where it has no name."""
    index, under = next((place, one) for place, one in enumerate(_OTHER_THING) if CONDITIONS[one].tells == path)
    units = Units(*(key if place == index else other for place, other in enumerate(history.units())))
    name = history.known(CONDITIONS[under].named, NOW, units)
    return name.typed if name is not None and name.typed else key


#: the paths that tell which vehicle and which trailer stand there
TELL_WHICH = tuple(CONDITIONS[under].tells for under in _OTHER_THING)


def key_of(history: History, under: Under, called: str, plate: str) -> str:
    """The key of a vehicle or a trailer that stands there now: that of one which was there before under this name (and this
    plate, where both are written), else a new one.

    ``under``: `Under.VEHICLE` or `Under.TRAILER`. What was read of one that comes back holds again.
    """
    condition = CONDITIONS[under]
    known = dict.fromkeys([FIRST, *(one.typed for one in history.of(condition.tells))])
    index = _OTHER_THING.index(under)
    for key in known:
        units = Units(*(key if place == index else other for place, other in enumerate(history.units())))
        name, its_plate = (history.known(path, NOW, units) for path in (condition.named, condition.plate))
        if name is None or name.typed.strip().casefold() != called.strip().casefold():
            continue
        if plate.strip() and its_plate is not None and its_plate.typed.strip() not in ("", plate.strip()):
            continue
        return key
    return str(len(known) + 1)
