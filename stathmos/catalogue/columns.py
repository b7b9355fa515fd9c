"""Database columns and constraints for what the core describes.

A column holds a figure in the core's unit (kg, mm …), null where it is unknown.
What a figure may be is written once, in the core's `Entry`; the constraints here
put the same limits into the database.
"""

from django.db import models
from django.db.models import Q

from stathmos.core.rig import CHOICE, FLAG, NAMES, TEXT, entries
from stathmos.core.rigfile import LONGEST_NAME, LONGEST_NAMES


def figure() -> models.FloatField:
    """A quantity in the core's unit; null is unknown."""
    return models.FloatField(null=True, blank=True)


def word() -> models.CharField:
    """A choice or a flag; empty is unknown."""
    return models.CharField(max_length=32, blank=True, default="")


def text() -> models.CharField:
    """Words of one's own; empty is unknown."""
    return models.CharField(max_length=LONGEST_NAME, blank=True, default="")


def names() -> models.CharField:
    """Names of other things; empty is unknown."""
    return models.CharField(max_length=LONGEST_NAMES, blank=True, default="")


def columns(kind: type) -> dict[str, models.Field]:
    """One column for each thing that the core describes: `vars().update(columns(core.Kit))` in the body of a model."""
    made = {CHOICE: word, FLAG: word, TEXT: text, NAMES: names}
    return {name: made.get(entry.dimension, figure)() for name, entry in entries(kind)}


def limits(kind: type, prefix: str) -> list[models.CheckConstraint]:
    """One constraint a column: the limits, or the words, that the core believes."""
    made = []
    for name, entry in entries(kind):
        if entry.dimension in (CHOICE, FLAG):
            condition = Q(**{f"{name}__in": ["", *(key for key, _ in entry.choices)]})
        elif entry.high < float("inf"):
            condition = Q(**{f"{name}__isnull": True}) | Q(**{f"{name}__gte": entry.low, f"{name}__lte": entry.high})
        else:
            continue
        made.append(models.CheckConstraint(name=f"{prefix}_{name}", condition=condition))
    return made
