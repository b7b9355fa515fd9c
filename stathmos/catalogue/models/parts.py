"""The parts that join them: hitch kits, shanks, sleeves, balls, and what follows from a build."""

from django.db import models

from stathmos.catalogue.columns import figure, limits, word
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import stock as core


def family() -> models.CharField:
    return models.CharField(max_length=120, blank=True, default="")


class HitchKit(CatalogueItem):
    """A weight-distributing hitch kit."""

    core = core.Kit

    family = family()
    gross_rating = figure()
    tongue_rating = figure()
    tongue_minimum = figure()
    seat_above_shank = figure()
    adds_overhang = figure()
    own_weight = figure()
    ball_hole = figure()
    ball_thread_limit = figure()
    frame_depth_least = figure()
    frame_depth_most = figure()
    special_depth_most = figure()
    bracket_distance = figure()
    bracket_least = figure()
    bracket_most = figure()
    bar_length = figure()
    bar_style = word()
    bar_rate = figure()
    washers_least = figure()
    washers_most = figure()
    washers_start = figure()
    washers_slack = figure()
    washer_tilt = figure()
    step_word = word()
    steps_least = figure()
    steps_most = figure()
    steps_start = figure()
    steps_slack = figure()
    step_lift = figure()
    clears_trays = word()
    mounts = word()
    may_reverse = word()
    surge_brakes = word()
    sway_control = word()
    ball_nut_least = figure()
    ball_nut_most = figure()
    ball_nut_turn = word()
    ball_nut_across = figure()
    ball_nut_count = figure()
    head_bolts_least = figure()
    head_bolts_most = figure()
    head_bolts_turn = word()
    head_bolts_across = figure()
    head_bolts_count = figure()
    frame_bolts_least = figure()
    frame_bolts_most = figure()
    frame_bolts_turn = word()
    frame_bolts_across = figure()
    frame_bolts_count = figure()
    bracket_bolts_least = figure()
    bracket_bolts_most = figure()
    bracket_bolts_turn = word()
    bracket_bolts_across = figure()
    bracket_bolts_count = figure()
    half_links = word()
    handbook_air = word()
    handbook_offset = figure()
    handbook_restoration = word()
    price = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Kit, "kit")


class Shank(CatalogueItem):
    """A shank or a ball mount."""

    core = core.Shank

    style = word()
    size = figure()
    most_drop = figure()
    most_rise = figure()
    pitch = figure()
    holes = figure()
    end_below = figure()
    gross_rating = figure()
    tongue_rating = figure()
    ball_hole = figure()
    own_weight = figure()
    price = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Shank, "shank")


class Sleeve(CatalogueItem):
    """A reducer sleeve."""

    core = core.Sleeve

    outer = figure()
    inner = figure()
    gross_rating = figure()
    tongue_rating = figure()
    slop = figure()
    own_weight = figure()
    price = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Sleeve, "sleeve")


class Ball(CatalogueItem):
    """A ball."""

    core = core.Ball

    diameter = figure()
    rating = figure()
    stack_height = figure()
    shank_diameter = figure()
    thread_length = figure()
    nut_least = figure()
    nut_most = figure()
    nut_across = figure()
    price = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Ball, "ball")


class Accessory(CatalogueItem):
    """What follows from a build."""

    core = core.Accessory

    family = family()
    serves = word()
    price = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Accessory, "accessory")
        verbose_name_plural = "accessories"


class Wrench(CatalogueItem):
    """A torque wrench of the bay."""

    core = core.Wrench

    least = figure()
    most = figure()
    handle = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Wrench, "wrench")
        verbose_name_plural = "wrenches"
