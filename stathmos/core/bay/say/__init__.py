"""Saying: what is to be said of the bay's work, and the questions it is asked by."""
