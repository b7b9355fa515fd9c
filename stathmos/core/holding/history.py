"""Everything that was ever written of one rig, in the order of writing, and how each thing stood at any moment of it."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Mapping
from typing import NamedTuple

from stathmos.core.holding.conditions import CONDITIONS, LAST, OWN, Chain, carrier
from stathmos.core.holding.riding import Riding, gathered
from stathmos.core.holding.writing import NOW, Writing
from stathmos.core.rig import entry_at
from stathmos.core.rig.bay import trial_number
from stathmos.core.rig.loads import TO_COME, kind_key
from stathmos.core.subjects import RIDING as IN_SOMETHING
from stathmos.core.subjects import Under

BEFORE = -1.0  # anything was written

#: the sections whose paths tell how a condition stands, and of what
SECTIONS_THAT_TELL: Mapping[Under, tuple[str, ...]] = {
    under: tuple(
        dict.fromkeys(
            [
                "which",
                *(["loads"] if one.loads_on else []),
                *(path.partition(".")[0] for chain in (*one.then, *one.stands) for path in chain),
            ]
        )
    )
    for under, one in CONDITIONS.items()
}

#: the key of the vehicle and of the trailer that the rig had first, which nobody need write down
FIRST = "1"


class Units(NamedTuple):
    """The keys of the vehicle and of the trailer that stand there."""

    vehicle: str = FIRST
    trailer: str = FIRST


class Stood(NamedTuple):
    """How one part of a condition stood: where that is written, and what was; ``never`` where nobody ever wrote it down."""

    path: str
    written: Writing | None
    never: bool = False


class History:
    """Everything that was written of one rig, by path, the first first. It may be asked of any moment, and never changes."""

    def __init__(self, writings: Iterable[Writing]) -> None:
        self._written: dict[str, list[Writing]] = {}
        for one in writings:
            self._written.setdefault(one.path, []).append(one)
        self._moments: dict[str, list[float]] = {}
        self._listed: dict[str, list[str]] = {}
        for path, written in self._written.items():
            written.sort(key=_moment)  # written again with another instrument, a reading is still of when it was taken
            self._moments[path] = [one.moment for one in written]
            self._listed.setdefault(path.partition(".")[0], []).append(path)
        self._told: dict[Under, list[float]] = {}
        self._units: dict[float, Units] = {}
        self._parts: dict[tuple[tuple[Chain, ...], str, float], tuple[Stood, ...]] = {}
        self._rides: dict[tuple[str, float], tuple[Riding, ...] | None] = {}

    @property
    def paths(self) -> Iterable[str]:
        """Every path at which something was ever written."""
        return self._written

    def of(self, path: str) -> list[Writing]:
        """All that was written at a path."""
        return self._written.get(path, [])

    def listed(self, section: str) -> list[str]:
        """Every path of a section at which something was ever written."""
        return self._listed.get(section, [])

    def pinned(self, under: Under, moment: float) -> float:
        """The last moment, up to one, at which anything was written that tells how a condition stood: it stood so since."""
        if under not in self._told:
            paths = [path for section in SECTIONS_THAT_TELL[under] for path in self.listed(section)]
            self._told[under] = sorted({each for path in paths for each in self._moments[path]})
        told = self._told[under]
        index = bisect_right(told, moment)
        return told[index - 1] if index else BEFORE

    def units(self, moment: float = NOW) -> Units:
        """Which vehicle and which trailer stood there."""
        if moment not in self._units:
            self._units[moment] = Units(
                *(self._key(CONDITIONS[one].tells, moment) for one in (Under.VEHICLE, Under.TRAILER))
            )
        return self._units[moment]

    def _key(self, path: str, moment: float) -> str:
        return next((one.typed for one in reversed(self.of(path)) if one.moment <= moment and one.typed), FIRST)

    def known(self, path: str, moment: float, units: Units, kind: str = "") -> Writing | None:
        """What was last written at a path of these very things, up to a moment; blank where it was taken back."""
        written = self.of(path)
        for index in range(bisect_right(self._moments.get(path, []), moment) - 1, -1, -1):
            if same_units(path, self.units(written[index].moment), units, kind):
                return written[index]
        return None

    def first_after(self, path: str, moment: float, units: Units) -> Writing | None:
        """What was first written at a path of these very things after a moment."""
        written = self.of(path)
        for one in written[bisect_right(self._moments.get(path, []), moment) :]:
            if one.typed and same_units(path, self.units(one.moment), units):
                return one
        return None

    def parts(self, chains: tuple[Chain, ...], own: str, moment: float) -> tuple[Stood, ...]:
        """How each part of a condition stood at a moment; ``own``: the trial of the reading itself."""
        key = (chains, own, moment)
        if key not in self._parts:
            self._parts[key] = tuple(Then(self, moment).stood(chain, own) for chain in chains)
        return self._parts[key]

    def rode(self, on: str, moment: float) -> tuple[Riding, ...] | None:
        """What rode in the vehicle or in the trailer at a moment; where nobody had written any of it yet, as it was first
        written down; None where nobody ever did.
        """
        key = (on, moment)
        if key not in self._rides:
            written = self._loads_written(on)
            first = next((one for one in written if one > moment), None)
            if written and written[0] <= moment:
                self._rides[key] = Then(self, moment).rides(on)
            else:
                self._rides[key] = None if first is None else Then(self, first).rides(on)
        return self._rides[key]

    def _loads_written(self, on: str) -> list[float]:
        """The moments at which a weight or a volume of what rides there was written, in order."""
        found = set()
        for path in self.listed("loads"):
            _, key, name = path.split(".")
            kind = next((one.typed for one in reversed(self.of(f"loads.{key}.kind"))), "")
            if name in ("weight", "volume") and carrier(key, kind).value == on:
                found |= {one.moment for one in self.of(path) if one.typed}
        return sorted(found)


def _moment(one: Writing) -> float:
    return one.moment


def same_units(path: str, some: Units, others: Units, kind: str = "") -> bool:
    """Whether what a path is read of is the same under both."""
    entry = entry_at(path)
    if some == others or entry is None or entry.of is None:
        return True
    which = entry.of.which
    if entry.of is IN_SOMETHING:
        which = (carrier(path.split(".")[1], kind),)
    return (Under.VEHICLE not in which or some.vehicle == others.vehicle) and (
        Under.TRAILER not in which or some.trailer == others.trailer
    )


class Then:
    """How things stood at one moment of a history. ``drafted``: what is typed on top and not saved, with the vehicle and the
    trailer (``typed_of``) that stand there then.
    """

    def __init__(
        self,
        history: History,
        moment: float,
        drafted: Mapping[str, Writing] | None = None,
        typed_of: Units | None = None,
    ) -> None:
        self._history, self._moment = history, moment
        self._drafted, self._typed_of = drafted or {}, typed_of or Units()
        self._units = self._typed_of if moment == NOW and typed_of else history.units(moment)

    def known(self, path: str, kind: str = "") -> Writing | None:
        """What was last written at a path; blank where it was taken back."""
        if self._moment == NOW and path in self._drafted:
            return self._drafted[path]
        return self._history.known(path, self._moment, self._units, kind)

    def _afterwards(self, path: str) -> Writing | None:
        """What was first written at a path afterwards, if only in the draft."""
        found = self._history.first_after(path, self._moment, self._units)
        if found is None and self._moment != NOW and path in self._drafted and self._drafted[path].typed:
            found = self._drafted[path] if same_units(path, self._typed_of, self._units) else None
        return found

    def stood(self, chain: Chain, own: str = "") -> Stood:
        """How one part of a condition stood, at the first place of its chain that tells: as it was written, else as it was
        first written afterwards."""
        last = self.last_trial() if any(LAST in pattern for pattern in chain) else ""
        never = True
        places = tuple(one.replace(OWN, own).replace(LAST, last) for one in chain if last or LAST not in one)
        for path in places:
            found = self.known(path)
            if found is not None and not found.typed:
                never = False  # it was written, and taken back
                continue
            found = found or self._afterwards(path)
            if found is not None:
                return Stood(path, found)
        return Stood(places[0] if places else "", None, never)

    def newest(self, chain: Chain) -> Stood:
        """How one part of a condition stands by what was written last of it; of what was written together, by the first place."""
        last = self.last_trial() if any(LAST in pattern for pattern in chain) else ""
        found = [one for path in chain if (one := self.known(path.replace(LAST, last))) is not None and one.typed]
        return self.stood(chain) if not found else Stood("", max(found, key=_moment))

    def last_trial(self) -> str:
        """The trial begun last; before there was any, the first that was begun afterwards; blank where there is none."""
        paths = self._listed("trials")
        # The hole is the head's, and outlives its trial with another vehicle or trailer.
        for some in ([path for path in paths if not path.endswith(".hole")], paths):
            begun = {path.split(".")[1] for path in some if (found := self.known(path)) is not None and found.typed}
            if begun:
                return max(begun, key=trial_number)
        after = {path.split(".")[1] for path in paths if self._afterwards(path) is not None}
        return min(after, key=trial_number, default="")

    def rides(self, on: str) -> tuple[Riding, ...]:
        """What rides in the vehicle or in the trailer as it stands, what is still to come left out."""
        keys = dict.fromkeys(path.split(".")[1] for path in self._listed("loads"))
        found = []
        for key in keys:
            kind = self._text(f"loads.{key}.kind")
            if carrier(key, kind).value != on or self._text(f"loads.{key}.when") == TO_COME:
                continue
            found.append(
                Riding(
                    kind_key(key, kind),
                    self._amount(f"loads.{key}.at", kind),
                    self._amount(f"loads.{key}.weight", kind) or 0.0,
                    self._amount(f"loads.{key}.volume", kind) or 0.0,
                )
            )
        return gathered(found)

    def _listed(self, section: str) -> list[str]:
        drafted = [path for path in self._drafted if path.startswith(f"{section}.")]
        return (
            list(dict.fromkeys([*self._history.listed(section), *drafted]))
            if drafted
            else self._history.listed(section)
        )

    def _text(self, path: str) -> str:
        found = self.known(path)
        return found.typed if found is not None else ""

    def _amount(self, path: str, kind: str) -> float | None:
        found = self.known(path, kind)
        return found.amount if found is not None and found.typed else None
