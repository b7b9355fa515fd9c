"""A verb that lost a race is done once more, from the beginning: it reads everything anew, and so sees who won."""

from __future__ import annotations

import random
import time
from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

from django.db import OperationalError, connection

from stathmos.database import trouble

#: before each time more, s; a cluster takes a moment to bring the winner's write here
PAUSES = (0.05, 0.15, 0.4)

_Asked = ParamSpec("_Asked")
_Done = TypeVar("_Done")


def tried_again(verb: Callable[_Asked, _Done]) -> Callable[_Asked, _Done]:
    """A verb that writes in a transaction of its own. Within another's transaction it is that one's to be done again."""

    @wraps(verb)
    def done(*asked: _Asked.args, **named: _Asked.kwargs) -> _Done:
        if connection.in_atomic_block:
            return verb(*asked, **named)
        for pause in PAUSES:
            try:
                return verb(*asked, **named)
            except OperationalError as error:
                if not trouble.of(error).again:
                    raise
                time.sleep(pause * random.uniform(0.5, 1.5))
        return verb(*asked, **named)

    return done
