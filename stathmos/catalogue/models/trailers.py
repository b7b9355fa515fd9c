"""Trailers, from their plates and brochures."""

from stathmos.catalogue.columns import figure, limits, word
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import rig as core


class Trailer(CatalogueItem):
    """A trailer as its plate and its brochure describe it."""

    core = core.Trailer

    coupling = word()
    gvwr = figure()
    axle_rating = figure()
    axle_count = figure()
    tyre_rating = figure()
    tyre_count = figure()
    unladen_weight = figure()
    brochure_tongue = figure()
    gross_weight = figure()
    coupler_size = figure()
    coupler_rating = figure()
    coupler_tongue_limit = figure()
    coupler_mount = word()
    chain_rating = figure()
    coupler_height = figure()
    ball_to_axle = figure()
    ball_to_rear = figure()
    jack_position = figure()
    propane_position = figure()
    propane_capacity = figure()
    battery_position = figure()
    fresh_tank = figure()
    fresh_tank_position = figure()
    grey_tank = figure()
    grey_tank_position = figure()
    black_tank = figure()
    black_tank_position = figure()
    frame_length = figure()
    frame_depth = figure()
    frontal_area = figure()
    brakes = word()
    breakaway = word()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Trailer, "trailer")
