"""What the first question would wait for is read before anybody asks: once, by the process that the workers are made from."""

from __future__ import annotations

import logging

from django.db import Error, connection

from stathmos.catalogue.shelf import shelf
from stathmos.catalogue.yard import yard

logger = logging.getLogger(__name__)


def warm_up() -> None:
    """The parts and the trailers of the catalogue, read into memory. Here and not in a thread: a lock held while a worker
    is made would be held in it for ever; and no connection goes over into it."""
    try:
        shelf()
        yard()
    except Error as error:
        # The first who asks reads it instead, and is told what is wrong.
        logger.warning("nothing read beforehand: %s", error)
    finally:
        connection.close()
