"""Cells of a table as a spreadsheet may have them: none is run as a formula, and each comes back as it was."""

from __future__ import annotations

#: what a spreadsheet takes for the beginning of a formula
_RUN = "=+-@\t\r"
_QUOTE = "'"


def _marked(cell: str) -> bool:
    return cell[:1] == _QUOTE and cell[1:2] != "" and cell[1:2] in _RUN + _QUOTE


def harmless(cell: str) -> str:
    """A cell on its way out: where it would be run, or looks as if this had been done to it, an apostrophe goes before it.

    >>> harmless("-3 in"), harmless("7,000 lb"), harmless("'22 model"), harmless("'=1")
    ("'-3 in", '7,000 lb', "'22 model", "''=1")
    """
    return _QUOTE + cell if cell[:1] and (cell[0] in _RUN or _marked(cell)) else cell


def as_it_was(cell: str) -> str:
    """A cell on its way in, without the apostrophe that `harmless` put there.

    >>> as_it_was("'-3 in"), as_it_was("-3 in"), as_it_was("'22 model"), as_it_was("''=1")
    ('-3 in', '-3 in', "'22 model", "'=1")
    """
    return cell[1:] if _marked(cell) else cell
