"""Bring in what was written out: all of it or nothing, and never over what is there."""

from __future__ import annotations

from dataclasses import dataclass

from django.core import serializers
from django.core.exceptions import ObjectDoesNotExist, ValidationError
from django.db import DatabaseError, models, transaction

from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS, ItemChange
from stathmos.catalogue.models.edition import SUBJECTS, raise_edition
from stathmos.house.models import HouseRules
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.record import whole
from stathmos.record.whole import LABELS, NotReadable
from stathmos.rigs.models import Rig


@dataclass(frozen=True)
class BroughtIn:
    """What was put in, and what was there already and is left as it is."""

    rigs: int
    readings: int
    parts: int
    people: int
    left: tuple[str, ...]


def bring_in(person: Person, text: str, form: str) -> BroughtIn:
    """Put the rows of a file in. Raises `NotReadable`, with nothing written.

    A person who is not known here is kept by name and cannot sign in. A rig that is here
    already (by its mark) is left alone with all of its history; so are parts and people of
    the same name, and house rules where there are any.
    """
    require(person, "move_everything")
    rows = whole.read(text, form)
    try:
        with transaction.atomic():
            return _put_in(rows)
    except (
        DatabaseError,
        ValidationError,
        ObjectDoesNotExist,
        serializers.base.DeserializationError,
        TypeError,
        ValueError,
    ) as error:
        raise NotReadable(f"Nothing was brought in: {str(error)[:200]}") from error


def _put_in(rows: list[dict]) -> BroughtIn:
    there = {str(mark) for mark in Rig.objects.values_list("mark", flat=True)}
    ruled, kept_items = HouseRules.objects.exists(), set()
    counts = {"rigs": 0, "readings": 0, "parts": 0, "people": 0}
    left: list[str] = []
    for row in rows:
        model, fields = LABELS[row["model"]], row["fields"]
        if model is Person:
            counts["people"] += _person(fields)
        elif issubclass(model, CatalogueItem):
            if model.objects.filter(name=fields["name"]).exists():
                kept_items.add((row["model"], fields["name"]))
                left.append(fields["name"])
            else:
                _save(row)
                counts["parts"] += 1
        elif model is ItemChange:
            _change(row, kept_items)
        elif model is HouseRules:
            if not ruled:
                _save(row)
        elif model is Rig:
            if str(fields["mark"]) in there:
                left.append(str(fields["customer"]))
            else:
                _save(row)
                counts["rigs"] += 1
        elif str(fields["rig"][0]) not in there:
            _save(row)
            counts["readings"] += row["model"] == "rigs.reading"
    for subject in SUBJECTS:  # rows brought in are written without the models' own `save`
        raise_edition(subject)
    return BroughtIn(**counts, left=tuple(left))


def _person(fields: dict) -> int:
    """Somebody of this name, who cannot sign in until a manager gives them a password."""
    if Person.objects.filter(username=fields["username"]).exists():
        return 0
    if fields["role"] not in Person.Role.values:
        raise ValidationError(f"“{fields['role']}” is no role.")
    made = Person(**{name: fields[name] for name in whole.PERSON_FIELDS}, is_active=False)
    made.set_unusable_password()
    made.full_clean(exclude=["password"])
    made.save()
    return 1


def _change(row: dict, kept_items: set) -> None:
    """A change of the catalogue, of the item of that name here."""
    kind = KINDS.get(row["fields"]["kind"])
    if kind is None:
        raise ValidationError("A change of no kind that there is.")
    if (kind._meta.label_lower, row["fields"]["name"]) in kept_items:
        return
    item = kind.objects.filter(name=row["fields"]["name"]).first()
    _save(row, item=item.pk if item else 0)


def _save(row: dict, **more: object) -> models.Model:
    """One row by Django's own deserializer, at the time that it carries."""
    (read,) = serializers.deserialize("python", [{"model": row["model"], "fields": {**row["fields"], **more}}])
    # what is blank is left to the database's own constraints; what is written must be of its kind
    blank = [
        field.name
        for field in read.object._meta.concrete_fields
        if getattr(read.object, field.attname) in (None, "", {}, [])
    ]
    read.object.clean_fields(exclude=blank)
    read.save()
    return read.object
