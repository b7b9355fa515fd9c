"""The bay: fit, measure in three states, adjust, prove. `fit` is its door."""

from stathmos.core.bay.fit import Fit, begun, fit, judged

__all__ = ["Fit", "begun", "fit", "judged"]
