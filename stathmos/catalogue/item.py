"""What every entry of the catalogue has."""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from typing import Any

from django.db import models

from stathmos.catalogue.models.edition import CATALOGUE, new_edition
from stathmos.core import units
from stathmos.core.entry import NONE
from stathmos.core.figures import Given, Provenance
from stathmos.core.rig import Entry, entries
from stathmos.core.rigfile import WORDS, section_of


class Kept(models.QuerySet):
    """Items of the catalogue; whatever is written to many of them at once makes a new edition too."""

    def update(self, **columns: Any) -> int:
        with new_edition(CATALOGUE):
            written = list(self.values_list("pk", flat=True))
            many = super().update(**columns)
            for item in self.model.objects.filter(pk__in=written):
                item.written()
                models.QuerySet(self.model).filter(pk=item.pk).update(sought=item.sought, stamp=item.stamp)
            return many

    def delete(self) -> tuple[int, dict[str, int]]:
        with new_edition(CATALOGUE):
            return super().delete()

    def bulk_create(self, objs: Iterable[CatalogueItem], *args: Any, **options: Any) -> list:
        items = list(objs)
        for item in items:
            item.written()
        with new_edition(CATALOGUE):
            return super().bulk_create(items, *args, **options)


class CatalogueItem(models.Model):
    """A thing that the dealer sells or meets. Retired ones are no longer offered; rigs keep what they were built on."""

    #: the core's class that describes the columns; and what is told of it besides, to customers
    core: type
    offered: type | None = None

    name = models.CharField(max_length=120, unique=True)
    system = models.CharField(max_length=6, default="us", choices=[("us", "US"), ("metric", "metric")])
    retired = models.BooleanField(default=False)
    #: fields of what was looked for and is not there: “none stamped”
    absent = models.JSONField(default=list, blank=True)
    version = models.PositiveIntegerField(default=1)
    #: all that is written of it, in small letters, for whoever looks for it
    sought = models.TextField(default="", editable=False)
    #: another after every write: what was made of it with the same one still holds
    stamp = models.UUIDField(default=uuid.uuid4, editable=False)

    objects = Kept.as_manager()

    class Meta:
        abstract = True
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name

    def save(self, *args: Any, **options: Any) -> None:
        """Whatever is written to the catalogue makes a new edition of it."""
        self.written()
        with new_edition(CATALOGUE):
            super().save(*args, **options)

    def delete(self, *args: Any, **options: Any) -> tuple[int, dict[str, int]]:
        """As with every write."""
        with new_edition(CATALOGUE):
            return super().delete(*args, **options)

    @classmethod
    def described(cls) -> dict[str, Entry]:
        """Every column that holds a figure or a word, with its description."""
        return {**dict(entries(cls.core)), **(dict(entries(cls.offered)) if cls.offered else {})}

    def figures(self) -> dict[str, Given]:
        """The known figures in the core's form, each with the provenance that its kind of figure has."""
        return self._given(dict(entries(self.core)))

    def in_core(self, texts: bool = True) -> Any:
        """It as the core's own class. Without the ``texts`` of its figures, which take long to write, to reckon with by the thousand."""
        words = {key: getattr(self, key) for key in ("name", "family") if key in self.core.__dataclass_fields__}
        return section_of(self.core, self._given(dict(entries(self.core)), texts), **words)

    def without_texts(self) -> Any:
        """The same without texts."""
        return self.in_core(texts=False)

    def as_entries(self) -> dict[str, dict[str, str]]:
        """The known figures as a rig file writes them."""
        return self._written(self.figures())

    def all_entries(self) -> dict[str, dict[str, str]]:
        """The same with what is told to customers."""
        return self._written(self._given(self.described()))

    def written(self) -> None:
        """What goes with every write: what is sought of it (name, family, every figure and word as they read), and a new stamp."""
        words = (self.name, getattr(self, "family", ""), *(entry["is"] for entry in self.all_entries().values()))
        self.sought, self.stamp = " ".join(word for word in words if word).lower(), uuid.uuid4()

    def _given(self, described: dict[str, Entry], texts: bool = True) -> dict[str, Given]:
        known = {}
        for name, entry in described.items():
            value = getattr(self, name)
            origin = Provenance(entry.usual)
            datum = entry.datums[0] if entry.datums else ""
            if name in self.absent:
                known[name] = Given(0.0, entry.dimension, origin, NONE, absent=True)
                continue
            if entry.dimension in WORDS:
                if value:
                    known[name] = Given(0.0, entry.dimension, origin, value)
            elif value is not None:
                text = units.write_exact(value, entry.dimension, self.system) if texts else ""
                known[name] = Given(value, entry.dimension, origin, text, datum)
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
