"""Who may do what: a verb asks here first, and the screen does not offer what is refused."""

from __future__ import annotations

from stathmos.people.models import Person

_A, _T, _M = Person.Role.ADVISOR, Person.Role.TECHNICIAN, Person.Role.MANAGER

#: what may be done -> by whom, and what somebody else is told
MAY: dict[str, tuple[frozenset[str], str]] = {
    "open_rig": (frozenset({_A, _M}), "Opening a rig, and naming it, is the advisor's."),
    "decide": (frozenset({_A, _M}), "Style and schools are the advisor's to choose."),
    "fit": (frozenset({_T, _M}), "What is measured and tightened in the bay is the technician's to write."),
    "sign_measured": (frozenset({_A, _T, _M}), ""),
    "sign_desk": (frozenset({_A, _M}), "This station is the advisor's to sign."),
    "sign_bay": (frozenset({_T, _M}), "The bay is the technician's to sign."),
    "hand_over": (frozenset({_A, _M}), "Handing a rig over is the advisor's to sign."),
    "waive_reserve": (frozenset({_M}), "The house reserve is the manager's to override."),
    "keep_catalogue": (frozenset({_M}), "The catalogue is the manager's to keep."),
    "choose_rules": (frozenset({_M}), "House rules are the manager's to choose."),
    "oversee": (frozenset({_M}), "What is open, stale and due is the manager's page."),
    "keep_people": (frozenset({_M}), "Accounts are the manager's to keep."),
    "keep_stock": (frozenset({_T, _M}), "Counting the shelf, taking in and using parts is the technician's."),
    "set_aside": (frozenset({_A, _M}), "Setting parts aside is the advisor's."),
    "order_parts": (frozenset({_A, _M}), "Ordering parts is the advisor's."),
    "plan_day": (frozenset({_A, _M}), "Who fits what when is the advisor's to say."),
    "keep_hours": (frozenset({_M}), "Opening hours, holidays and absences are the manager's to keep."),
    "recall": (frozenset({_M}), "Recalling rigs is the manager's."),
    "move_everything": (frozenset({_M}), "Taking everything out, or putting it in, is the manager's."),
}


class NotAllowed(Exception):
    """This person may not do this."""


def may(person: Person, what: str) -> bool:
    """Whether somebody may do it. Raises KeyError for what nobody described."""
    return person.role in MAY[what][0]


def require(person: Person, what: str) -> None:
    """Refuse whoever may not, in words."""
    if not may(person, what):
        raise NotAllowed(MAY[what][1])


def all_that(person: Person) -> list[str]:
    """Everything that somebody may do, for the screen to offer."""
    return [what for what in MAY if may(person, what)]
