"""What each link of the chain must carry: one formula, one function. Weights kg, lengths mm.

Plain arithmetic, so that one rig and a whole lot of trailers go through the same functions.
"""

from __future__ import annotations

from stathmos.core import statics
from stathmos.core.units import KG_PER_LB, NEWTON_PER_KG

#: SAE J684 classes: upper gross trailer weight, lb. Class 5 is the trade's own name.
SAE_J684 = ((1, 2000), (2, 3500), (3, 5000), (4, 10000))
SAME = 0.0005  # kg or mm: under this two figures are one figure, a matter of floating point only
V_WANTED_ABOVE = 3500.0  # kg: the V-value is for centre-axle trailers heavier than this, UN Regulation No. 55
STEEL_SPRUNG = 2.4  # m/s²: equivalent vertical acceleration without air suspension, UN Regulation No. 55 (from memory)


def trailer_class(GTW: float) -> int:
    """Class of a hitch for a gross trailer weight in kg, SAE J684; 5 above its table (the trade's).

    Sources: [1] SAE J684, classes by gross trailer weight; class 5 common practice, no source.

    >>> trailer_class(3500 * KG_PER_LB), trailer_class(3501 * KG_PER_LB), trailer_class(12000 * KG_PER_LB)
    (2, 3, 5)
    """
    return next((number for number, most in SAE_J684 if most * KG_PER_LB + SAME >= GTW), 5)


def trailer_axle_load(GTW: float, TW: float, M: float, L: float) -> float:
    """What the trailer's axles carry: all that the ball does not, and what the bars add.  GTW − TW + M/L

    ``GTW`` and ``TW`` kg, ``M`` the bars' couple kg·mm, ``L`` ball to axles mm; kg.

    >>> trailer_axle_load(GTW=3000.0, TW=400.0, M=550000.0, L=5500.0)
    2700.0
    """
    return GTW - TW + statics.trailer_axles_change(M, L)


def hitch_load(TW: float, cargo: float) -> float:
    """What a hitch must be sized for: tongue weight and the cargo behind the rear axle.  TW + cargo

    Both kg.

    >>> hitch_load(TW=400.0, cargo=50.0)
    450.0
    """
    return TW + cargo


def rear_axle_load(uncoupled: float, T: float, M: float, w: float, o: float, L: float) -> float:
    """Rear axle with the trailer on.  uncoupled + dR

    ``uncoupled`` and ``T`` (tongue) kg, ``M`` the bars' couple kg·mm, ``w`` wheelbase, ``o`` overhang, ``L`` ball to axles mm; kg.

    >>> round(rear_axle_load(uncoupled=3000, T=800, M=0, w=145, o=50, L=216))
    4076
    """
    return uncoupled + statics.rear_axle_change(T, M, w, o, L)


def front_axle_load(uncoupled: float, T: float, M: float, w: float, o: float, L: float) -> float:
    """Front axle with the trailer on.  uncoupled + dF

    ``uncoupled`` and ``T`` (tongue) kg, ``M`` the bars' couple kg·mm, ``w`` wheelbase, ``o`` overhang, ``L`` ball to axles mm; kg.

    >>> round(front_axle_load(uncoupled=3000, T=800, M=0, w=145, o=50, L=216))
    2724
    """
    return uncoupled + statics.front_axle_change(T, M, w, o, L)


def d_value(T: float, R: float) -> float:
    """D-value, kN: the fore-and-aft force that a coupling is rated by.  D = g·T·R / (T + R)

    ``T``, ``R``: technically permissible masses of tow vehicle and trailer, kg here
    and tonnes in the standard. UN Regulation No. 55.

    Sources: [1] UN Regulation No. 55, D-value; paragraph not looked up.

    >>> round(d_value(T=3500.0, R=3500.0), 3)  # 9.80665 · 3.5 · 3.5 / 7
    17.162
    """
    return NEWTON_PER_KG * T * R / (T + R) / 1000


def v_value(C: float, X: float, L: float) -> float:
    """V-value, kN, of a centre-axle trailer: the vertical force that a coupling is rated by.  V = a·C·X² / L²

    ``C``: what the axles put on the ground, kg; ``X``: length of the loading space, ``L``:
    ball to axle centre, mm. X²/L² counts as one at least; a without air suspension, the
    greater of the two. UN Regulation No. 55 (the value of a from memory).

    Sources: [1] UN Regulation No. 55, V-value, paragraph not looked up; a = 2.4 m/s² from memory, to be verified.

    >>> round(v_value(C=4000.0, X=6000.0, L=5000.0), 3), round(v_value(C=4000.0, X=3000.0, L=5000.0), 3)
    (13.824, 9.6)
    """
    ratio = (X / L) ** 2
    # (r + |r − 1| + 1) / 2 is the greater of r and one, for a figure and for an array alike.
    return STEEL_SPRUNG * C * (ratio + abs(ratio - 1) + 1) / 2 / 1000


def full_tongue_weight(upper: float, share: float, GVWR: float, limit: float) -> float:
    """Tongue weight of the trailer filled to its GVWR: the school's upper share, or the share as weighed if that is more.

    ``limit``: what a school that goes by the S-limit never lets it be more than, kg; without end for the others.

    >>> full_tongue_weight(upper=0.15, share=0.12, GVWR=3000.0, limit=1e9), full_tongue_weight(0.15, 0.18, 3000.0, 1e9)
    (450.0, 540.0)
    >>> full_tongue_weight(upper=0.07, share=0.05, GVWR=1500.0, limit=90.0)  # 7 % would be 105
    90.0
    """
    return min(max(upper, share) * GVWR, limit)
