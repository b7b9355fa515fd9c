"""What a rig may carry, in the words of its papers: the customer's sheet and view, and the card."""

from __future__ import annotations

from collections.abc import Iterator

from stathmos.core.figures import Known
from stathmos.core.limits.capacity import Room
from stathmos.core.limits.tongue_range import TongueRange
from stathmos.core.phrases import Phrase
from stathmos.core.units import KG_PER_LB, WEIGHT

#: a part of a place is named by itself where it may have so much more in it, kg
WORTH_NAMING = 10 * KG_PER_LB


def _limits(names: tuple[str, ...]) -> str:
    return f" (limit: {' and '.join(names)})" if names else ""


def room_line(room: Room) -> Phrase:
    """What may still be put in one place, if nothing is added anywhere else."""
    if room.alone is None:
        return Phrase(f"not checked yet: {', '.join(room.wanting)} still needed.")
    if room.alone < KG_PER_LB:
        return Phrase(f"nothing more than planned{_limits(room.by)}.")
    return Phrase(
        f"up to {{left}} more than planned, with nothing added elsewhere{_limits(room.by)}.",
        {"left": (room.alone, WEIGHT, "down")},
    )


def capacity_lines(rooms: tuple[Room, ...]) -> Iterator[tuple[str, Phrase]]:
    """Each place and what may still be put there alone; then in all of them at once."""
    at_once = [room for room in rooms if room.together is not None]
    whole = max((room.alone or 0.0 for room in rooms if room.place.key == "vehicle"), default=0.0)
    for room in rooms:
        part = room.place.key == "seats"
        if not part or (room.alone or 0.0) > whole + WORTH_NAMING:
            yield room.place.name, room_line(room)
    if len([room for room in at_once if (room.together or 0.0) >= KG_PER_LB]) < 2:
        return
    trailer, vehicle = at_once[0], at_once[1]
    put = {"trailer": (trailer.together or 0.0, WEIGHT, "down"), "vehicle": (vehicle.together or 0.0, WEIGHT, "down")}
    yield "In both at once", Phrase("up to {trailer} in the trailer and {vehicle} in the vehicle.", put)


def tongue_line(band: TongueRange | None, gross: Known | None, now: Known | None) -> Phrase:
    """From where to where the tongue may weigh with the trailer as heavy as it is."""
    if band is None or gross is None or now is None:
        return Phrase(
            "not checked yet: the tongue and the trailer, weighed loaded to travel, and a hitch setup still needed."
        )
    put = {
        "gross": (gross.value, WEIGHT, "nearest"), "least": (band.least.at, WEIGHT, "up"), "most": (band.most.at, WEIGHT, "down"),
        "now": (now.value, WEIGHT, "nearest"),
    }  # fmt: skip
    if band.excluded:
        return Phrase("no tongue weight is known to be within every limit: ask your dealer before you tow.", put)
    return Phrase(
        "with the trailer at {gross}, {least} to {most}. It is {now} now. Put heavy things over the axles or just ahead of them, "
        "never behind.",
        put,
    )
