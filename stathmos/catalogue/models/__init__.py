"""The catalogue: what is towed with, what is towed, and what joins them."""

from stathmos.catalogue.models.parts import Ball, HitchKit, Shank
from stathmos.catalogue.models.trailers import Trailer
from stathmos.catalogue.models.vehicles import TowVehicle

__all__ = ["Ball", "HitchKit", "Shank", "TowVehicle", "Trailer"]
