"""Tow vehicles, from their labels and handbooks."""

from stathmos.catalogue.columns import figure, limits, word
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import rig as core


class TowVehicle(CatalogueItem):
    """A tow vehicle as its labels and its handbook describe it."""

    core = core.Vehicle

    vehicle_class = word()
    gvwr = figure()
    front_gawr = figure()
    rear_gawr = figure()
    payload = figure()
    gcwr = figure()
    tow_rating = figure()
    tongue_limit = figure()
    unladen_front = figure()
    unladen_rear = figure()
    receiver_size = figure()
    receiver_wc_gross = figure()
    receiver_wc_tongue = figure()
    receiver_wd_gross = figure()
    receiver_wd_tongue = figure()
    receiver_d_value = figure()
    receiver_height = figure()
    wheelbase = figure()
    overhang = figure()
    tailgate_reach = figure()
    tailgate_height = figure()
    front_rate = figure()
    rear_rate = figure()
    air_springs = word()
    air_pressure = figure()
    auto_levelling = word()
    handbook_wd = word()
    handbook_wd_above = figure()
    handbook_restoration = word()
    handbook_share_low = figure()
    handbook_share_high = figure()
    handbook_air = word()
    frontal_area_limit = figure()
    cooler = word()
    brake_controller = word()
    seven_way = word()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Vehicle, "vehicle")
