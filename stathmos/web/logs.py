"""Where the log is written: a file under `var/log` that may be moved away while it is written."""

from __future__ import annotations

import logging.handlers
from io import TextIOWrapper
from pathlib import Path


class InItsFolder(logging.handlers.WatchedFileHandler):
    """Makes its folder when there is something to write; where it cannot, the console has it all the same."""

    def _open(self) -> TextIOWrapper:
        Path(self.baseFilename).parent.mkdir(parents=True, exist_ok=True)
        return super()._open()

    def handleError(self, record: logging.LogRecord) -> None:  # noqa: N802
        """A log that cannot be written stops nobody."""
