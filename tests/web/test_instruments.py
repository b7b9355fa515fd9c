"""Instruments over a real socket and a pseudo-terminal: what stands still is read to the mark, and all else takes nothing."""

import os
import threading
import tty
import unittest

from stathmos.core.instruments import Instrument
from stathmos.core.units import KG_PER_LB
from stathmos.instruments.link import UNPLUGGED, AddressError, address_of, look, why
from stathmos.instruments.standin import OnLoopback, StandIn

SCALE = Instrument(name="Yard", kind="tongue_scale", mark=KG_PER_LB, capacity=2000 * KG_PER_LB)
BRIDGE = Instrument(name="Bridge", kind="weighbridge", unit="kg", mark=10.0, capacity=20000.0)


def until(wanted: str, instrument: Instrument, address: str):  # noqa: ANN201
    found = look(instrument, address_of(address))
    for _ in range(8):
        if not wanted or found.state == wanted:
            break
        found = look(instrument, address_of(address))
    return found


class OverASocket(unittest.TestCase):
    def shown(self, standin: StandIn, weight: float, at_rest: bool = True, wanted: str = ""):  # noqa: ANN201
        """What a look shows; on a busy machine lines come late, so it is looked again until the state that is wanted shows."""
        with OnLoopback(standin) as on:
            standin.put(weight, at_rest)
            return until(wanted, standin.instrument, on.address)

    def test_what_stands_still_is_read_to_the_mark(self) -> None:
        for instrument, weight in ((SCALE, 812.3 * KG_PER_LB), (BRIDGE, 3217.0)):
            found = self.shown(StandIn(instrument), weight, wanted="steady")
            self.assertEqual(found.state, "steady")
            self.assertAlmostEqual(found.value, round(weight / instrument.mark) * instrument.mark, places=6)

    def test_what_has_just_come_on_is_in_motion(self) -> None:
        self.assertIn(self.shown(StandIn(SCALE), 700.0, at_rest=False).state, ("moving", "silent"))

    def test_faults_on_demand_each_take_nothing(self) -> None:
        for fault in ("silent", "garbled", "wrong_unit", "fault"):
            with self.subTest(fault):
                found = self.shown(StandIn(SCALE, fault=fault), 300.0, wanted=fault)
                self.assertEqual(found.state, fault)
                self.assertIsNone(found.value)
                self.assertNotEqual(why(found.state), "")
        self.assertEqual(self.shown(StandIn(SCALE), 3000.0, wanted="over").state, "over")
        self.assertEqual(self.shown(StandIn(SCALE, tare=50.0), 0.0, wanted="below").state, "below")

    def test_unplugged_before_and_in_the_middle(self) -> None:
        standin = StandIn(SCALE)
        with OnLoopback(standin) as on:
            address = address_of(on.address)
            standin.put(300.0)
            cut = threading.Timer(0.3, lambda: setattr(standin, "fault", "unplugged"))
            cut.start()
            self.assertNotEqual(look(SCALE, address).state, "steady")
            cut.join()
        self.assertEqual(look(SCALE, address).state, UNPLUGGED)
        self.assertIn("plugged in", why(UNPLUGGED))

    def test_several_listen_at_once(self) -> None:
        standin, told = StandIn(SCALE), []
        with OnLoopback(standin) as on:
            standin.put(500 * KG_PER_LB, at_rest=True)
            many = [
                threading.Thread(target=lambda: told.append(until("steady", SCALE, on.address).value)) for _ in range(4)
            ]
            for one in many:
                one.start()
            for one in many:
                one.join()
        self.assertEqual({round(one / KG_PER_LB) for one in told}, {500})


class OverAWire(unittest.TestCase):
    def test_a_pseudo_terminal(self) -> None:
        ours, theirs = os.openpty()
        tty.setraw(theirs)
        standin, closing = StandIn(SCALE), threading.Event()
        standin.put(640 * KG_PER_LB, at_rest=True)

        def speak() -> None:
            while not closing.wait(0.1):
                os.write(ours, f"{standin.line()}\r\n".encode())

        speaking = threading.Thread(target=speak)
        speaking.start()
        try:
            found = until("steady", SCALE, f"serial:{os.ttyname(theirs)}?baud=9600")
        finally:
            closing.set()
            speaking.join()
            os.close(ours)
            os.close(theirs)
        self.assertEqual(found.state, "steady")
        self.assertAlmostEqual(found.value / KG_PER_LB, 640)


class Addresses(unittest.TestCase):
    def test_what_is_none_is_said(self) -> None:
        for text in (
            "",
            "COM1",
            "socket://yard",
            "socket://127.0.0.1:0",
            "socket://127.0.0.1:99999",
            "spy://x",
            "http://127.0.0.1:80",
            "serial:../etc",
            "x" * 200,
        ):
            with self.assertRaises(AddressError, msg=text):
                address_of(text)
