"""Tow vehicles, from their labels and handbooks."""

from stathmos.catalogue.columns import columns, limits
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import rig as core


class TowVehicle(CatalogueItem):
    """A tow vehicle as its labels and its handbook describe it."""

    core = core.Vehicle
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Vehicle, "vehicle")
