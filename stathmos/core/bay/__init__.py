"""The bay: fit, measure in three states, adjust, prove. `fit` is its door."""

from stathmos.core.bay.fit import Fit, begun, fit, fitted

__all__ = ["Fit", "begun", "fit", "fitted"]
