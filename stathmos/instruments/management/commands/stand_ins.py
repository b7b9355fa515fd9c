"""A simulated yard scale and weighbridge on loopback, until Ctrl-C: what to try instruments with where none is at hand."""

from __future__ import annotations

import threading
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from stathmos.core.instruments import Instrument
from stathmos.core.units import KG_PER_LB
from stathmos.instruments.standin import FAULTS, OnLoopback, StandIn


class Command(BaseCommand):
    help = "Serves a stand-in for a tongue scale and one for a weighbridge on loopback, until Ctrl-C."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--scale", type=float, default=745.0, help="what stands on the tongue scale, lb")
        parser.add_argument("--bridge", type=float, default=6150.0, help="what stands on the weighbridge, lb")
        parser.add_argument("--scale-port", type=int, default=8717)
        parser.add_argument("--bridge-port", type=int, default=8718)
        parser.add_argument("--fault", choices=FAULTS, default="", help="what is wrong with both")

    def handle(self, *_: Any, **options: Any) -> None:
        scale = StandIn(
            Instrument(name="Yard scale", kind="tongue_scale", mark=KG_PER_LB, capacity=2000 * KG_PER_LB),
            fault=options["fault"],
        )
        bridge = StandIn(
            Instrument(name="Weighbridge", kind="weighbridge", mark=10 * KG_PER_LB, capacity=60_000 * KG_PER_LB),
            fault=options["fault"],
        )
        scale.put(options["scale"] * KG_PER_LB)
        bridge.put(options["bridge"] * KG_PER_LB)
        with OnLoopback(scale, options["scale_port"]) as one, OnLoopback(bridge, options["bridge_port"]) as other:
            self.stdout.write(f"Yard scale at {one.address}, weighbridge at {other.address}. Ctrl-C stops them.")
            try:
                threading.Event().wait()
            except KeyboardInterrupt:
                self.stdout.write("Stopped.")
