"""A returning customer: what of the old rig's record carries over to a new vehicle, trailer or hitch, and what is void.

The set-up is void from the first step that a change touches (common practice). What was
read on a thing that stays is still so; what was read with the thing that went is not.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core import units
from stathmos.core.bay import Fit
from stathmos.core.figures import COMMON_PRACTICE, Missing
from stathmos.core.holding.conditions import conditions_at
from stathmos.core.rig import KINDS, name_at
from stathmos.core.rig.bay import START
from stathmos.core.rig.loads import TRAILER, VEHICLE
from stathmos.core.rig_rules import EXCEPTION, LIMITED
from stathmos.core.settings import trial_fields
from stathmos.core.subjects import Under

NEW_VEHICLE, NEW_TRAILER, NEW_HITCH, SAME = "vehicle", "trailer", "hitch", "same"
KINDS_OF_VISIT = (
    (NEW_VEHICLE, "a new tow vehicle"),
    (NEW_TRAILER, "a new trailer"),
    (NEW_HITCH, "a new hitch"),
    (SAME, "the same rig: inspection, or another load"),
)
SOURCE = COMMON_PRACTICE

_WHICH = ("which.", "the new visit begins with what stands there")
_EXCEPTION = (EXCEPTION, "an exception is given for one visit")
_SELECTED = ("hitch.selected_", "the setup is selected anew")
_SHOP = ("shop.", "the work of that visit waited for it")
_BAY = ("bay.", "trials.", "torque.", "handover.", "drill.", "complaints.")
#: beginnings of paths that are void, with why, by what is new; the first that fits says why
_VOID: dict[str, tuple[tuple[str, str], ...]] = {
    NEW_VEHICLE: (
        ("vehicle.", "read on the old vehicle"),
        ("weighing.bridge_", "the old vehicle stood on the weighbridge"),
        ("weighing.squat_", "the old vehicle's springs"),
        ("hitch.ball_height", "it stood in the old vehicle's receiver"),
        *((beginning, "measured with the old vehicle") for beginning in _BAY),
    ),
    NEW_TRAILER: (
        ("trailer.", "read on the old trailer"),
        ("weighing.", "weighed with the old trailer"),
        *((beginning, "measured with the old trailer") for beginning in _BAY),
    ),
    NEW_HITCH: (
        ("hitch.", "the old hitch"),
        ("weighing.bridge_", "weighed with the old hitch on"),
        *((beginning, "measured with the old hitch") for beginning in _BAY),
    ),
    SAME: tuple(
        (beginning, "measured at the last visit; measure it again as it is loaded today") for beginning in _BAY
    ),
}


@dataclass(frozen=True)
class Kept:
    """One entry of the old rig. ``why``: why it is void; empty where it carries over."""

    path: str
    name: str
    text: str
    why: str


def _on(path: str) -> str:
    """What a load rides on: the vehicle or the trailer; empty for what is no load."""
    section, _, rest = path.partition(".")
    kind = KINDS.get(rest.partition(".")[0])
    return "" if section != "loads" else kind.on if kind is not None else TRAILER


def _why_void(path: str, new: str) -> str:
    if new == NEW_TRAILER and _on(path) == TRAILER:
        return "it rode in the old trailer"
    if (
        new in _SAME_HITCH
        and path.startswith("torque.")
        and path.endswith(".reached")
        and not (new == NEW_TRAILER and _on_the_trailer(path.split(".")[1]))
    ):
        return "comes along as found: look at the witness mark"
    if new == NEW_VEHICLE and _on(path) == VEHICLE and path.endswith((".at", ".moved_to")):
        return "its place was in the old vehicle"
    return next(
        (why for beginning, why in (_WHICH, _EXCEPTION, _SELECTED, _SHOP, *_VOID[new]) if path.startswith(beginning)),
        "",
    )


def carried_over(entries: Mapping[str, Mapping[str, str]], new: str) -> tuple[Kept, ...]:
    """Every entry with whether it carries over, in the order of their paths. Raises KeyError for no such kind of visit.

    >>> [(one.path, one.why) for one in carried_over({"vehicle.gvwr": {"is": "1"}, "trailer.gvwr": {"is": "2"}}, "vehicle")]
    [('trailer.gvwr', ''), ('vehicle.gvwr', 'read on the old vehicle')]
    """
    loosened = LIMITED if EXCEPTION in entries else frozenset()

    def why_void(path: str) -> str:
        return "it was set under an exception, for one visit" if path in loosened else _why_void(path, new)

    return tuple(Kept(path, name_at(path), entry["is"], why_void(path)) for path, entry in sorted(entries.items()))


#: what stays where so much is new; a trailer that stays was not moved either, or the tape says so
_SAME_VEHICLE, _SAME_TRAILER, _SAME_HITCH = (
    (NEW_HITCH, SAME, NEW_TRAILER), (NEW_VEHICLE, NEW_HITCH, SAME), (NEW_VEHICLE, NEW_TRAILER, SAME),
)  # fmt: skip


def references(fit: Fit, new: str, vehicle: str = "") -> dict[str, dict[str, str]]:
    """What was good, for the next visit as entries, and with what vehicle (its name) it was so.

    The marks with the bars on (or coupled, without bars) where vehicle and trailer stay; rail and tongue, as the trailer
    stood, where the trailer stays: a target for the next vehicle too. The setting where the hitch stays, to begin with; and
    each torque as found, with its witness mark to be looked at.
    """
    last = next((one for one in reversed(fit.measured.trials) if one.measured and not one.void), None)
    brought: dict[str, str] = {}
    if new in _SAME_VEHICLE and new in _SAME_TRAILER:
        state = last.state if last is not None else fit.measured.arches.b if fit.measured.kit is None else None
        if state is not None and not isinstance(state.front_mark, Missing) and not isinstance(state.rear_mark, Missing):
            brought["bay.good_front"] = units.write(state.front_mark.value, units.LENGTH, "us")
            brought["bay.good_rear"] = units.write(state.rear_mark.value, units.LENGTH, "us")
    if last is not None and new in _SAME_TRAILER:
        for good, taped in (("rail_front", "rail_front"), ("rail_rear", "rail_rear"), ("tongue", "tongue")):
            given = getattr(last.trial, taped)
            if given is not None:
                brought[f"bay.good_{good}"] = units.write_exact(given.value, units.LENGTH, "us")
    couple = None if fit.measured.loads is None or last is None else fit.measured.loads.couple
    if new == NEW_VEHICLE and couple is not None and not isinstance(couple, Missing) and couple.value > 0:
        brought["bay.good_couple"] = units.write_exact(couple.value, units.COUPLE, "us")
    if brought:
        kit = fit.now.choice.in_force.kit
        brought["bay.good_from"] = (f"the earlier visit, {kit.name}" if kit else "the earlier visit")[:120]
        if vehicle:
            brought["bay.good_vehicle"] = vehicle[:120]
    if last is not None and new in _SAME_HITCH:
        for name in (*trial_fields(), "hole"):
            given = getattr(last.trial, name)
            if given is not None:
                brought[f"bay.{START}{name}"] = f"{given.value:g}"
    written = {path: {"is": text, "from": "measured", "system": "us"} for path, text in brought.items()}
    return written | (_as_found(fit, new) if new in _SAME_HITCH else {})


def _as_found(fit: Fit, new: str) -> dict[str, dict[str, str]]:
    """Each torque that was reached, or was found, neither done on the next visit nor void; none of what was bolted to a trailer
    that went.
    """
    told = {}
    for bolt in fit.measured.rig.torque:
        given = bolt.reached or bolt.found
        if given is not None and not (new == NEW_TRAILER and _on_the_trailer(bolt.key)):
            text = units.write_exact(given.value, units.COUPLE, "us")
            told[f"torque.{bolt.key}.found"] = {"is": text, "from": "measured", "system": "us"}
    return told


def _on_the_trailer(bolt: str) -> bool:
    return Under.TRAILER in conditions_at(f"torque.{bolt}.reached")


def rates(fit: Fit, new: str) -> dict[str, dict[str, str]]:
    """This vehicle's own spring rates, where the tape told them and the vehicle stays."""
    if new == NEW_VEHICLE:
        return {}
    told = {"vehicle.front_rate": fit.measured.rates.front, "vehicle.rear_rate": fit.measured.rates.rear}
    return {
        path: {
            "is": units.write_exact(round(rate.value, 3), units.RATE, "metric"),
            "from": "measured",
            "system": "metric",
        }
        for path, rate in told.items()
        if not isinstance(rate, Missing)
    }
