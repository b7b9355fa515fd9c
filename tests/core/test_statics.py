"""Side-view statics: the worked example by hand, and an independent energy minimum by scipy.

Source of the formulas: derived in docs/method.md. The energy minimum knows none of
them: it only knows springs, a load and a geometry.
"""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize

from stathmos.core import statics

WORKED = {"T": 800.0, "w": 145.0, "o": 50.0, "L": 216.0}
RATES = {"k_f": 500.0, "k_r": 700.0}

tongues = st.floats(100, 2000)
wheelbases = st.floats(100, 180)
overhangs = st.floats(30, 70)
trailers = st.floats(110, 350)
rates = st.floats(250, 2500)


class WorkedExample(unittest.TestCase):
    """The method page's worked example, in lb and in; checked by hand there."""

    def test_no_bars(self) -> None:
        front = statics.front_axle_change(M=0, **WORKED)
        rear = statics.rear_axle_change(M=0, **WORKED)
        self.assertAlmostEqual(front, -275.86, places=2)  # −800·50/145
        self.assertAlmostEqual(rear, 1075.86, places=2)  # 800·195/145
        self.assertAlmostEqual(front / 500, -0.55, places=2)
        self.assertAlmostEqual(rear / 700, 1.54, places=2)
        self.assertAlmostEqual(statics.settle(M=0, **WORKED, **RATES), 2.26, places=2)

    def test_full_restoration(self) -> None:
        M = statics.couple_for_restoration(1.0, WORKED["T"], WORKED["o"], WORKED["L"])
        self.assertAlmostEqual(M, 32481, delta=1)
        self.assertAlmostEqual(statics.front_axle_change(M=M, **WORKED), 0, places=9)
        self.assertAlmostEqual(statics.rear_axle_change(M=M, **WORKED), 650, delta=1)
        self.assertAlmostEqual(statics.trailer_axles_change(M, WORKED["L"]), 150, delta=1)
        self.assertAlmostEqual(statics.settle(M=M, **WORKED, **RATES), 1.25, places=2)
        self.assertAlmostEqual(statics.bar_force(M, 27) / 2, 602, delta=1)
        self.assertAlmostEqual(statics.ball_force(WORKED["T"], M, 27, WORKED["L"]), 1853, delta=1)

    def test_moments_summed_by_hand(self) -> None:
        """Lever of the hand: moments about the rear axle, nothing else."""
        front = statics.front_axle_change(T=600, M=0, w=120, o=40, L=200)
        self.assertAlmostEqual(front * 120 + 600 * 40, 0, places=9)


class Balance(unittest.TestCase):
    @given(tongues, wheelbases, overhangs, trailers, st.floats(0, 1.5))
    def test_nothing_is_lost(self, T: float, w: float, o: float, L: float, f: float) -> None:
        """What the three axle groups gain together is the tongue weight: nothing lost, nothing made."""
        M = statics.couple_for_restoration(f, T, o, L)
        gained = (
            statics.front_axle_change(T, M, w, o, L)
            + statics.rear_axle_change(T, M, w, o, L)
            + statics.trailer_axles_change(M, L)
        )
        self.assertAlmostEqual(gained, T, places=6)

    @given(tongues, wheelbases, overhangs, trailers, st.floats(0, 1.5))
    def test_restoration_is_what_its_name_says(self, T: float, w: float, o: float, L: float, f: float) -> None:
        """(change without bars − change with) / change without = f; the form in which it is weighed."""
        M = statics.couple_for_restoration(f, T, o, L)
        bare, barred = statics.front_axle_change(T, 0, w, o, L), statics.front_axle_change(T, M, w, o, L)
        self.assertAlmostEqual((bare - barred) / bare, f, places=9)
        self.assertAlmostEqual(statics.restoration(M, T, o, L), f, places=9)

    @given(tongues, wheelbases, overhangs, trailers, rates, rates)
    def test_bars_lift_the_ball(self, T: float, w: float, o: float, L: float, k_f: float, k_r: float) -> None:
        drops = [statics.settle(T, statics.couple_for_restoration(f, T, o, L), w, o, L, k_f, k_r) for f in (0, 0.5, 1)]
        self.assertGreater(drops[0], drops[1])
        self.assertGreater(drops[1], drops[2])

    @given(tongues, wheelbases, overhangs, trailers, rates, rates, st.floats(1.05, 3))
    def test_stiffer_settles_less(
        self, T: float, w: float, o: float, L: float, k_f: float, k_r: float, more: float
    ) -> None:
        self.assertLess(statics.settle(T, 0, w, o, L, k_f * more, k_r * more), statics.settle(T, 0, w, o, L, k_f, k_r))

    @given(tongues, wheelbases, overhangs, trailers, rates, rates)
    def test_units_do_not_matter(self, T: float, w: float, o: float, L: float, k_f: float, k_r: float) -> None:
        kg, mm = 0.45359237, 25.4
        imperial = statics.settle(T, 0, w, o, L, k_f, k_r)
        metric = statics.settle(T * kg, 0, w * mm, o * mm, L * mm, k_f * kg / mm, k_r * kg / mm)
        self.assertAlmostEqual(imperial * mm, metric, places=6)


