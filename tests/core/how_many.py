"""How many random rigs a slow test tries: a third of them in each run, all of them in the long one (`bin/test long`)."""

import os

LONG = "STATHMOS_LONG_TESTS"
IS_LONG = os.environ.get(LONG) == "yes"


def tried(many: int) -> int:
    """So many in the long run, a third of them otherwise.

    >>> tried(90) in (30, 90)
    True
    """
    return many if IS_LONG else max(1, many // 3)
