"""Bring in what was written out: all of it or nothing, and never over what is there."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.core.exceptions import ObjectDoesNotExist, ValidationError
from django.db import DataError, IntegrityError, models, transaction

from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS, ItemChange
from stathmos.catalogue.models.edition import SUBJECTS, raise_edition
from stathmos.database.retrying import tried_again
from stathmos.house.models import HouseRules
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.record import arriving, checking, whole
from stathmos.record.arriving import Row
from stathmos.record.whole import LABELS
from stathmos.rigs.models import Arrival, Rig

LONGEST_SOURCE = 120


@dataclass(frozen=True)
class BroughtIn:
    """What was put in, and what was there already and is left as it is."""

    rigs: int
    readings: int
    parts: int
    people: int
    left: tuple[str, ...]


@tried_again
def bring_in(person: Person, text: str, form: str, source: str = "") -> BroughtIn:
    """Put the rows of a file in. Raises `NotReadable`, with nothing written. ``source``: what the file was called.

    A person who is not known here is kept by name and cannot sign in. A rig that is here
    already (by its mark) is left alone with all of its history; so are parts and people of
    the same name, and house rules where there are any. Each rig keeps that it was brought in, by
    whom and from what: its signatures were not given here.
    """
    require(person, "move_everything")
    rows = arriving.read(text, form)
    checking.check(rows)
    with transaction.atomic():
        return _Putting(person, source[:LONGEST_SOURCE] or f"a .{form} file").all_of(rows)


class _Putting:
    """One file on its way in."""

    def __init__(self, person: Person, source: str) -> None:
        self.person, self.source = person, source
        self.there = {str(mark) for mark in Rig.objects.values_list("mark", flat=True)}
        self.ruled = HouseRules.objects.exists()
        self.people = dict(Person.objects.values_list("username", "pk"))
        self.rigs = {str(mark): pk for mark, pk in Rig.objects.values_list("mark", "pk")}
        self.new: list[Rig] = []
        self.kept_items: set[tuple[str, str]] = set()
        self.counts = {"rigs": 0, "readings": 0, "parts": 0, "people": 0}
        self.left: list[str] = []

    def all_of(self, rows: list[Row]) -> BroughtIn:
        for row in _visits_in_order(rows):
            try:
                self._put(row)
            except (
                IntegrityError,
                DataError,
                ValidationError,
                ObjectDoesNotExist,
                TypeError,
                ValueError,
                KeyError,
            ) as error:
                raise row.wrong(_in_words(error)) from error
        for rig in self.new:
            Arrival.objects.create(rig=rig, source=self.source, brought_by=self.person)
        for subject in SUBJECTS:  # rows brought in are written without the models' own `save`
            raise_edition(subject)
        return BroughtIn(**self.counts, left=tuple(self.left))

    def _put(self, row: Row) -> None:
        model, fields = LABELS[row.label], row.fields
        if model is Person:
            self._person(row)
        elif issubclass(model, CatalogueItem):
            if model.objects.filter(name=fields["name"]).exists():
                self.kept_items.add((row.label, fields["name"]))
                self.left.append(str(fields["name"]))
            else:
                self._save(row)
                self.counts["parts"] += 1
        elif model is ItemChange:
            self._change(row)
        elif model is HouseRules:
            if not self.ruled:
                self._save(row)
        elif model is Rig:
            if str(fields["mark"]) in self.there:
                self.left.append(str(fields["customer"]))
            else:
                rig = self._save(row)
                self.rigs[str(rig.mark)] = rig.pk
                self.new.append(rig)
                self.counts["rigs"] += 1
        elif fields["rig"][0] not in self.there:
            self._save(row)
            self.counts["readings"] += row.label == "rigs.reading"

    def _person(self, row: Row) -> None:
        """Somebody of this name, who cannot sign in until a manager gives them a password."""
        if row.fields["username"] in self.people:
            return
        if row.fields["role"] not in Person.Role.values:
            raise row.wrong(f"“{str(row.fields['role'])[:20]}” is no role.")
        made = Person(**{name: row.fields[name] for name in whole.PERSON_FIELDS}, is_active=False)
        made.set_unusable_password()
        made.full_clean(exclude=["password"])
        made.save()
        self.people[made.username] = made.pk
        self.counts["people"] += 1

    def _change(self, row: Row) -> None:
        """A change of the catalogue, of the item of that name here."""
        kind = KINDS.get(row.fields["kind"])
        if kind is None:
            raise row.wrong("a change of no kind that there is.")
        if (kind._meta.label_lower, row.fields["name"]) in self.kept_items:
            return
        item = kind.objects.filter(name=row.fields["name"]).first()
        self._save(row, item=item.pk if item else 0)

    def _save(self, row: Row, **more: object) -> Any:
        """One row, at the time that it carries."""
        model = LABELS[row.label]
        values = dict(self._value(model, row, name) for name in row.fields)
        made = model(**values, **more)
        # what is blank is left to the database's own constraints; what is written must be of its kind
        blank = [one.name for one in model._meta.concrete_fields if getattr(made, one.attname) in (None, "", {}, [])]
        made.clean_fields(exclude=blank)
        made.save_base(raw=True, force_insert=True)
        return made

    def _value(self, model: type[models.Model], row: Row, name: str) -> tuple[str, Any]:
        field, value = model._meta.get_field(name), row.fields[name]
        if not isinstance(field, models.ForeignKey):
            return field.attname, field.to_python(value)
        if value is None:
            return field.attname, None
        known = self.people if field.related_model is Person else self.rigs
        number = (
            known.get(value[0]) if isinstance(value, list) and len(value) == 1 and isinstance(value[0], str) else None
        )
        if number is None:
            raise row.wrong(f"{name} names nobody and nothing that is here or came before: {str(value)[:60]}.")
        return field.attname, number


def _visits_in_order(rows: list[Row]) -> list[Row]:
    """The rows with each rig after the visit before it; all else in its place."""
    rigs = {str(row.fields["mark"]): row for row in rows if LABELS[row.label] is Rig}
    told: dict[str, Row] = {}

    def tell(row: Row) -> None:
        before = row.fields["previous"]
        if before is not None and before[0] in rigs and before[0] not in told:
            tell(rigs[before[0]])
        told.setdefault(str(row.fields["mark"]), row)

    for row in rigs.values():
        tell(row)
    ordered = iter(told.values())
    return [next(ordered) if LABELS[row.label] is Rig else row for row in rows]


def _in_words(error: Exception) -> str:
    if isinstance(error, ValidationError):
        return "; ".join(error.messages)[:200]
    return str(error)[:200]
