"""How well a figure is known: standard uncertainties by the GUM (JCGM 100), for what is read and what is told.

All half-widths are taken as rectangular: nothing is known within them, u = a/√3
(JCGM 100, 4.3.7). Marks: half a mark either way. The accuracies by provenance
are from memory, to be verified; they only say how far a figure is trusted.
"""

from __future__ import annotations

import math
from dataclasses import replace

from stathmos.core.figures import FROM_MEMORY, Given, Missing, Provenance
from stathmos.core.rig import Entry, Rig
from stathmos.core.rig.readings import late_path
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_IN, RATE, VOLUME, WEIGHT

SOURCE = "JCGM 100 (GUM); accuracies " + FROM_MEMORY

_EIGHTH, _QUARTER = MM_PER_IN / 8, MM_PER_IN / 4
#: (dimension, provenance) -> (share of the figure, mm), half-widths: from memory, to be verified
_HALF_WIDTHS: dict[tuple[str, Provenance], tuple[float, float]] = {
    (WEIGHT, Provenance.MEASURED): (0.01, 0.0),
    (WEIGHT, Provenance.LABEL): (0.02, 0.0),
    (WEIGHT, Provenance.BROCHURE): (0.05, 0.0),
    (WEIGHT, Provenance.ASSUMED): (0.15, 0.0),
    (LENGTH, Provenance.MEASURED): (0.0, _QUARTER),
    (LENGTH, Provenance.LABEL): (0.0, _EIGHTH),
    (LENGTH, Provenance.BROCHURE): (0.0, MM_PER_IN),
    (LENGTH, Provenance.ASSUMED): (0.0, 6 * MM_PER_IN),
    (RATE, Provenance.MEASURED): (0.05, 0.0),
    (RATE, Provenance.LABEL): (0.10, 0.0),
    (RATE, Provenance.BROCHURE): (0.15, 0.0),
    (RATE, Provenance.ASSUMED): (0.25, 0.0),
    (VOLUME, Provenance.MEASURED): (0.05, 0.0),
    (VOLUME, Provenance.LABEL): (0.05, 0.0),
    (VOLUME, Provenance.BROCHURE): (0.05, 0.0),
    (VOLUME, Provenance.ASSUMED): (0.15, 0.0),
}


def rectangular(half_width: float) -> float:
    """Standard uncertainty of a figure known only to lie within ± ``half_width``.  u = a / √3

    Sources: [1] JCGM 100:2008 (GUM), 4.3.7.

    >>> round(rectangular(3 ** 0.5), 9)
    1.0
    """
    return half_width / math.sqrt(3)


def of_a_scale(reading: float, mark: float, accuracy: float) -> float:
    """Standard uncertainty of a scale's reading, kg: half its smallest mark, and a share of the reading.

    >>> round(of_a_scale(reading=500.0, mark=0.0, accuracy=0.01), 3), round(of_a_scale(0.0, 10.0, 0.01), 3)
    (2.887, 2.887)
    """
    return math.hypot(rectangular(mark / 2), rectangular(accuracy * reading))


def of_typical(value: float, dimension: str) -> float:
    """Standard uncertainty of a typical figure that nobody gave."""
    return _of(value, dimension, Provenance.ASSUMED)


def as_written(value: float, entry: Entry, provenance: Provenance) -> float:
    """Standard uncertainty of a figure as it was written into a field; a rating is a limit and has none."""
    if entry.dimension == WEIGHT and entry.usual == "label":
        return 0.0
    return _of(value, entry.dimension, provenance)


def _of(value: float, dimension: str, provenance: Provenance) -> float:
    share, length = _HALF_WIDTHS.get((dimension, provenance), (0.0, 0.0))
    return rectangular(share * value + length)


#: past the day of its check an instrument is believed so much less: from memory, to be verified
PAST_DUE = 3.0


def believed_less(rig: Rig, path: str) -> float:
    """By how much more the instrument of a reading may be out than it is known to: once, or `PAST_DUE` times past its day."""
    late = late_path(path)
    return PAST_DUE if late and rig.choice(late) == "yes" else 1.0


def read_on(rig: Rig, path: str, mark_path: str, usual_mark: float, accuracy: float) -> Given | Missing:
    """A scale's reading with the uncertainty of that scale: the mark written down, else the usual one, kg."""
    reading, mark = rig.figure(path), rig.figure(mark_path)
    if isinstance(reading, Missing) or reading.bound:
        return reading  # a bound says all that is known of it
    smallest = usual_mark if isinstance(mark, Missing) else mark.value
    return replace(reading, u=of_a_scale(reading.value, smallest, accuracy * believed_less(rig, path)))


def iii_l_tolerance(load: float, division: float) -> float:
    """Maintenance tolerance of a class III L scale, kg: one division for each 500 divisions of load or part of it.

    NIST Handbook 44, scales code, table 6 (from memory, to be verified).

    Sources: [1] NIST Handbook 44, scales code, table 6; from memory, to be verified.

    >>> [iii_l_tolerance(load, 10) for load in (10, 5000, 5001, 10000, 15001)]
    [10.0, 10.0, 20.0, 20.0, 40.0]
    """
    return division * float(max(1, math.ceil(load / (500 * division) - 1e-9)))


def read_on_weighbridge(rig: Rig, path: str) -> Given | Missing:
    """A weighbridge's reading with the uncertainty of its division and its tolerance."""
    reading = rig.figure(path)
    if isinstance(reading, Missing):
        return reading
    division = weighbridge_division(rig)
    tolerance = iii_l_tolerance(reading.value, division) * believed_less(rig, path)
    within = math.hypot(rectangular(division / 2), rectangular(tolerance))
    return replace(reading, u=within)


def weighbridge_division(rig: Rig) -> float:
    """The weighbridge's division, kg; 20 lb where nobody read it (usual for vehicle scales, from memory)."""
    mark = rig.weighing.bridge_mark
    return mark.value if mark is not None else 20 * KG_PER_LB


def tape(given: Given | Missing, half_width: float) -> Given | Missing:
    """A length with the uncertainty of how it was taped, mm either way."""
    return given if isinstance(given, Missing) else replace(given, u=rectangular(half_width))


def chance_between(low: float, high: float, mean: float, u: float) -> float:
    """How likely a normally spread figure lies between two.

    ``low`` and ``high`` its ends, ``mean`` and standard uncertainty ``u``, all in one unit.

    Sources: [1] JCGM 100:2008 (GUM), annex G, for the normal spread.

    >>> round(chance_between(-1.96, 1.96, 0.0, 1.0), 3), chance_between(0, 1, 0.5, 0.0)
    (0.95, 1.0)
    """
    if u <= 0:
        return 1.0 if low <= mean <= high else 0.0

    def below(edge: float) -> float:
        return (1 + math.erf((edge - mean) / (u * math.sqrt(2)))) / 2

    return below(high) - below(low)
