"""What a rig may carry: the range of its tongue weight, and what may still be loaded where. Nothing else works either out."""

from stathmos.core.limits.capacity import Room, capacity
from stathmos.core.limits.margins import guard
from stathmos.core.limits.steady import steady
from stathmos.core.limits.tongue_advice import TongueAdvice, tongue_advice
from stathmos.core.limits.tongue_range import TongueRange, tongue_range
from stathmos.core.limits.words import capacity_lines, tongue_line

__all__ = [
    "Room",
    "TongueAdvice",
    "TongueRange",
    "capacity",
    "capacity_lines",
    "guard",
    "steady",
    "tongue_advice",
    "tongue_line",
    "tongue_range",
]
