"""Say who the house is on its papers, and what its work costs. Only a manager does; nothing before is overwritten."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from stathmos.database.retrying import tried_again
from stathmos.house.models import Dealer
from stathmos.people.models import Person
from stathmos.people.roles import require


@tried_again
def be_the_dealer(person: Person, written: dict[str, Any]) -> Dealer:
    """The dealer as written. Raises `NotAllowed`."""
    require(person, "choose_rules")
    with transaction.atomic():
        return Dealer.objects.create(chosen_by=person, **written)
