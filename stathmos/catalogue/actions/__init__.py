"""Verbs: each changes the catalogue in one named way, in one transaction, and leaves a line in its history."""
