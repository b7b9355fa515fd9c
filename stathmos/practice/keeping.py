"""A practice between the database and the core: its beginning and its scenes as JSON, and all that happened as events in order."""

from __future__ import annotations

from dataclasses import fields, replace
from typing import Any

from cattrs.preconf.json import make_converter

from stathmos.catalogue import invented
from stathmos.core.practice.acts import Yard
from stathmos.core.practice.begin import Bodies, Pair, Practice
from stathmos.core.practice.hand import Event
from stathmos.core.practice.scene import Scene
from stathmos.core.practice.world import World
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import read_entry
from stathmos.core.stock import Stock
from stathmos.core.units import UnreadableError
from stathmos.house.models import the_house
from stathmos.practice import models
from stathmos.practice.models import HINT

_JSON = make_converter()
#: what of a beginning is plain
_PLAIN = ("seed", "level", "customer", "vehicle", "trailer", "taped_at")


def as_json(begun: Practice) -> dict[str, Any]:
    """A beginning without its stock."""
    return {
        **{name: getattr(begun, name) for name in _PLAIN},
        "world": _JSON.unstructure(begun.yard.world),
        "scene": scene_as_json(begun.yard.scene),
        "pair": _JSON.unstructure(begun.pair),
        "entries": begun.entries,
        "tempting": [list(one) for one in begun.tempting],
        "goals": sorted(begun.goals),
        "lesson": sorted(begun.lesson),
        "story": list(begun.story),
    }


def scene_as_json(scene: Scene) -> dict[str, Any]:
    """A scene."""
    return {**_JSON.unstructure(scene), "aboard": sorted(scene.aboard)}


def scene_of(told: dict[str, Any]) -> Scene:
    """A scene as it was kept."""
    return _JSON.structure({**told, "aboard": told["aboard"]}, Scene)


def begun_of(told: dict[str, Any], stock: Stock) -> Practice:
    """A beginning as it was kept, with the parts that there are now."""
    return Practice(
        **{name: told[name] for name in _PLAIN},
        yard=Yard(world=_JSON.structure(told["world"], World), stock=stock, scene=scene_of(told["scene"])),
        pair=_JSON.structure(told["pair"], Pair),
        entries=told["entries"],
        tempting=tuple((value, key) for value, key in told["tempting"]),
        goals=frozenset(told["goals"]),
        lesson=frozenset(told["lesson"]),
        story=tuple(told["story"]),
    )


def stock_in_the_yard() -> Stock:
    """The house's own parts, and the invented yard's where the house has none of that name."""
    house, yard = the_house().shelf.stock, invented.bodies().stock
    both = {}
    for one in fields(Stock):
        own, more = getattr(house, one.name), getattr(yard, one.name)
        if isinstance(own, tuple):
            names = {part.name for part in own}
            both[one.name] = (*own, *(part for part in more if part.name not in names))
    return replace(house, **both)


def bodies() -> Bodies:
    """The invented yard's bodies with all parts that there are."""
    return replace(invented.bodies(), stock=stock_in_the_yard())


def yard_now(practice: models.Practice) -> tuple[Practice, Yard, models.Done | None]:
    """A practice as it began, the yard as it stands, and the last act; None where nothing was done yet."""
    begun = begun_of(practice.begun, stock_in_the_yard())
    last = practice.acts.order_by("-number").first()
    return begun, (begun.yard if last is None else begun.yard.now(scene_of(last.scene))), last


def events_of(practice: models.Practice, begun: Practice) -> list[Event]:
    """All that was done and typed, in its order: what was typed with a version stands before the acts at that version."""
    since = practice.begun_at
    told: list[tuple[tuple[int, int, int], Event]] = []
    acts = [(one, scene_of(one.scene)) for one in practice.acts.all()]
    for one, scene in acts:
        if one.act != HINT:
            event = Event(at=(one.done_at - since).total_seconds(), scene=scene, act=one.act, args=one.args)
            told.append(((one.version, 1, one.number), event))
    for reading in practice.rig.readings.filter(moment__gt=1).order_by("pk"):
        entry = entry_at(reading.path)
        scene = next((scene for one, scene in reversed(acts) if one.version < reading.moment), begun.yard.scene)
        if entry is None or not reading.typed:
            continue
        try:
            given = read_entry(reading.as_entry(), entry, reading.path)
        except UnreadableError:
            continue
        event = Event(at=(reading.written_at - since).total_seconds(), scene=scene, path=reading.path, given=given)
        told.append(((reading.moment, 0, reading.pk), event))
    return [event for _, event in sorted(told, key=lambda pair: pair[0])]
