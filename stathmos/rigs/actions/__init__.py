"""Verbs: each changes the record in one named way, in one transaction."""
