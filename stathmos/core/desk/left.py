"""How much is left for people and cargo in the vehicle, by every rating that they bear on, wherever ahead of the rear axle they are."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from stathmos.core import lot
from stathmos.core.desk.open_figures import DRIVER
from stathmos.core.lot.columns import Column
from stathmos.core.rig import KINDS

#: people in front sit there, as a share of the wheelbase; the rest is anywhere from there to the rear axle
_FRONT = KINDS["front_seats"].wheelbases or 0.0


@dataclass(frozen=True)
class _Rating:
    """A rating that people and cargo bear on: how much of them at the most, and how much of the people in front."""

    key: str
    most: float
    people: float


RATINGS = (
    _Rating("payload", 1.0, 1.0),
    _Rating("gvwr", 1.0, 1.0),
    _Rating("gcwr", 1.0, 1.0),
    _Rating("rear_gawr", 1.0, _FRONT),
    _Rating("front_gawr", 1.0 - _FRONT, 1.0 - _FRONT),
)


@dataclass(frozen=True)
class Left:
    """What is left for people and cargo, from least to most of what is open, kg; less than nothing where there is too much already.

    ``driver``: the people in front are in it, as nobody wrote who they are; else it is more than what is written.
    """

    least: float
    most: float
    driver: bool


def column_of(cars: lot.Vehicles, links: lot.Links, people: Column | None) -> Column:
    """The same for each pair, kg; ``people``: those in front who are in the loads and are to be counted in, None where nobody is.

    One of them drives: so much of it sits in front, and the rest is wherever it bears most. NaN where unknown.
    """
    driver = 0.0 if people is None else DRIVER
    found = []
    for one in RATINGS:
        rating = cars.gcwr if one.key == "gcwr" else cars.figures[one.key]
        free = rating * (1 - links.share[one.key])
        if one.key == "gcwr":
            free = np.where(np.isnan(rating), np.inf, free)  # not asked for at the desk
        free = free + one.people * (0.0 if people is None else people)
        behind = free - one.people * driver
        found.append(np.where(behind >= 0, driver + behind / one.most, free / one.people))
    least: Column = np.min(found, axis=0)
    return least


def left_of(cars: lot.Vehicles, links: lot.Links, people: Column | None) -> Left | None:
    """From the least to the most over all rows. ``people`` in front, kg, as each row has them; None where they are written."""
    left = column_of(cars, links, people)
    return None if np.isnan(left).any() else Left(float(left.min()), float(left.max()), people is not None)
