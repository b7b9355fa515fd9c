"""Wrong passwords make one wait, longer each time: by name, and by address. In the database, so that every web process knows.

A try is counted before its password is looked at, so that many at once are no more than many
in a row. Who comes from an address that they signed in from before has a count of their own:
a stranger who guesses at a name elsewhere does not keep its owner out.
"""

from __future__ import annotations

import math
import unicodedata
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone
from django.utils.crypto import salted_hmac

from stathmos.people.models import KnownAddress, Tries

#: wrong tries that cost no wait: of a name; from an address, which a whole house may share
FREE_OF_A_NAME, FREE_FROM_AN_ADDRESS = 4, 20
LONGEST = timedelta(minutes=15)
#: a wrong try is forgotten after this, and an address where nobody signed in any more
FORGOTTEN, UNKNOWN_AGAIN = timedelta(days=1), timedelta(days=90)


@dataclass(frozen=True)
class Count:
    """What tries are counted under, and how many cost no wait."""

    of: str
    free: int


def _hash(*what: str) -> str:
    """Nobody's name, nor a password that was typed in its place, is to be read from the table."""
    return salted_hmac("stathmos.people.throttle", "\0".join(what), algorithm="sha256").hexdigest()


def _same(name: str) -> str:
    return unicodedata.normalize("NFKC", name).casefold()


def _pair(name: str, address: str) -> str:
    return _hash("both", _same(name), address)


def _elsewhere(name: str) -> str:
    return _hash("name", _same(name))


def _from(address: str) -> str:
    return _hash("address", address)


def _counts(name: str, address: str) -> tuple[Count, ...]:
    since = timezone.now() - UNKNOWN_AGAIN
    if KnownAddress.objects.filter(of=_pair(name, address), last__gte=since).exists():
        return (Count(_pair(name, address), FREE_OF_A_NAME),)
    return (Count(_elsewhere(name), FREE_OF_A_NAME), Count(_from(address), FREE_FROM_AN_ADDRESS))


def wait_after(failed: int, free: int) -> timedelta:
    """How long nothing is tried after so many wrong ones: two seconds, then twice as long each time.

    >>> [wait_after(failed, 4).seconds for failed in (0, 4, 5, 6, 10, 50)]
    [0, 0, 2, 4, 64, 900]
    """
    over = failed - free
    return timedelta(0) if over <= 0 else min(LONGEST, timedelta(seconds=2.0 ** min(over, 20)))


def seconds_to_wait(name: str, address: str) -> int:
    """Until something may be tried again; rounded up. One query more than none."""
    now = timezone.now()
    until = [one.until for one in Tries.objects.filter(of__in=[one.of for one in _counts(name, address)])]
    return _seconds(max(until, default=now), now)


def count_a_try(name: str, address: str) -> int:
    """Count a try, as a wrong one until `was_right` says otherwise; or, with nothing counted, the seconds yet to wait."""
    counts = sorted(_counts(name, address), key=lambda one: one.of)
    now = timezone.now()
    Tries.objects.bulk_create([Tries(of=one.of, until=now, last=now) for one in counts], ignore_conflicts=True)
    with transaction.atomic():
        found = {
            one.of: one
            for one in Tries.objects.select_for_update().filter(of__in=[one.of for one in counts]).order_by("of")
        }
        wait = _seconds(max((one.until for one in found.values()), default=now), now)
        if wait:
            return wait
        for count in counts:
            tries = found.get(count.of) or Tries(of=count.of)
            tries.failed = 1 if tries.last and now - tries.last > FORGOTTEN else tries.failed + 1
            tries.until, tries.last = now + wait_after(tries.failed, count.free), now
            tries.save()
    return 0


def was_right(name: str, address: str) -> None:
    """The try that was counted was no wrong one: the name's count begins anew, the address's loses this one."""
    now = timezone.now()
    with transaction.atomic():
        Tries.objects.filter(of__in=[_pair(name, address), _elsewhere(name)]).delete()
        shared = Tries.objects.select_for_update().filter(of=_from(address)).first()
        if shared is not None and shared.failed > 1:
            shared.failed, shared.until = shared.failed - 1, now
            shared.save()
        elif shared is not None:
            shared.delete()
        KnownAddress.objects.update_or_create(of=_pair(name, address), defaults={"last": now})


def forgive(name: str) -> None:
    """Strangers' tries at a name are forgotten: it has been given another password."""
    Tries.objects.filter(of=_elsewhere(name)).delete()


def tidy() -> None:
    """What is forgotten leaves the tables."""
    now = timezone.now()
    Tries.objects.filter(last__lt=now - FORGOTTEN, until__lt=now).delete()
    KnownAddress.objects.filter(last__lt=now - UNKNOWN_AGAIN).delete()


def _seconds(until: datetime, now: datetime) -> int:
    return max(0, math.ceil((until - now).total_seconds()))


def in_words(seconds: int) -> str:
    """How long somebody has to wait.

    >>> in_words(1), in_words(64), in_words(900)
    ('1 second', '64 seconds', '15 minutes')
    """
    if seconds <= 90:
        return f"{seconds} second" + ("s" if seconds != 1 else "")
    return f"{math.ceil(seconds / 60)} minutes"
