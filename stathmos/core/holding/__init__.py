"""Which readings hold now: each belongs to what it was taken of, as that then stood, and holds no longer than that."""

from stathmos.core.holding.history import FIRST, History, Units
from stathmos.core.holding.standing import TELL_WHICH, Aside, Standing, called, key_of
from stathmos.core.holding.writing import NOW, Drafted, Writing

__all__ = [
    "FIRST",
    "NOW",
    "Aside",
    "Drafted",
    "History",
    "Standing",
    "Units",
    "TELL_WHICH",
    "Writing",
    "called",
    "key_of",
]
