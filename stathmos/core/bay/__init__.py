"""The bay: fit, measure in three states, adjust, prove. `fit` is its door."""

from stathmos.core.bay.fit import Fit, begun, fit, not_fit

__all__ = ["Fit", "begun", "fit", "not_fit"]
