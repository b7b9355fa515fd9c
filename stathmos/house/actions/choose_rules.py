"""Choose the house's rules. Only a manager does; nothing before is overwritten."""

from __future__ import annotations

from django.db import transaction

from stathmos.core.figures import Given
from stathmos.core.rig import CHOICE, Ways, entries
from stathmos.core.rigfile import read_entry
from stathmos.core.rules import band_stands
from stathmos.core.units import UnreadableError
from stathmos.database.retrying import tried_again
from stathmos.house.models import HouseRules
from stathmos.people.models import Person
from stathmos.people.roles import require


class NotChosen(Exception):
    """Nothing was chosen; ``problems`` says why, by field."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not chosen")
        self.problems = problems


def read_choices(written: dict[str, object]) -> dict[str, Given | None]:
    """Choices by name, as typed, read. Raises `NotChosen`."""
    fields = dict(entries(Ways))
    problems = {name[:64]: "There is no such rule." for name in written if name not in fields}
    found = {}
    for name, entry in fields.items():
        try:
            found[name] = read_entry(written.get(name), entry)
        except UnreadableError as error:
            problems[name] = str(error)
    low, high = found.get("share_low"), found.get("share_high")
    own = found.get("share_school")
    if own is not None and own.typed == "own" and not band_stands(low, high) and not problems:
        problems["share_high"] = "An own band wants a least and a most, and the most must be more."
    if problems:
        raise NotChosen(problems)
    return found


@tried_again
def choose_rules(person: Person, written: dict[str, object]) -> HouseRules:
    """The house's rules from entries by name, as typed; a name left out is the program's default."""
    require(person, "choose_rules")
    found = read_choices(written)
    fields = dict(entries(Ways))
    columns = {
        name: ((given.typed if given else "") if fields[name].dimension == CHOICE else (given.value if given else None))
        for name, given in found.items()
    }
    with transaction.atomic():
        return HouseRules.objects.create(chosen_by=person, **columns)
