"""Which readings hold now: each belongs to what it was taken of, as that then stood, and holds no longer than that."""

from stathmos.core.holding.history import FIRST, History, Units
from stathmos.core.holding.standing import Aside, Standing, key_of
from stathmos.core.holding.writing import NOW, Drafted, Writing

__all__ = ["FIRST", "NOW", "Aside", "Drafted", "History", "Standing", "Units", "Writing", "key_of"]
