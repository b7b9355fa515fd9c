"""What each thing that is typed means in the yard: where the tape belongs for it, in which state of the rig, on which scale it stands."""

from __future__ import annotations

import re
from dataclasses import dataclass

from stathmos.core.entry import INSIDE_TOP, PIN_CENTRE, SEAT, TOP
from stathmos.core.practice.scene import BEAM_ALONE, UNDER_BEAM, UNDER_COUPLER
from stathmos.core.rig.bay import AGAIN

#: states of the rig: uncoupled, coupled without bars, bars on
APART, BARE, BARRED = "a", "b", "c"

_MARK = re.compile(r"bay\.(?P<corner>(?:front|rear)_(?:left|right))_(?P<state>[ab])(?:_again)?")
_TRIAL = re.compile(r"trials\.(?P<key>[a-z0-9_]+)\.(?P<name>[a-z_]+)")
_CORNER = re.compile(r"(?:front|rear)_(?:left|right)")
_RAIL = re.compile(r"bay\.(?P<rail>rail_(?:front|rear))_(?P<when>level|coupled|empty)")
#: heights by their path, whatever the state's letter: the place for each datum, the usual one first
_HEIGHTS = {
    "bay.coupler_height": (APART, {"": "coupler", TOP: "coupler", SEAT: "coupler_seat"}),
    "trailer.coupler_height": (APART, {"": "coupler", TOP: "coupler", SEAT: "coupler_seat"}),
    "bay.receiver_height": (APART, {"": "receiver", INSIDE_TOP: "receiver", PIN_CENTRE: "receiver_pin"}),
    "vehicle.receiver_height": (APART, {"": "receiver", INSIDE_TOP: "receiver", PIN_CENTRE: "receiver_pin"}),
    "hitch.ball_height": (APART, {"": "ball", TOP: "ball", SEAT: "ball_seat"}),
    "bay.ball_coupled_b": (BARE, {"": "ball", TOP: "ball", SEAT: "ball_seat"}),
}
_OF_A_TRIAL = {
    "rail_front": {"": "rail_front"}, "rail_rear": {"": "rail_rear"}, "tongue": {"": "coupler"},
    "ball_coupled": {"": "ball", TOP: "ball", SEAT: "ball_seat"},
}  # fmt: skip


@dataclass(frozen=True)
class Meant:
    """Where the tape belongs, in which state; ``datums``: places that differ from it by the datum alone."""

    place: str
    state: str
    datums: tuple[str, ...] = ()


def meant(path: str, datum: str = "", bumpers: bool = False) -> Meant | None:
    """What a length that is typed means; None for one that is no height in the yard.

    >>> meant("bay.front_left_b"), meant("trials.trial_2.rail_front").place, meant("trailer.gvwr")
    (Meant(place='front_left', state='b', datums=()), 'rail_front', None)
    """
    found = _MARK.fullmatch(path)
    if found is not None:
        return Meant(_corner(found["corner"], bumpers), found["state"])
    rail = _RAIL.fullmatch(path)
    if rail is not None:
        return Meant(rail["rail"], APART if rail["when"] == "level" else BARE)
    if path in _HEIGHTS:
        state, places = _HEIGHTS[path]
        return _with_datum(places, datum, state)
    trial = _TRIAL.fullmatch(path)
    if trial is None:
        return None
    name = trial["name"].removesuffix(AGAIN)
    if _CORNER.fullmatch(name):
        return Meant(_corner(name, bumpers), BARRED)
    return _with_datum(_OF_A_TRIAL[name], datum, BARRED) if name in _OF_A_TRIAL else None


def _corner(corner: str, bumpers: bool) -> str:
    return f"bumper_{corner}" if bumpers else corner


def _with_datum(places: dict[str, str], datum: str, state: str) -> Meant:
    place = places.get(datum, places[""])
    return Meant(place, state, tuple(sorted({one for one in places.values() if one != place})))


@dataclass(frozen=True)
class Weighed:
    """On what a weight stands: a scale put so, or a deck of the weighbridge with so much on it; in which state."""

    scale: str = ""
    deck: str = ""
    state: str = APART


_BRIDGE = re.compile(r"weighing\.bridge_(?P<deck>front|rear|trailer)_(?P<way>alone|bare|bars)")
_WAYS = {"alone": APART, "bare": BARE, "bars": BARRED}
_SCALES = {
    "weighing.tongue_scale": Weighed(scale=UNDER_COUPLER), "weighing.beam_reading": Weighed(scale=UNDER_BEAM),
    "weighing.beam_tare": Weighed(scale=BEAM_ALONE), "trailer.gross_weight": Weighed(deck="whole_trailer"),
}  # fmt: skip


def weighed(path: str) -> Weighed | None:
    """On what the weight at a path stands; None where it is weighed on nothing in the yard.

    >>> weighed("weighing.bridge_front_bars"), weighed("trailer.gvwr")
    (Weighed(scale='', deck='front', state='c'), None)
    """
    bridge = _BRIDGE.fullmatch(path)
    return Weighed(deck=bridge["deck"], state=_WAYS[bridge["way"]]) if bridge is not None else _SCALES.get(path)


#: the readings that tell the tongue weight by weighing
TONGUE_WAYS = (
    "weighing.tongue_scale",
    "weighing.beam_reading",
    "weighing.jack_reading",
    "weighing.bridge_trailer_bare",
)
_COUNTED = re.compile(
    r"trials\.(?P<key>[a-z0-9_]+)\.(?P<name>(?:washers|positions|screw|pump|steps_left|steps_right|hole))"
)


def counted(path: str) -> str:
    """The setting that a count at a path tells, by the field of a trial; empty where it tells none.

    >>> counted("trials.trial_1.steps_left"), counted("trials.trial_1.front_left")
    ('steps_left', '')
    """
    found = _COUNTED.fullmatch(path)
    return "" if found is None else found["name"]
