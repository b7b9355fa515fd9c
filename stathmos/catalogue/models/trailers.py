"""Trailers, from their plates and brochures."""

from stathmos.catalogue.columns import figure, limits, word
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import rig as core
from stathmos.core.stock import Offer


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
    coupler_d_value = figure()
    coupler_v_value = figure()
    maker_wd = word()
    coupler_wd = word()
    coupler_mount = word()
    chain_rating = figure()
    coupler_height = figure()
    ball_to_axle = figure()
    ball_to_rear = figure()
    jack_position = figure()
    jack_height = figure()
    propane_position = figure()
    propane_tray = figure()
    propane_capacity = figure()
    battery_position = figure()
    battery_tray = figure()
    fresh_tank = figure()
    fresh_tank_position = figure()
    grey_tank = figure()
    grey_tank_position = figure()
    black_tank = figure()
    black_tank_position = figure()
    frame_length = figure()
    frame_depth = figure()
    frontal_area = figure()
    side_area = figure()
    brakes = word()
    breakaway = word()

    # what customers ask of one on the lot; no part of a rig
    offered = Offer
    sleeps = figure()
    price = figure()

    class Meta(CatalogueItem.Meta):
        constraints = [*limits(core.Trailer, "trailer"), *limits(Offer, "offer")]
