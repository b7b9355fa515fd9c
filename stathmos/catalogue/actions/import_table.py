"""Take a table in, after it was read and shown: all of it or nothing. Only a manager does."""

from __future__ import annotations

from django.db import transaction

from stathmos.catalogue.actions.write_item import ADDED, EDITED, NotKept, log
from stathmos.catalogue.models import KINDS
from stathmos.catalogue.tables import Plan, plan
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import require


class PlanChanged(Exception):
    """The catalogue or the table is no longer what was shown; ``plan`` is what it would do now."""

    def __init__(self, now: Plan) -> None:
        super().__init__("plan changed")
        self.plan = now


@tried_again
def import_table(person: Person, kind: str, text: str, seal: str) -> Plan:
    """What the plan sealed with ``seal`` said, done."""
    require(person, "keep_catalogue")
    with transaction.atomic():
        list(KINDS[kind].objects.select_for_update().values_list("pk"))
        made = plan(kind, text)
        if made.problems:
            raise NotKept({"table": f"{len(made.problems)} cells or rows cannot be read: nothing was changed."})
        if made.seal != seal:
            raise PlanChanged(made)
        for columns in made.added:
            log(person, kind, KINDS[kind].objects.create(**columns), ADDED)
        for item, columns, _ in made.changed:
            for name, value in columns.items():
                setattr(item, name, value)
            item.version += 1
            item.save()
            log(person, kind, item, EDITED)
    return made
