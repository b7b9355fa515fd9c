"""The stand-ins that ship: one of each kind, where it is on loopback, and what stands on it: the demo's rig, or the practice in work."""

from __future__ import annotations

import datetime
import math
import os
from collections.abc import Mapping
from dataclasses import dataclass

from django.utils import timezone

from stathmos.core.instruments import Instrument
from stathmos.core.instruments.line import PRESETS
from stathmos.core.practice.acts import Yard
from stathmos.core.practice.tape import on_instruments
from stathmos.core.units import COUPLE, KG_PER_LB, UNITS
from stathmos.practice import keeping
from stathmos.practice.models import Done

#: the first of their ports; the others follow it
FIRST_PORT = int(os.environ.get("STATHMOS_STAND_INS", "8717"))
#: a practice is in work while something was done in it so lately
IN_WORK = datetime.timedelta(hours=1)
_FT_LB = UNITS[COUPLE]["ft·lb"]


@dataclass(frozen=True, kw_only=True)
class Shipped:
    """One stand-in: its place among the ports, what it is, the line it speaks, and what the demo's rig puts on it."""

    place: int
    instrument: Instrument
    line: str
    demo: float

    @property
    def address(self) -> str:
        """Where it is, as an instrument's address is written."""
        return f"socket://127.0.0.1:{FIRST_PORT + self.place}"


def _scale(name: str, kind: str, mark: float, capacity: float, number: str) -> Instrument:
    return Instrument(name=name, kind=kind, mark=mark * KG_PER_LB, capacity=capacity * KG_PER_LB, serial=number)


#: the demo's rig weighs what its record says: 745 lb on the tongue, 6,150 lb in all; a beam of 1 ft and 2 ft carries a third
SHIPPED = (
    Shipped(place=0, line="worded", demo=745 * KG_PER_LB, instrument=_scale("Stand-in tongue scale", "tongue_scale", 5, 2000, "S-1")),
    Shipped(place=1, line="worded", demo=6150 * KG_PER_LB, instrument=_scale("Stand-in weighbridge", "weighbridge", 10, 60_000, "S-2")),
    Shipped(place=2, line="worded", demo=(745 / 3 + 20) * KG_PER_LB, instrument=_scale("Stand-in bathroom scale", "bathroom_scale", 1, 330, "S-3")),
    Shipped(place=3, line="worded", demo=745 * KG_PER_LB, instrument=_scale("Stand-in gauge", "gauge", 20, 4000, "S-4")),
    Shipped(
        place=4, line="torque", demo=445 * _FT_LB,
        instrument=Instrument(name="Stand-in wrench", kind="wrench", unit="ft·lb", mark=_FT_LB, capacity=600 * _FT_LB, serial="S-5", pattern=PRESETS["torque"][1]),
    ),
    Shipped(
        place=5, line="angle", demo=math.radians(0.1),
        instrument=Instrument(name="Stand-in level", kind="level", unit="°", mark=math.radians(0.05), capacity=math.radians(45), serial="S-6", pattern=PRESETS["angle"][1]),
    ),
)  # fmt: skip


def stands_on_them() -> Mapping[str, float]:
    """What stands on each now, by kind."""
    yard = _in_work()
    return (
        {one.instrument.kind: one.demo for one in SHIPPED}
        if yard is None
        else on_instruments(yard.world, yard.parts, yard.scene)
    )


def _in_work() -> Yard | None:
    """The practice that something was done in last, lately, and that was not let go; None where there is none."""
    lately = Done.objects.filter(done_at__gte=timezone.now() - IN_WORK, practice__end__isnull=True)
    last = lately.select_related("practice").order_by("-pk").first()
    return None if last is None else keeping.yard_now(last.practice)[1]
