"""The simulated bay: rigs whose truth nobody sees, and a fitter who tapes them and does as the coach says. `many` is its door."""

from stathmos.core.bay.simulate.fitter import Played, before_the_bars, many, play
from stathmos.core.bay.simulate.truth import Habits, Hidden, Truth, drawn

__all__ = ["Habits", "Hidden", "Played", "Truth", "before_the_bars", "drawn", "many", "play"]
