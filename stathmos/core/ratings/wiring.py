"""The socket at the receiver against what the trailer's brakes need of it, by what its wires carry."""

from __future__ import annotations

from stathmos.core.ratings.link import State
from stathmos.core.rig.vehicle import SEVEN

LIGHTS, BRAKES, REVERSE = "lights", "brakes", "reverse"
#: what each socket carries: common practice, no source
CARRIES: dict[str, frozenset[str]] = {
    "four": frozenset({LIGHTS}),
    "five": frozenset({LIGHTS, REVERSE}),
    SEVEN: frozenset({LIGHTS, BRAKES, REVERSE}),
}
#: what a trailer needs by its brakes: a surge coupler's reverse lock-out hangs on a fifth wire
NEEDS: dict[str, frozenset[str]] = {
    "none": frozenset({LIGHTS}),
    "electric": frozenset({LIGHTS, BRAKES}),
    "surge": frozenset({LIGHTS, REVERSE}),
}
FREE_BACKING = "free_backing"


def needed(brakes: str, lockout: str) -> frozenset[str]:
    """What the trailer needs of the socket; a free-backing surge coupler needs no fifth wire.

    >>> sorted(needed("surge", "")), sorted(needed("surge", FREE_BACKING))
    (['lights', 'reverse'], ['lights'])
    """
    return NEEDS["none"] if lockout == FREE_BACKING and brakes == "surge" else NEEDS[brakes]


def wiring(socket: str, seven_way: str, brakes: str, lockout: str) -> State:
    """Whether the socket carries what the brakes need. ``seven_way``: whether a 7-way socket was seen, where nobody wrote which.

    >>> [wiring(socket, "", "surge", "").value for socket in ("four", "five", "seven", "")]
    ['over', 'within', 'within', 'unknown']
    """
    wants = needed(brakes, lockout)
    if socket:
        return State.WITHIN if wants <= CARRIES[socket] else State.OVER
    if seven_way == "yes":
        return State.WITHIN
    # No 7-way socket: another may carry lights and a fifth wire, and none of them carries brakes.
    others = frozenset().union(*(wires for key, wires in CARRIES.items() if key != SEVEN))
    return State.OVER if seven_way == "no" and not wants <= others else State.UNKNOWN
