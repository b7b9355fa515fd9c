"""A vehicle and its trailer seen from above, at a steady speed: the linear equations of their swing, and its damping.

Small angles, linear tyres, no road and no wind. SI units here: kg, m, s, N, radians.

=====  ==========================================================
m1     vehicle; I1 its yaw inertia about its centre of gravity, kg·m²
a, b   centre of gravity to the front and the rear axle
h      centre of gravity to the ball
Cf, Cr cornering stiffness of the front and the rear axle, N/rad
m2     trailer; I2 its yaw inertia about its centre of gravity
d      ball to the trailer's centre of gravity, L·(1 − share)
L      ball to the middle of the trailer's axles
Ct     cornering stiffness of the trailer's axles together
c      the hitch's friction as a rotary damper, N·m·s/rad
=====  ==========================================================

With v the vehicle's lateral velocity, r its yaw rate, w the trailer's yaw rate and phi the hitch angle (phi' = w − r):

    F1 = −Cf·(v + a·r)/V     F2 = −Cr·(v − b·r)/V     F3 = −Ct·((v − h·r − L·w)/V − phi)
    y1'' = v' + V·r          y2'' = y1'' − h·r' − d·w'
    m1·y1'' + m2·y2'' = F1 + F2 + F3
    I1·r' − h·m2·y2'' = a·F1 − b·F2 − h·F3 + c·(w − r)
    I2·w' − d·m2·y2'' = −L·F3 − c·(w − r)

Derived in docs/method.md; ISO 9815 names what is looked for: the damping of the swing, and the speed at which it is none.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

Numbers = np.ndarray[Any, Any]


@dataclass(frozen=True, kw_only=True)
class Planar:
    """The rig from above; each a number, or as many as there are samples."""

    m1: Any
    I1: Any
    a: Any
    b: Any
    h: Any
    Cf: Any
    Cr: Any
    m2: Any
    I2: Any
    d: Any
    L: Any
    Ct: Any
    c: Any


def states(rig: Planar, V: Any) -> Numbers:
    """The matrix A of x' = A·x, x = (v, r, w, phi), at a speed of ``V`` m/s; one for each sample and speed, broadcast.

    Without a trailer to speak of it is the vehicle's own, two by two (the bicycle model of any textbook):

    >>> car = Planar(m1=1500, I1=2500, a=1.2, b=1.5, h=2.5, Cf=90e3, Cr=100e3, m2=1e-9, I2=1e-9, d=4, L=4, Ct=1e-9, c=0)
    >>> A = states(car, 25.0)
    >>> bool(np.allclose(A[:2, 0], [-190e3 / (1500 * 25), (1.5 * 100e3 - 1.2 * 90e3) / (2500 * 25)]))
    True
    """
    m1, I1, a, b, h, Cf, Cr, m2, I2, d, L, Ct, c = np.broadcast_arrays(
        *(np.asarray(one, float) for one in vars(rig).values())
    )
    ahead, none = a * Cf - b * Cr - h * Ct, np.zeros_like(m1)

    def rows(*cells: Any) -> Numbers:
        return np.stack(cells, axis=-1).reshape((*m1.shape, 3, -1))

    mass = rows(
        m1 + m2, -m2 * h, -m2 * d,
        -m2 * h, I1 + m2 * h**2, m2 * h * d,
        -m2 * d, m2 * h * d, I2 + m2 * d**2,
    )  # fmt: skip
    # What the speed divides, what it leaves alone, what it multiplies: the mass is solved for once for all speeds.
    by_speed = rows(
        -(Cf + Cr + Ct), -ahead, L * Ct, none,
        -ahead, -(a**2 * Cf + b**2 * Cr + h**2 * Ct), -h * L * Ct, none,
        L * Ct, -h * L * Ct, -(L**2) * Ct, none,
    )  # fmt: skip
    always = rows(none, none, none, Ct, none, -c, c, -h * Ct, none, c, -c, -L * Ct)
    with_speed = rows(none, -(m1 + m2), none, none, none, h * m2, none, none, none, d * m2, none, none)
    divided, alone, times = (np.linalg.solve(mass, part) for part in (by_speed, always, with_speed))
    at = np.asarray(V, float)[..., None, None]
    moved = divided / at + alone + times * at
    turned = np.broadcast_to(np.array([[0.0, -1.0, 1.0, 0.0]]), (*moved.shape[:-2], 1, 4))
    return np.concatenate([moved, turned], axis=-2)


def damping_and_frequency(rig: Planar, V: Any) -> tuple[Numbers, Numbers]:
    """Damping ratio and frequency, Hz, of the swing that is damped least, at a speed in m/s.

    Of a pair of eigenvalues s the ratio is −Re(s)/|s|: less than nothing where the swing grows; one where nothing swings. (What
    turns away without swinging is the vehicle's own steering, and not looked for here.)
    """
    found = np.linalg.eigvals(states(rig, V))
    size = np.abs(found)
    swinging = np.abs(found.imag) > 1e-6 * size
    ratio = np.where(swinging, -found.real / np.where(size > 0, size, 1.0), 1.0)
    least = np.argmin(ratio, axis=-1)[..., None]
    damping = np.take_along_axis(ratio, least, axis=-1)[..., 0]
    swing = np.abs(np.take_along_axis(found.imag, least, axis=-1)[..., 0]) / (2 * np.pi)
    return damping, swing


def steadiness(rig: Planar, V: Any) -> Numbers:
    """Whether a swing dies, without its eigenvalues: more than nothing where it does, nought where it is not damped, less where it grows.

    Of s⁴ + c3·s³ + c2·s² + c1·s + c0 a pair of eigenvalues crosses into growth where c1·c2·c3 = c1² + c0·c3²; told as a share of c1·c2·c3,
    so that it changes evenly with the speed.

    Sources: [1] Routh and Hurwitz, any textbook of control; [2] Faddeev and LeVerrier for the coefficients.
    """
    A = states(rig, V)
    eye, product = np.eye(4), np.broadcast_to(np.eye(4), A.shape)
    coefficients = []
    for order in range(1, 5):
        product = A @ product
        c = -np.trace(product, axis1=-2, axis2=-1) / order
        coefficients.append(c)
        product = product + c[..., None, None] * eye
    c3, c2, c1, c0 = coefficients
    whole = c1 * c2 * c3
    sound = (c1 > 0) & (c2 > 0) & (c3 > 0)
    return np.where(sound, (whole - c1**2 - c0 * c3**2) / np.where(sound, whole, 1.0), -1.0)
