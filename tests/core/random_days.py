"""Random boards: bays, people, tools, absences, jobs of every kind, some placed well and some badly."""

import random
from datetime import date, datetime, time, timedelta

from stathmos.core.day.board import Board, Job, Parts, Place, Placed, Tool, Worker
from stathmos.core.day.hours import Opening, Stretch, open_stretches
from stathmos.core.day.kinds import BAY, FLOOR, KINDS

ZONE = "America/Chicago"
#: the clocks are put back on November 1st, 2026, within the two weeks
FIRST = date(2026, 10, 26)
WEEK = [Opening(day, time(8), time(12)) for day in range(5)] + [
    Opening(day, time(12, 30), time(17, 30)) for day in range(6)
]


def board(jobs: int, seed: int, bays: int = 3, technicians: int = 5, days: int = 14) -> Board:
    """A board of so many jobs; the same one for the same seed."""
    rng = random.Random(seed)
    open_then = open_stretches(WEEK, [], ZONE, FIRST, days)
    now = open_then[0].begins + timedelta(minutes=rng.choice([0, 37, 90]))
    places = (*(Place(key, BAY, f"Bay {key}") for key in range(1, bays + 1)), Place(99, FLOOR, "The flat"))
    workers = (
        *(Worker(key, f"T{key}", "technician", tuple(_away(rng, open_then) for _ in range(2))) for key in range(1, technicians + 1)),
        Worker(50, "Ada", "advisor", (_away(rng, open_then),)),
    )  # fmt: skip
    tools = (Tool("long", "Long wrench", 2), Tool("short", "Short wrench", 1, (_away(rng, open_then),)))
    made = tuple(_job(rng, key, jobs, now, open_then, places, workers) for key in range(1, jobs + 1))
    return Board(now=now, zone=ZONE, open=open_then, places=places, workers=workers, tools=tools, jobs=made)


def _away(rng: random.Random, open_then: tuple[Stretch, ...]) -> Stretch:
    day = rng.choice(open_then)
    return Stretch(day.begins + timedelta(minutes=rng.randrange(0, 200, 7)), day.ends)


def _job(
    rng: random.Random,
    key: int,
    many: int,
    now: datetime,
    open_then: tuple[Stretch, ...],
    places: tuple[Place, ...],
    workers: tuple[Worker, ...],
) -> Job:
    kind = rng.choice(list(KINDS))
    placed = None
    if rng.random() < 0.4:
        begins = rng.choice(open_then).begins + timedelta(minutes=15 * rng.randrange(16))
        placed = Placed(begins, rng.choice(places).key, rng.choice(workers).key)
    parts = (
        Parts("the shank", rng.choice([None, now + timedelta(days=6 * rng.random())]))
        if rng.random() < 0.2
        else Parts()
    )
    return Job(
        key=key, rig=rng.randrange(1, max(2, int(0.7 * many))), kind=kind, name=f"{kind} {key}", minutes=rng.choice([20, 35, 60, 105, 185]),
        placed=placed, tools=tuple(rng.sample(["long", "short"], rng.randrange(3))) if KINDS[kind].tools else (), parts=parts,
        due=now + timedelta(days=9 * rng.random()) if rng.random() < 0.6 else None,
    )  # fmt: skip
