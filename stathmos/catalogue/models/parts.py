"""The parts that join them: hitch kits, shanks, sleeves, balls, and what follows from a build."""

from django.db import models

from stathmos.catalogue.columns import columns, limits
from stathmos.catalogue.item import CatalogueItem
from stathmos.core import stock as core


def family() -> models.CharField:
    return models.CharField(max_length=120, blank=True, default="")


class HitchKit(CatalogueItem):
    """A weight-distributing hitch kit."""

    core = core.Kit
    family = family()
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Kit, "kit")


class Shank(CatalogueItem):
    """A shank or a ball mount."""

    core = core.Shank
    family = family()
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Shank, "shank")


class Sleeve(CatalogueItem):
    """A reducer sleeve."""

    core = core.Sleeve
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Sleeve, "sleeve")


class Ball(CatalogueItem):
    """A ball."""

    core = core.Ball
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Ball, "ball")


class Accessory(CatalogueItem):
    """What follows from a build."""

    core = core.Accessory
    family = family()
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Accessory, "accessory")
        verbose_name_plural = "accessories"


class Wrench(CatalogueItem):
    """A torque wrench of the bay."""

    core = core.Wrench
    vars().update(columns(core))

    class Meta(CatalogueItem.Meta):
        constraints = limits(core.Wrench, "wrench")
        verbose_name_plural = "wrenches"
