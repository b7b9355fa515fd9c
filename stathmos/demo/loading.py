"""The demo's data put into the database: an invented dealer's yard, people and rigs."""

from __future__ import annotations

import datetime

from django.db import transaction

from stathmos.catalogue.invented import listed
from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS, TowVehicle, Trailer
from stathmos.catalogue.models.edition import SUBJECTS, raise_edition
from stathmos.catalogue.reading import read_item
from stathmos.core.instruments import UNITS
from stathmos.core.units import write_exact
from stathmos.demo import week
from stathmos.handover.actions.hand_over import hand_over
from stathmos.house.actions.be_the_dealer import be_the_dealer
from stathmos.instruments.actions.keep_instrument import keep_instrument
from stathmos.instruments.yard import SHIPPED
from stathmos.people.models import Person
from stathmos.rigs.actions.sign_station import sign_station
from stathmos.rigs.actions.write_rig import Change, open_rig, write_rig
from stathmos.rigs.models import Rig

CATALOGUE = KINDS

#: user name, first name, role; every demo account has the password PASSWORD
PEOPLE = (("thea", "Thea", "advisor"), ("bram", "Bram", "technician"), ("odile", "Odile", "manager"))
PASSWORD = "hollow-oxbow-6"
DEALER = {"name": "Tarrow Fen Trailers", "address": "14 Quillet Lane, Hexmarsh"}


def untouched() -> bool:
    """Whether nobody has put anything here yet: the demo never goes over a person's changes."""
    return not any(kind.objects.exists() for kind in (*CATALOGUE.values(), Rig, Person))


@transaction.atomic
def load() -> None:
    """People, catalogue and rigs, all or nothing."""
    people = {}
    for username, first_name, role in PEOPLE:
        people[username] = Person.objects.create_user(
            username, password=PASSWORD, first_name=first_name, role=role, demo=True
        )
    for name, kind in CATALOGUE.items():
        kind.objects.bulk_create([catalogue_item(kind, row) for row in listed(name)])
    for subject in SUBJECTS:  # rows put in all together are written without the models' own `save`
        raise_edition(subject)
    be_the_dealer(people["odile"], DEALER)
    _instruments(people["odile"])
    for row in listed("rigs"):
        rig = open_rig(people[row["advisor"]], _first_entries(row))
        for station, person in row.get("signed", []):
            sign_station(rig.pk, people[person], rig.version, station)
        for person, entries_then in row.get("then", []):
            rig = write_rig(rig.pk, people[person], rig.version, Change({}, entries_then))
    for row in listed("bay"):
        _through_the_bay(row, people)
    week.load(people)


def _instruments(manager: Person) -> None:
    """The stand-ins that ship, written down as a manager writes an instrument; the bathroom scale is past its day."""
    for one in SHIPPED:
        known = one.instrument
        measures = known.of.measures
        late = known.kind == "bathroom_scale"
        written = {
            "name": known.name, "kind": known.kind, "address": one.address, "line": one.line, "pattern": "", "unit": known.unit,
            "mark": write_exact(known.mark, measures, UNITS[known.unit]), "capacity": write_exact(known.capacity, measures, UNITS[known.unit]),
            "serial": known.serial, "checked": datetime.date(2025 if late else 2026, 3, 2), "due": datetime.date(2026 if late else 2028, 3, 2),
        }  # fmt: skip
        keep_instrument(manager, None, 0, written)


def _through_the_bay(row: dict, people: dict[str, Person]) -> None:
    """A rig like another one, with what was then measured, signed and handed over."""
    like = next(one for one in listed("rigs") if one["customer"] == row["like"])
    begun = _first_entries(like)
    names = {**begun.names, **{name: row[name] for name in ("customer", "vehicle_plate", "trailer_plate")}}
    rig = open_rig(people[like["advisor"]], Change(names, begun.entries))
    for step in row["steps"]:
        person = people[step["by"]]
        if "entries" in step:
            rig = write_rig(rig.pk, person, rig.version, Change({}, step["entries"]))
        elif "sign" in step:
            sign_station(rig.pk, person, rig.version, step["sign"])
        else:
            hand_over(rig.pk, person, rig.version)


def catalogue_item(kind: type[CatalogueItem], row: dict) -> CatalogueItem:
    """A catalogue row from its figures, each with where it comes from, read by the core as anything typed is."""
    texts = {name: figure["is"] for name, figure in row.items() if name not in ("name", "family")}
    read = read_item(kind, row["name"], row.get("family", ""), "us", texts)
    assert not read.problems, (row["name"], read.problems)
    return kind(**read.columns)


def _first_entries(row: dict) -> Change:
    """What an advisor writes who picks a vehicle and a trailer from the catalogue and then weighs."""
    picked = {
        f"{section}.{name}": entry
        for section, kind in (("vehicle", TowVehicle), ("trailer", Trailer))
        for name, entry in kind.objects.get(name=row[section]).as_entries().items()
    }
    written = {**picked, **row["entries"]}
    unread = row.get("without", [])
    return Change(
        {"customer": row["customer"], "vehicle_name": row["vehicle"], "trailer_name": row["trailer"]},
        {path: entry for path, entry in written.items() if path not in unread},
    )
