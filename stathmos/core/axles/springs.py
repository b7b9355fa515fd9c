"""A trailer on springs that do not share: each axle carries by how high the frame stands over it.

The frame is stiff, held at the ball and by ``n`` axles of one rate. It stands level at weights, lengths and heights as
written, each axle carrying F0 then. Glossary (weights kg, lengths mm, couples kg·mm, rates kg/mm):

=====  ==========================================================
F0     load of each axle with the trailer level and no bars
k      rate of one axle, both its wheels, tyres and all
y      ball above the height at which the trailer is level
L      ball to the middle of the axle group
s      from axle to axle
n      how many axles
M      couple that the spring bars make at the ball
x      one axle behind the ball
=====  ==========================================================

For small slopes the frame stands y − th·x higher over an axle at x than it does level, so each axle carries
F0 − k·(y − th·x); moments about the ball, Σ (F − F0)·x = M, give th = (M + k·y·n·L) / (k·Σx²).

Derived in docs/method.md; the tests hold it against an energy minimum.
"""

from __future__ import annotations


def axle_place(L: float, s: float, n: int, number: int) -> float:
    """Where an axle is behind the ball, mm; ``number`` 1 is the foremost.  x = L + (number − (n + 1) / 2)·s

    >>> axle_place(L=216, s=36, n=2, number=1), axle_place(216, 36, 2, 2), axle_place(216, 36, 3, 2)
    (198.0, 234.0, 216.0)
    """
    return L + (number - (n + 1) / 2) * s


def second_moment(L: float, s: float, n: int) -> float:
    """Σx² of axles a distance ``s`` apart about ``L``, mm².  n·L² + n·(n² − 1)·s² / 12

    >>> second_moment(L=216, s=36, n=2) == 198**2 + 234**2
    True
    """
    return n * L**2 + n * (n**2 - 1) * s**2 / 12


def pitch_on_springs(M: float, k: float, y: float, L: float, s: float, n: int) -> float:
    """Nose-up slope of the trailer.  th = (M + k·y·n·L) / (k·Σx²)

    >>> round(pitch_on_springs(M=0, k=1800, y=-2, L=216, s=36, n=2), 6)
    -0.009195
    """
    return (M + k * y * n * L) / (k * second_moment(L, s, n))


def axle_load(F0: float, k: float, y: float, L: float, s: float, n: int, M: float, number: int) -> float:
    """What one axle carries, kg; never less than nothing.  F = F0 − k·(y − th·x)

    Two inches nose-low the example of docs/method.md puts 3 403 lb on the foremost axle and 2 807 lb on the other, of
    3 080 lb level.

    >>> [round(axle_load(F0=3080, k=1800, y=-2, L=216, s=36, n=2, M=0, number=one)) for one in (1, 2)]
    [3403, 2807]
    """
    th = pitch_on_springs(M, k, y, L, s, n)
    carried = F0 - k * (y - th * axle_place(L, s, n, number))
    return (carried + abs(carried)) / 2  # so written, a column goes through it too


def axle_load_at_pitch(mean: float, k: float, th: float, s: float, n: int, number: int) -> float:
    """What one axle carries where the frame's slope was taped, kg; never less than nothing.  F = mean + k·th·(x − L)

    ``mean`` what each carries on average, ``th`` nose-up slope.

    >>> [round(axle_load_at_pitch(mean=3105, k=1800, th=-0.009195, s=36, n=2, number=one)) for one in (1, 2)]
    [3403, 2807]
    """
    carried = mean + k * th * (axle_place(0.0, s, n, number))
    return (carried + abs(carried)) / 2


def tongue_change(k: float, y: float, L: float, s: float, n: int) -> float:
    """How much more weighs on the ball than level, kg, no bars.  dT = k·n·y·(Σx² − n·L²) / Σx²

    >>> round(tongue_change(k=1800, y=-2, L=216, s=36, n=2), 1)
    -49.7
    """
    squares = second_moment(L, s, n)
    return k * n * y * (squares - n * L**2) / squares
