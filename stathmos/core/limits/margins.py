"""How far inside a limit advice aims, so that following it is known to be enough at least 19 times in 20."""

from __future__ import annotations

import math

from stathmos.core.figures import Known, expanded

ONE_SIDED_95 = 1.645  # standard deviations that a normal spread stays under 19 times in 20, JCGM 100, annex G
#: what is read on a scale, and so reads otherwise when it is weighed again
_READ_ON_SCALES = ("weighing.", "trailer.gross_weight")
#: what is put somewhere by hand, and so weighs and stands otherwise than it was written
_PUT_BY_HAND = ("loads.",)


def _part(known: Known, beginnings: tuple[str, ...]) -> float:
    """Standard uncertainty of a figure by some of its inputs alone, in its own unit."""
    return math.hypot(*(share for path, share in known.spread.items() if path.startswith(beginnings)))


def guard(known: Known) -> float:
    """How far inside a limit a figure is to lie, in the figure's own unit.

    Its expanded uncertainty, and what a further weighing may read otherwise: the reading of now, the reading of then, and
    the loads as they were really put.  2·u + 1.645·√(u_read² + u_read² + u_put²)

    Sources: [1] JCGM 100:2008 (GUM), 6.3 and annex G. How the two are added: common practice, no source.

    >>> from stathmos.core.figures import Given, Provenance
    >>> scale = Given(800.0, "weight", Provenance.MEASURED, path="weighing.tongue_scale", u=4.0)
    >>> round(guard(scale), 2)  # 8 and 1.645 · 4 · √2
    17.31
    """
    read, put = _part(known, _READ_ON_SCALES), _part(known, _PUT_BY_HAND)
    return expanded(known) + ONE_SIDED_95 * math.hypot(read, read, put)


def read_again(known: Known) -> float:
    """By how much a figure may read otherwise when it is weighed once more, nineteen times in twenty, in its own unit.

    1.645·u_read·√2

    Sources: [1] JCGM 100:2008 (GUM), annex G.

    >>> from stathmos.core.figures import Given, Provenance
    >>> round(read_again(Given(800.0, "weight", Provenance.MEASURED, path="weighing.tongue_scale", u=4.0)), 2)
    9.31
    """
    read = _part(known, _READ_ON_SCALES)
    return ONE_SIDED_95 * math.hypot(read, read)
