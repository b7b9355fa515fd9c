"""What a rig may carry: the range of its tongue weight, and what may still be loaded where. Nothing else works either out."""

from stathmos.core.limits.margins import guard
from stathmos.core.limits.tongue_range import TongueRange, tongue_range

__all__ = ["TongueRange", "guard", "tongue_range"]
