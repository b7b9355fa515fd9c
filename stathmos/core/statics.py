"""Side-view statics of a coupled rig, for small angles.

Glossary (weights kg, lengths mm, couples kg·mm, rates kg/mm):

=====  ==========================================================
T      tongue weight
w      wheelbase
o      overhang, rear axle to ball centre
L      ball to the centre of the trailer's axle group
M      couple that the spring bars make at the ball
d      ball to frame bracket
k_f    front axle rate, suspension and tyres together
k_r    rear axle rate
f      restoration, share of the lost front axle load given back
=====  ==========================================================

Derived in docs/method.md; checked there and in the tests against an independent
energy minimum. Changes are against the vehicle standing uncoupled; down is
positive, nose up is positive.
"""

from __future__ import annotations

from dataclasses import dataclass


def couple_for_restoration(f: float, T: float, o: float, L: float) -> float:
    """Couple the bars must make to give back the share ``f`` of the lost front axle load, kg·mm.

    M = f·T·o·L / (L + o)

    >>> round(couple_for_restoration(1.0, T=800, o=50, L=216))  # lb and in serve as well: 32 481 in·lb
    32481
    """
    return f * T * o * L / (L + o)


def front_axle_change(T: float, M: float, w: float, o: float, L: float) -> float:
    """Change of front axle load, kg; negative is lightened.  dF = (M - (T - M/L)·o) / w

    >>> round(front_axle_change(T=800, M=0, w=145, o=50, L=216))
    -276
    """
    return (M - (T - M / L) * o) / w


def rear_axle_change(T: float, M: float, w: float, o: float, L: float) -> float:
    """Change of rear axle load, kg.  dR = (T - M/L) - dF

    >>> round(rear_axle_change(T=800, M=0, w=145, o=50, L=216))
    1076
    """
    return (T - M / L) - front_axle_change(T, M, w, o, L)


def trailer_axles_change(M: float, L: float) -> float:
    """What the bars put back on the trailer's axles, kg.  dX = M / L

    >>> round(trailer_axles_change(M=32481, L=216))
    150
    """
    return M / L


def bar_force(M: float, d: float) -> float:
    """Vertical force of both spring bars together at the brackets, kg.  P = M / d

    >>> round(bar_force(M=32481, d=27) / 2)  # each bar
    602
    """
    return M / d


def ball_force(T: float, M: float, d: float, L: float) -> float:
    """Vertical force on the ball itself, kg; more than the tongue weight.  B = T + P·(1 - d/L)

    >>> round(ball_force(T=800, M=32481, d=27, L=216))
    1853
    """
    return T + bar_force(M, d) * (1 - d / L)


def ball_drop(front: float, rear: float, w: float, o: float) -> float:
    """How far the ball sinks when the body sinks ``front`` and ``rear`` over its axles, mm.

    drop = rear + (rear - front)·o / w

    >>> round(ball_drop(front=-0.55, rear=1.54, w=145, o=50), 2)
    2.26
    """
    return rear + (rear - front) * o / w


def vehicle_pitch(front: float, rear: float, w: float) -> float:
    """Nose-up slope of the vehicle.  (rear - front) / w

    >>> round(vehicle_pitch(front=-0.55, rear=1.54, w=145), 4)
    0.0144
    """
    return (rear - front) / w


def trailer_pitch(ball_coupled: float, ball_level: float, L: float) -> float:
    """Nose-up slope of the trailer.  (coupled ball height - level ball height) / L

    >>> trailer_pitch(ball_coupled=562, ball_level=550, L=6000)
    0.002
    """
    return (ball_coupled - ball_level) / L


def restoration(M: float, T: float, o: float, L: float) -> float:
    """Share of the lost front axle load that a couple gives back; the inverse of `couple_for_restoration`.

    >>> round(restoration(M=32481, T=800, o=50, L=216), 3)
    1.0
    """
    return M * (L + o) / (T * o * L)


def settle(T: float, M: float, w: float, o: float, L: float, k_f: float, k_r: float) -> float:
    """How far the ball sinks under tongue weight ``T`` with a bar couple ``M``, mm.

    >>> round(settle(T=800, M=0, w=145, o=50, L=216, k_f=500, k_r=700), 2)
    2.26
    >>> round(settle(T=800, M=32481, w=145, o=50, L=216, k_f=500, k_r=700), 2)
    1.25
    """
    front = front_axle_change(T, M, w, o, L) / k_f
    rear = rear_axle_change(T, M, w, o, L) / k_r
    return ball_drop(front, rear, w, o)


@dataclass(frozen=True)
class Equilibrium:
    """Where a rig comes to rest with its spring bars on."""

    M: float
    front_drop: float
    rear_drop: float
    ball_drop: float
    vehicle_pitch: float
    trailer_pitch: float


def equilibrium_with_bars(
    T: float, w: float, o: float, L: float, k_f: float, k_r: float, K: float, phi_0: float, ball_offset: float
) -> Equilibrium:
    """Rest position of the rig with bars that act as a rotary spring, one linear solve.

    M = K·max(0, phi), phi = phi_0 + vehicle pitch - trailer pitch

    ``K`` kg·mm per radian; for two bars of vertical rate k_bar, K = 2·k_bar·d².
    ``phi_0`` the wind the fitter sets, radians; ``ball_offset`` uncoupled ball
    height less level coupler height, mm.

    >>> K = 2 * 350 * 27**2
    >>> low = equilibrium_with_bars(800, 145, 50, 216, 500, 700, K, 0.06, 2.50)
    >>> high = equilibrium_with_bars(800, 145, 50, 216, 500, 700, K, 0.06, 3.75)
    >>> round(100 * (1 - high.M / low.M), 1)  # one hole of 1¼ in up unwinds the bars by about 8 %
    7.9
    """

    def wind(M: float) -> tuple[float, Equilibrium]:
        front = front_axle_change(T, M, w, o, L) / k_f
        rear = rear_axle_change(T, M, w, o, L) / k_r
        sunk = ball_drop(front, rear, w, o)
        nose = vehicle_pitch(front, rear, w)
        trailer = trailer_pitch(ball_offset - sunk, 0.0, L)
        return phi_0 + nose - trailer, Equilibrium(M, front, rear, sunk, nose, trailer)

    slack, _ = wind(0.0)
    per_couple = wind(1.0)[0] - slack
    couple = max(0.0, K * slack / (1 - K * per_couple))
    return wind(couple)[1]
