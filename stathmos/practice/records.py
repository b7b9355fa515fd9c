"""What somebody practised: each practice as a row, and what was passed and what is still to be."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable

from stathmos.core.practice.mistakes import MISTAKES
from stathmos.core.practice.scenarios import SCENARIOS
from stathmos.people.models import Person
from stathmos.practice.models import Assignment, Practice


def practices_of(person: Person) -> list[Practice]:
    """Everything that somebody practised, the first first."""
    return list(Practice.objects.filter(person=person).select_related("rig", "end").order_by("pk"))


def passed(practices: Iterable[Practice]) -> set[str]:
    """The scenarios that were passed."""
    return {one.scenario for one in practices if one.scenario and hasattr(one, "end") and one.end.passed}


def row(one: Practice) -> dict:
    """One practice as a row of a record."""
    end = getattr(one, "end", None)
    return {
        "rig": one.rig_id, "scenario": one.scenario, "title": one.title, "level": one.level, "begun_at": one.begun_at,
        "ended_at": None if end is None else end.ended_at, "passed": None if end is None else end.passed,
        "mistakes": 0 if end is None else len(end.mistakes), "hints": 0 if end is None else end.hints, "trials": 0 if end is None else end.trials,
        "minutes": None if end is None else round((end.ended_at - one.begun_at).total_seconds() / 60, 1),
    }  # fmt: skip


def open_assignments(person: Person, practices: Iterable[Practice]) -> list[Assignment]:
    """What somebody was told to practise and has not passed since."""
    done = [one for one in practices if hasattr(one, "end") and one.end.passed]
    return [
        one for one in Assignment.objects.filter(person=person).select_related("assigned_by")
        if not any(each.scenario == one.scenario and each.begun_at >= one.assigned_at for each in done)
    ]  # fmt: skip


def often(practices: Iterable[Practice]) -> list[dict]:
    """The mistakes made most, with what teaches not to make them."""
    counts = Counter(key for one in practices if hasattr(one, "end") for key in one.end.mistakes)
    return [
        {"name": MISTAKES[key].name, "count": count, "teaches": MISTAKES[key].teaches, "title": SCENARIOS[MISTAKES[key].teaches].title}
        for key, count in counts.most_common(5)
    ]  # fmt: skip
