"""Who may do what: a verb asks here first, and the screen does not offer what is refused."""

from __future__ import annotations

from stathmos.people.models import Person


class NotAllowed(Exception):
    """This person may not do this."""


def only_a_manager(person: Person, says: str) -> None:
    """Refuse everybody but a manager, in these words."""
    if person.role != Person.Role.MANAGER:
        raise NotAllowed(says)
