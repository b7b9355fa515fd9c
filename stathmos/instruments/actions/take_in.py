"""Take in what an agent sends: what its instruments show now, and what stood still on them, each reading once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.utils import timezone

from stathmos.core.instruments.indicator import STATES
from stathmos.database.retrying import tried_again
from stathmos.instruments.link import UNPLUGGED
from stathmos.instruments.models import Agent, Heard, InstrumentRevision, Seen, all_instruments


def of_the_agent(agent: Agent) -> dict[int, InstrumentRevision]:
    """The instruments that an agent reads, by number."""
    return {one.number: one for one in all_instruments() if one.agent == agent.name and not one.retired}


@tried_again
def take_in(agent: Agent, shown: Sequence[Mapping[str, Any]], readings: Sequence[Mapping[str, Any]]) -> list[str]:
    """The keys of the readings that stand written now: those that were before, too. What is of no instrument of this agent is dropped with them."""
    own, now = of_the_agent(agent), timezone.now()
    with transaction.atomic():
        Agent.objects.filter(pk=agent.pk).update(heard_at=now)
        for one in shown:
            if one["instrument"] in own and one["state"] in (*STATES, UNPLUGGED):
                told = {name: one[name] for name in ("state", "value", "net", "tare")}
                Seen.objects.update_or_create(number=one["instrument"], defaults={"agent": agent, "at": now, **told})
        there = {
            str(key)
            for key in Heard.objects.filter(key__in=[one["key"] for one in readings]).values_list("key", flat=True)
        }
        new = {str(one["key"]): one for one in readings if str(one["key"]) not in there and one["instrument"] in own}
        Heard.objects.bulk_create(
            [
                Heard(
                    key=key, agent=agent, number=one["instrument"], value=one["value"], net=one["net"], tare=one["tare"],
                    read_at=min(one["at"], now),  # its clock may be ahead, but nothing is read tomorrow
                )
                for key, one in new.items()
            ]
        )  # fmt: skip
    return [str(one["key"]) for one in readings]
