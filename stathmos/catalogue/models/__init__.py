"""The catalogue: what is towed with, what is towed, and what joins them; and every change of it."""

from stathmos.catalogue.models.changes import ItemChange
from stathmos.catalogue.models.edition import Edition
from stathmos.catalogue.models.parts import Accessory, Ball, HitchKit, Shank, Sleeve, Wrench
from stathmos.catalogue.models.trailers import Trailer
from stathmos.catalogue.models.vehicles import TowVehicle

#: each kind by the name it has in files and addresses
KINDS = {
    "vehicles": TowVehicle,
    "trailers": Trailer,
    "kits": HitchKit,
    "shanks": Shank,
    "balls": Ball,
    "sleeves": Sleeve,
    "accessories": Accessory,
    "wrenches": Wrench,
}

__all__ = [
    "KINDS",
    "Accessory",
    "Ball",
    "Edition",
    "HitchKit",
    "ItemChange",
    "Shank",
    "Sleeve",
    "TowVehicle",
    "Trailer",
    "Wrench",
]
