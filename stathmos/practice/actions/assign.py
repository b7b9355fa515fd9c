"""Tell somebody to practise a scenario. Only a manager does."""

from __future__ import annotations

from stathmos.core.practice.scenarios import SCENARIOS
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.practice.models import Assignment
from stathmos.rigs.actions.write_rig import NotWritten


def assign(person: Person, username: str, scenario: str) -> Assignment:
    """The assignment. Raises `NotWritten`, `NotAllowed`."""
    require(person, "oversee")
    if scenario not in SCENARIOS:
        raise NotWritten({"scenario": "There is no such scenario."})
    whom = Person.objects.filter(username=username, is_active=True).first()
    if whom is None:
        raise NotWritten({"person": "There is nobody of this name here."})
    return Assignment.objects.create(person=whom, scenario=scenario, assigned_by=person)
