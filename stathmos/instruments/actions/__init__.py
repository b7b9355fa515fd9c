"""Verbs: an instrument is kept, a weight is taken from one."""
