"""The demo's week: a bay that two rigs want, a shank that comes late, an inspection that is due. From whatever day it is loaded on."""

from __future__ import annotations

from datetime import date, time, timedelta

from stathmos.core.day.hours import Opening, moment
from stathmos.core.stockroom import ASIDE, COUNTED, ORDERED, Item
from stathmos.day import opening
from stathmos.day.actions.hours import Wish as AwayWish
from stathmos.day.actions.hours import keep_away, keep_hours, keep_place
from stathmos.day.actions.jobs import To, make_job, place_job
from stathmos.people.models import Person
from stathmos.rigs.models import Rig
from stathmos.stockroom.actions.move import Wish, move

PLACES = (("Bay 1", "bay"), ("Bay 2", "bay"), ("The flat", "floor"))
#: kind, part, how many were counted
COUNTS = (
    ("kits", "Anvilroot 1200", 2), ("kits", "Anvilroot 1000", 1), ("kits", "Thornlace 1000", 1), ("kits", "Cordwain 1400", 1),
    ("shanks", "Shank 2 short", 1), ("shanks", "Shank 2½ deep", 0), ("balls", "Ball 2 5/16 × 1¼", 4),
)  # fmt: skip
SUPPLIER = "Quernstay Forge"


def load(people: dict[str, Person]) -> None:
    """Places, hours, the shelf, and the jobs of the next working days."""
    manager, advisor, technician = people["odile"], people["thea"], people["bram"]
    places = {name: keep_place(manager, None, name, kind, False) for name, kind in PLACES}
    week = opening.the_week()
    keep_hours(manager, opening.USUAL, week.zone)
    for kind, name, many in COUNTS:
        move(technician, Wish(item=Item(kind, name), what=COUNTED, quantity=many, why="First count"))
    rigs = {one.customer: one for one in Rig.objects.all()}
    working = _working_days(week.today(), opening.USUAL)
    first, second, fourth = working[0], working[1], working[3]
    wendela, haldis = rigs["Wendela Achtersteen"], rigs["Haldis Okonjo"]
    for kind, name in (("kits", "Thornlace 1000"), ("shanks", "Shank 2 short"), ("balls", "Ball 2 5/16 × 1¼")):
        move(manager, Wish(item=Item(kind, name), what=ASIDE, quantity=1, rig=str(wendela.mark), why="Build chosen"))
    for kind, name in (("kits", "Anvilroot 1200"), ("balls", "Ball 2 5/16 × 1¼")):
        move(manager, Wish(item=Item(kind, name), what=ASIDE, quantity=1, rig=str(haldis.mark), why="Build chosen"))
    for rig in (str(haldis.mark), ""):
        shank = Item("shanks", "Shank 2 short")
        move(advisor, Wish(item=shank, what=ORDERED, quantity=1, rig=rig, day=fourth, supplier=SUPPLIER))
    wanted = fourth + timedelta(days=1)
    for customer, kind, day, hour, place, person in (
        ("Wendela Achtersteen", "fit", first, time(8), "Bay 1", technician),
        ("Haldis Okonjo", "fit", first, time(9, 30), "Bay 1", technician),
        ("Corwin Tessaly", "weighing", first, time(13), "The flat", advisor),
        ("Sunniva Askerow", "handover", second, time(10), "The flat", advisor),
    ):
        job = make_job(advisor, rigs[customer].pk, kind, due=wanted if customer == "Haldis Okonjo" else None)
        begins = moment(day, hour, week.zone)
        place_job(advisor, To(job=job.pk, version=job.version, begins=begins, place=places[place].pk, person=person.pk))
    make_job(advisor, rigs["Tobiah Renswick"].pk, "weighing")
    shut = AwayWish(
        begins=moment(second, time(13), week.zone),
        ends=moment(second, time(17, 30), week.zone),
        person=technician.pk,
        why="Course",
    )
    keep_away(manager, shut)


def _working_days(today: date, openings: tuple[Opening, ...]) -> list[date]:
    """The next days that are open from eight until the afternoon, from tomorrow on."""
    long = {one.weekday for one in openings if one.closes > time(16)}
    days = (today + timedelta(days=number) for number in range(1, 15))
    return [day for day in days if day.weekday() in long]
