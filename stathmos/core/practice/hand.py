"""One pair of hands followed through a practice: where the tape was, what was weighed, what was then written, and each mistake in it.

A mistake of measuring is taken apart: the scene as it stood when the tape was there is put right one thing at a time (bars, jack,
levelling, air, loads, springs), and what each of them moved the mark by is that mistake's. What moved nothing is none.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.figures import Given, Provenance
from stathmos.core.joints import JOINTS
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.practice.acts import ACTS, BY_HAND, LIFTED, Args, Yard
from stathmos.core.practice.meaning import APART, BARE, BARRED, Meant, counted, meant, weighed
from stathmos.core.practice.mistakes import MISTAKES, Kind
from stathmos.core.practice.safe import unsafe
from stathmos.core.practice.scene import Scene, allowed_counts, fields_of
from stathmos.core.practice.tape import PLACES, height, on_deck, scale, taped
from stathmos.core.rig import Rig
from stathmos.core.settings import settings_of
from stathmos.core.tolerances import LEAN
from stathmos.core.units import LENGTH, MM_PER_IN, WEIGHT

#: what a mark may be off for nobody's fault: half a mark of the tape and a hair
READ_TO = MM_PER_IN / 16 + 0.15
#: and two readings that are the same figure
SAME_FIGURE = MM_PER_IN / 32
_Fix = Callable[[Scene], Scene]


@dataclass(frozen=True, kw_only=True)
class Event:
    """Something that happened, ``at`` seconds from the beginning: an act with the scene after it, or a figure typed in that scene."""

    at: float
    scene: Scene
    act: str = ""
    args: Args = field(default_factory=dict)
    path: str = ""
    given: Given | None = None


@dataclass(frozen=True, kw_only=True)
class Made:
    """One mistake as it was made. ``off``: by how much, mm for a mark and kg for a weight, 0 for what has no amount; ``costs`` in words;
    ``mended``: the same was then read and written again, and rightly."""

    key: str
    at: float
    path: str = ""
    off: float = 0.0
    costs: Phrase = Phrase("")
    mended: bool = False

    @property
    def kind(self) -> Kind:
        """What kind it is."""
        return MISTAKES[self.key]


@dataclass(frozen=True, kw_only=True)
class Beside:
    """A reading beside the truth of it: as typed, and as it was; mm or kg by its ``dimension``."""

    path: str
    dimension: str
    measured: float
    truly: float


@dataclass
class Hand:
    """One pair of hands followed through a practice: where the tape was, what was weighed, and what was then written."""

    begun: Yard
    events: tuple[Event, ...]
    rig: Rig
    tempting: tuple[tuple[float, str], ...]
    beside: list[Beside] = field(default_factory=list)
    #: since the rig last stirred: what the tape showed at each place, and the scene then
    shown: dict[str, tuple[float, Scene]] = field(default_factory=dict)
    #: what was ever shown, by place
    ever: dict[str, list[float]] = field(default_factory=dict)
    weights: dict[tuple[str, str, str], tuple[float, float]] = field(default_factory=dict)
    #: when what stands at a path was last written and nothing was wrong with it
    clean: dict[str, float] = field(default_factory=dict)
    #: how a trial was written to be set, by its key, while nothing was read with it
    counts: dict[str, dict[str, float]] = field(default_factory=dict)
    #: what was loose or open as it was last loaded or rolled, and was told
    unsafe: set[str] = field(default_factory=set)
    #: of the air springs, as A was taped
    pressure: float | None = None

    def all_made(self) -> list[Made]:
        """Every mistake, and whether it was put right later."""
        found = list(self.made())
        return [replace(one, mended=self.clean.get(one.path, -1.0) > one.at) if one.path else one for one in found]

    def made(self) -> Iterator[Made]:
        """Every mistake, in the order in which they were made."""
        scene = self.begun.scene
        for event in self.events:
            if event.act:
                yield from self._did(event, scene)
                scene = event.scene
            elif event.given is not None:
                found = list(self._typed(event.at, event.path, event.given, event.scene))
                if not found:
                    self.clean[event.path] = event.at
                yield from found

    def _did(self, event: Event, before: Scene) -> Iterator[Made]:
        yard = self.begun.now(event.scene)
        if event.act in ("bars_on", "bars_off") and before.bars_on != event.scene.bars_on:
            gap = self.begun.now(replace(before, bars_on=False)).stands.gap
            levered = yard.parts.kit is not None and yard.parts.kit.held.levered
            if levered and gap > BY_HAND and self.begun.now(before).lifted < LIFTED:
                loaded = self.begun.now(replace(before, bars_on=True)).stands
                each = loaded.couple / yard.parts.bracket / 2 if yard.parts.bracket else 0.0
                says = Phrase("Each bar pulled with {each} as it was done.", {"each": (each, WEIGHT, "up")})
                yield Made(key="loaded_lever", at=event.at, off=each, costs=says)
        yield from self._unsafe(event, yard)
        if ACTS[event.act].stirs or event.act in ("roll", "rock", "spot"):
            self.shown.clear()
        if event.act == "tape" and event.scene.tape:
            place = event.scene.tape
            shows = taped(yard.world, yard.parts, event.scene, place)
            self.shown[place] = (shows, event.scene)
            self.ever.setdefault(place, []).append(shows)
        self._weigh(yard, event.scene)

    def _unsafe(self, event: Event, yard: Yard) -> Iterator[Made]:
        """What was loaded or rolled with a bolt loose or the latch open: each thing once, until it is put right."""
        kind = ACTS[event.act].kind
        if not kind or not event.scene.coupled:
            return
        found = unsafe(yard.parts, event.scene, kind)
        new = [JOINTS[thing].name if thing in JOINTS else "Latch pin" for thing in found if thing not in self.unsafe]
        if new:
            yield Made(key="not_safe", at=event.at, costs=Phrase(as_text(f"Not done before it: {', '.join(new)}.")))
        self.unsafe = {*self.unsafe, *found} if found else set()

    def _weigh(self, yard: Yard, scene: Scene) -> None:
        """What a scale or the deck shows now, kept by where it stands and in which state."""
        dial = scale(yard.world, yard.parts, scene)
        if dial is not None and dial.shows is not None and not dial.over:
            self.weights[dial.key, scene.scale, _state(scene)] = (dial.shows, dial.mark)
        decked = on_deck(yard.world, yard.parts, scene)
        if decked is not None:
            self.weights["deck", scene.deck, _state(scene)] = (decked, yard.world.gear.bridge_mark)

    def _typed(self, at: float, path: str, given: Given, scene: Scene) -> Iterator[Made]:
        if path == "bay.floor" and given.typed == "flat" and not LEAN.within(self.begun.world.spot(scene.spot).leans):
            leans = self.begun.world.spot(scene.spot).leans
            says = Phrase(
                "Left and right stand {leans} apart by the floor alone.", {"leans": (leans, LENGTH, "nearest")}
            )
            yield Made(key="floor_believed", at=at, path=path, off=leans, costs=says)
        if path in self.begun.world.worn:
            yield Made(
                key="from_nowhere", at=at, path=path, costs=Phrase("That label is worn off: nobody can have read it.")
            )
        if counted(path):
            # written with the plan of a trial, before it is set: it counts as it stands once a mark is read with it
            self.counts.setdefault(path.split(".")[1], {})[path] = given.value
        if path.startswith("torque.") and path.endswith(".reached"):
            yield from self._tightened(at, path, given.value, scene)
        bumpers = self.rig.choice("bay.marks") == "bumper"
        means = meant(path, given.datum, bumpers)
        if means is not None and means.state == BARRED:
            for each, number in self.counts.pop(path.split(".")[1], {}).items():
                yield from self._counted(at, each, number, scene)
        if means is not None and given.provenance is Provenance.MEASURED:
            yield from self._measured(at, path, given, scene, means)
        on = weighed(path)
        if on is not None and given.provenance is Provenance.MEASURED:
            key = (
                ("deck", on.deck, on.state)
                if on.deck
                else next((one for one in self.weights if one[1:] == (on.scale, on.state)), ("", "", ""))
            )
            yield from self._weighed(at, path, given, scene, self.weights.get(key))

    def _counted(self, at: float, path: str, number: float, scene: Scene) -> Iterator[Made]:
        name = counted(path)
        yard = self.begun.now(scene)
        if name == "hole":
            shank = yard.parts.shank
            total = shank.holes.value if shank is not None and shank.holes is not None else 0.0
            yield from _miscount(at, path, number, float(scene.mounted.hole), total + 1)
            return
        one = next((one for one in settings_of(yard.parts.kit) if name in fields_of(one)), None)
        if one is None or name not in scene.counts:
            return
        counts = allowed_counts(one)
        # A row of holes or links has as many as its kit allows: from the other end the count is what is left of it.
        # A stack of washers has one end.
        ends = min(counts, default=0.0) + max(counts, default=0.0) if one.kind.sided else None
        yield from _miscount(at, path, number, scene.counts[name], ends)
        both = [scene.counts[each] for each in fields_of(one) if each in scene.counts]
        if len(set(both)) > 1:
            yield Made(key="unequal", at=at, path=path)

    def _tightened(self, at: float, path: str, torque: float, scene: Scene) -> Iterator[Made]:
        joint = next((one for one in scene.torqued if path.split(".")[1].startswith(one)), "")
        truly = scene.torqued.get(joint, 0.0)
        if torque <= truly * 1.04 + 1e-6:
            return
        says = Phrase(
            "It is tightened to {truly}, and {torque} is written.",
            {"truly": (truly, "couple", "down"), "torque": (torque, "couple", "nearest")},
        )
        yield Made(key="wrench_cannot" if joint else "from_nowhere", at=at, path=path, off=torque - truly, costs=says)

    def _weighed(
        self, at: float, path: str, given: Given, scene: Scene, shown: tuple[float, float] | None
    ) -> Iterator[Made]:
        state = _should(self.begun.now(scene), APART)
        truly = state.stands.gross if path == "trailer.gross_weight" else state.stands.tongue
        if path in ("trailer.gross_weight", "weighing.tongue_scale"):
            self.beside.append(Beside(path=path, dimension=WEIGHT, measured=given.value, truly=truly))
        if shown is not None and abs(given.value - shown[0]) <= shown[1] + 1e-6:
            if not scene.aboard >= _travels(self.begun):
                says = Phrase(
                    "{off} is wanting of what it travels with.", {"off": (abs(truly - given.value), WEIGHT, "nearest")}
                )
                yield Made(key="not_loaded", at=at, path=path, off=truly - given.value, costs=says)
            return
        lies = next((key for value, key in self.tempting if abs(value - given.value) <= 2.5), None)
        off = truly - given.value
        says = Phrase("It is {off} off.", {"off": (abs(off), WEIGHT, "nearest")})
        yield Made(
            key=lies or ("misread" if shown is not None else "from_nowhere"), at=at, path=path, off=off, costs=says
        )

    def _measured(self, at: float, path: str, given: Given, scene: Scene, means: Meant) -> Iterator[Made]:
        place, value = means.place, given.value
        yard = self.begun.now(scene)
        if means.state == APART and place in _CORNERS:
            self.pressure = scene.pressure
        good = _should(yard, means.state, self.pressure)
        truly = height(good.world, good.parts, good.scene, place)
        self.beside.append(Beside(path=path, dimension=LENGTH, measured=value, truly=truly))
        if abs(value - truly) <= READ_TO and self._was_there(place, value, truly):
            return
        shown = self.shown.get(place)
        if shown is None or abs(value - shown[0]) > READ_TO:
            other = self._read_elsewhere(value, means)
            if other is not None:
                yield Made(
                    key=_name_of(other, means),
                    at=at,
                    path=path,
                    off=value - truly,
                    costs=_costs(yard, place, value - truly),
                )
            elif shown is not None:
                yield Made(
                    key="misread", at=at, path=path, off=value - shown[0], costs=_costs(yard, place, value - shown[0])
                )
            else:
                yield Made(
                    key="from_nowhere", at=at, path=path, off=value - truly, costs=_costs(yard, place, value - truly)
                )
            return
        yield from self._taken_apart(at, path, means, shown[1])

    def _was_there(self, place: str, value: float, truly: float) -> bool:
        """Whether the tape was at the place at all; a figure that is right by an earlier reading harms nobody."""
        return any(abs(value - one) <= READ_TO for one in self.ever.get(place, ())) or abs(value - truly) <= SAME_FIGURE

    def _read_elsewhere(self, value: float, means: Meant) -> str | None:
        near = [
            key
            for key, (shows, _) in self.shown.items()
            if key != means.place and abs(shows - value) <= SAME_FIGURE + 0.2
        ]
        return min(
            near,
            key=lambda key: (key not in means.datums, PLACES[key].thing != PLACES[means.place].thing),
            default=None,
        )

    def _taken_apart(self, at: float, path: str, means: Meant, scene: Scene) -> Iterator[Made]:
        """What each thing that was not as it should be moved the mark by."""
        yard, place = self.begun.now(scene), means.place
        now = height(yard.world, yard.parts, scene, place)
        for key, put_right in _fixes(yard, means.state, self.pressure):
            scene = put_right(scene)
            then = height(yard.world, yard.parts, scene, place)
            off, now = now - then, then
            if abs(off) > READ_TO - 0.15:
                yield Made(key=key, at=at, path=path, off=off, costs=_costs(yard, place, off))


_CORNERS = frozenset(
    f"{bumper}{end}_{side}" for bumper in ("", "bumper_") for end in ("front", "rear") for side in ("left", "right")
)


def _state(scene: Scene) -> str:
    return APART if not scene.coupled else BARRED if scene.bars_on else BARE


def _travels(yard: Yard) -> frozenset[str]:
    return frozenset(one.key for one in yard.world.cargo if one.travels)


def _fixes(yard: Yard, state: str, pressure: float | None) -> list[tuple[str, _Fix]]:
    """What a scene must be for a reading of some state, each with the mistake that it is not to be so."""
    holds = yard.world.holds / 4

    def freed(scene: Scene) -> Scene:
        return replace(
            scene, lag_front=max(-holds, min(holds, scene.lag_front)), lag_rear=max(-holds, min(holds, scene.lag_rear))
        )

    coupled = [
        ("jack_bears", lambda scene: replace(scene, jack=0.0)),
        ("levelling_on", lambda scene: replace(scene, levelling=False)),
        ("air_after", lambda scene: scene if pressure is None else replace(scene, pressure=pressure)),
    ]
    return [
        ("wrong_state", lambda scene: replace(scene, coupled=state != APART, bars_on=state == BARRED)),
        *(coupled if state != APART else []),
        ("not_loaded", lambda scene: replace(scene, aboard=scene.aboard | _travels(yard))),
        ("not_rocked", freed),
    ]


def _should(yard: Yard, state: str, pressure: float | None = None) -> Yard:
    """The same rig as a reading of some state wants it, springs free."""
    scene = yard.scene
    for _, put_right in _fixes(yard, state, pressure):
        scene = put_right(scene)
    return yard.now(replace(scene, lag_front=0.0, lag_rear=0.0))


def _name_of(other: str, means: Meant) -> str:
    if other in means.datums:
        return "top_for_seat"
    rail = means.place.startswith("rail")
    return "tongue_for_rail" if rail and other in ("tongue", "tongue_root", "coupler") else "wrong_place"


def _miscount(at: float, path: str, number: float, truly: float, ends: float | None) -> Iterator[Made]:
    """A count that is not the true one; ``ends``: the counts from both ends together, None where there is one end to count from."""
    if abs(number - truly) < 1e-9:
        return
    other_end = ends is not None and abs(number - (ends - truly)) < 1e-9
    yield Made(key="other_end" if other_end else "miscounted", at=at, path=path, off=number - truly)


def _costs(yard: Yard, place: str, off: float) -> Phrase:
    """What a mark that is so far off makes believe."""
    v = yard.world.vehicle
    end = place.removeprefix("bumper_").split("_")[0]
    if place in _CORNERS and end in ("front", "rear"):
        rate = v.k_f if end == "front" else v.k_r
        quantities: Mapping[str, tuple[float, str, str]] = {
            "load": (abs(off) * rate, WEIGHT, "nearest"),
            "off": (abs(off), LENGTH, "nearest"),
        }
        return Phrase("{off} at the mark: {load} on the " + end + " axle.", dict(quantities))
    return Phrase("{off} at the tape.", {"off": (abs(off), LENGTH, "nearest")})