def energy_minimum(T, w, o, L, k_f, k_r, K, phi_0, ball_offset):
    """Front and rear body drop at least potential energy; returns (front, rear, couple).

    Springs under the body, a rotary spring that only pushes at the ball, and the
    tongue weight going down with the ball. No force or moment is written down here.
    """

    def parts(z):
        front, rear = z
        ball = rear + (rear - front) * o / w
        wind = phi_0 + (rear - front) / w - (ball_offset - ball) / L
        return ball, max(0.0, wind)

    def energy(z):
        ball, wind = parts(z)
        return 0.5 * k_f * z[0] ** 2 + 0.5 * k_r * z[1] ** 2 + 0.5 * K * wind**2 - T * ball

    found = minimize(energy, [0.0, 1.0], method="BFGS", options={"gtol": 1e-8, "maxiter": 2000})
    return found.x[0], found.x[1], K * parts(found.x)[1]


class AgainstLeastEnergy(unittest.TestCase):
    """Independent check: scipy.optimize finds the rest position from energy alone."""

    @settings(max_examples=60, deadline=None)
    @given(
        tongues,
        wheelbases,
        overhangs,
        trailers,
        rates,
        rates,
        st.floats(50_000, 900_000),
        st.floats(-0.02, 0.08),
        st.floats(-2, 4),
    )
    def test_equilibrium_with_bars(self, T, w, o, L, k_f, k_r, K, phi_0, ball_offset) -> None:
        rest = statics.equilibrium_with_bars(T, w, o, L, k_f, k_r, K, phi_0, ball_offset)
        front, rear, couple = energy_minimum(T, w, o, L, k_f, k_r, K, phi_0, ball_offset)
        self.assertAlmostEqual(rest.front_drop, front, delta=2e-3)
        self.assertAlmostEqual(rest.rear_drop, rear, delta=2e-3)
        self.assertAlmostEqual(rest.M, couple, delta=max(3.0, 2e-3 * abs(couple)))

    def test_slack_bars_do_nothing(self) -> None:
        rest = statics.equilibrium_with_bars(800, 145, 50, 216, 500, 700, 500_000, -1.0, 0)
        self.assertEqual(rest.M, 0)
        self.assertAlmostEqual(rest.ball_drop, statics.settle(800, 0, 145, 50, 216, 500, 700), places=9)

    @given(st.floats(0, 3), st.floats(0.1, 2))
    def test_raising_the_head_unwinds_the_bars(self, ball_offset: float, higher: float) -> None:
        at = [
            statics.equilibrium_with_bars(800, 145, 50, 216, 500, 700, 510_300, 0.06, ball_offset + up).M
            for up in (0, higher)
        ]
        self.assertLess(at[1], at[0])
