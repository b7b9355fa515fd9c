"""Whose rig it is, and which vehicle and which trailer stand there: what tells one from another, whatever is read of them."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import named, read_of
from stathmos.core.figures import Given
from stathmos.core.subjects import DECISION, TRAILER, VEHICLE


@dataclass(frozen=True)
@read_of(DECISION)
class Which:
    """The key of each, 1 for the first that the rig had; and what each is called, which goes with it. Names have a history so."""

    vehicle: Given | None = named("The tow vehicle there")
    trailer: Given | None = named("The trailer there")
    customer: Given | None = named("The customer")
    called_vehicle: Given | None = named("Tow vehicle, called", of=VEHICLE)
    called_trailer: Given | None = named("Trailer, called", of=TRAILER)
    plate_vehicle: Given | None = named("Tow vehicle's plate", of=VEHICLE)
    plate_trailer: Given | None = named("Trailer's plate", of=TRAILER)
