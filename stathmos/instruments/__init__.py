"""Instruments on a line: the link to one (by pyserial's addresses), and stand-ins that speak as one does."""
