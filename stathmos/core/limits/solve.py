"""The largest amount that keeps every one of some convex excesses at or under nothing."""

from __future__ import annotations

from collections.abc import Callable, Mapping

#: so many refinements; each comes nearer from the safe side
REFINED = 3
GROWS = 0.01  # kg: an excess that a probe changes by less does not grow with the amount
NEGLIGIBLE = 1e-6  # kg

#: the excesses by name, for an amount
Excesses = Callable[[float], Mapping[str, float]]


def largest(excesses: Excesses, probe: float) -> tuple[float, tuple[str, ...]]:
    """The largest amount for which no excess that grows with it is over nothing, and the names that hold it.

    An excess is a load less its rating (kg), convex in the amount: a chord lies above it, so that every amount found by one is
    safe. ``probe``: an amount to begin with. Without end where none grows.

    >>> largest(lambda m: {"a": 0.5 * m - 100.0, "b": m - 300.0, "c": 40.0}, probe=10.0)
    (200.0, ('a',))
    >>> largest(lambda m: {"a": m + 1.0}, probe=10.0)
    (0.0, ('a',))
    """
    none, tried = excesses(0.0), excesses(probe)
    growing = {name for name, at in tried.items() if name in none and at - none[name] > GROWS}
    if not growing:
        return float("inf"), ()
    held = tuple(name for name in growing if none[name] > 0)
    if held:
        return 0.0, held

    def meets(low: float, below: Mapping[str, float], high: float, above: Mapping[str, float]) -> tuple[float, str]:
        """Where the first of the chords between two amounts reaches nothing."""
        found = [
            (low + (high - low) * -below[name] / (above[name] - below[name]), name)
            for name in growing
            if above[name] > below[name]
        ]
        return min(found, default=(high, ""))

    far, by = meets(0.0, none, probe, tried)
    beyond = excesses(far)
    growing &= beyond.keys()
    if all(beyond[name] <= NEGLIGIBLE for name in growing):
        return far, (by,)
    safe, at_safe = 0.0, none
    for _ in range(REFINED):
        nearer, by = meets(safe, at_safe, far, beyond)
        if nearer <= safe + NEGLIGIBLE:
            break
        safe, at_safe = nearer, excesses(nearer)
    return safe, (by,)
