"""Trailers, from their plates and brochures."""

from stathmos.catalogue.columns import columns, limits
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import rig as core
from stathmos.core.stock import Offer


class Trailer(CatalogueItem):
    """A trailer as its plate and its brochure describe it."""

    core = core.Trailer
    vars().update(columns(core))

    # what customers ask of one on the lot; no part of a rig
    offered = Offer
    vars().update(columns(Offer))

    class Meta(CatalogueItem.Meta):
        constraints = [*limits(core.Trailer, "trailer"), *limits(Offer, "offer")]
