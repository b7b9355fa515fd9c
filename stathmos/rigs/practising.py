"""Who somebody is on a rig: on a practice rig of their own everybody at once, for practice is worked by one pair of hands."""

from __future__ import annotations

import copy

from stathmos.people.models import Person
from stathmos.people.roles import NotAllowed
from stathmos.rigs.models import Rig


def as_on(rig: Rig, person: Person) -> Person:
    """This person as the verbs are to see them on this rig. Raises `NotAllowed` on somebody else's practice rig."""
    if not rig.practice:
        return person
    if rig.advisor_id != person.pk:
        raise NotAllowed("This is somebody else's practice rig: only they work on it.")
    everybody = copy.copy(person)
    everybody.role = Person.Role.MANAGER
    return everybody


def seen_as(rig: Rig, person: Person) -> Person:
    """The same for what is shown to them: who only looks at somebody else's practice rig sees it as they are."""
    return as_on(rig, person) if rig.advisor_id == person.pk else person


def require_real(rig: Rig) -> None:
    """Refuse on a practice rig what leaves the house with a name under it, or stands in the records of real ones."""
    if rig.practice:
        raise NotAllowed(
            "This is a practice rig: it is let go in its yard, and nothing of it is handed over, sold or overridden."
        )
