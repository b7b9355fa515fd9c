"""The parts that join them: hitch kits, shanks, balls."""

from django.db import models

from stathmos.catalogue.columns import figure, limits, word
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import stock as core


class HitchKit(CatalogueItem):
    """A weight-distributing hitch kit."""

    core = core.Kit

    family = models.CharField(max_length=120, blank=True, default="")
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
    bracket_distance = figure()
    surge_brakes = word()
    sway_control = word()

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
    gross_rating = figure()
    tongue_rating = figure()
    ball_hole = figure()
    own_weight = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Shank, "shank")


class Ball(CatalogueItem):
    """A ball."""

    core = core.Ball

    diameter = figure()
    rating = figure()
    stack_height = figure()
    shank_diameter = figure()
    thread_length = figure()

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Ball, "ball")
