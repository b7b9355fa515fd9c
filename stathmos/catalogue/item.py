"""What every entry of the catalogue has."""

from __future__ import annotations

from typing import Any

from django.db import models

from stathmos.catalogue.models.edition import CATALOGUE, new_edition
from stathmos.core import units
from stathmos.core.figures import Given, Provenance
from stathmos.core.rig import Entry, entries
from stathmos.core.rigfile import WORDS


class Kept(models.QuerySet):
    """Items of the catalogue; whatever is written to many of them at once makes a new edition too."""

    def update(self, **columns: Any) -> int:
        with new_edition(CATALOGUE):
            return super().update(**columns)

    def bulk_create(self, *args: Any, **options: Any) -> list:
        with new_edition(CATALOGUE):
            return super().bulk_create(*args, **options)


class CatalogueItem(models.Model):
    """A thing that the dealer sells or meets. Retired ones are no longer offered; rigs keep what they were built on."""

    #: the core's class that describes the columns; and what is told of it besides, to customers
    core: type
    offered: type | None = None

    name = models.CharField(max_length=120, unique=True)
    system = models.CharField(max_length=6, default="us", choices=[("us", "US"), ("metric", "metric")])
    retired = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=1)

    objects = Kept.as_manager()

    class Meta:
        abstract = True
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name

    def save(self, *args: Any, **options: Any) -> None:
        """Whatever is written to the catalogue makes a new edition of it."""
        with new_edition(CATALOGUE):
            super().save(*args, **options)

    @classmethod
    def described(cls) -> dict[str, Entry]:
        """Every column that holds a figure or a word, with its description."""
        return {**dict(entries(cls.core)), **(dict(entries(cls.offered)) if cls.offered else {})}

    def figures(self) -> dict[str, Given]:
        """The known figures in the core's form, each with the provenance that its kind of figure has."""
        return self._given(dict(entries(self.core)))

    def as_entries(self) -> dict[str, dict[str, str]]:
        """The known figures as a rig file writes them."""
        return self._written(self.figures())

    def all_entries(self) -> dict[str, dict[str, str]]:
        """The same with what is told to customers."""
        return self._written(self._given(self.described()))

    def _given(self, described: dict[str, Entry]) -> dict[str, Given]:
        known = {}
        for name, entry in described.items():
            value = getattr(self, name)
            origin = Provenance(entry.usual)
            datum = entry.datums[0] if entry.datums else ""
            if entry.dimension in WORDS:
                if value:
                    known[name] = Given(0.0, entry.dimension, origin, value)
            elif value is not None:
                known[name] = Given(
                    value, entry.dimension, origin, units.write_exact(value, entry.dimension, self.system), datum
                )
        return known

    def _written(self, known: dict[str, Given]) -> dict[str, dict[str, str]]:
        return {
            name: {
                "is": given.typed,
                "from": given.provenance.value,
                "system": self.system,
                **({"datum": given.datum} if given.datum else {}),
            }
            for name, given in known.items()
        }
