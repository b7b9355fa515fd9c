"""Looking for items of the catalogue by what is written of them, a page at a time."""

from __future__ import annotations

from django.db.models import Case, CharField, F, Func, Q, QuerySet, When

from stathmos.catalogue import asking
from stathmos.catalogue.item import CatalogueItem

#: words of one search that are heeded
MOST_WORDS = 8
#: in the core's units: a limit is kept by what equals it as it was typed
_NEAR = 1e-3


class ByName(Func):
    """The name as a person sorts it: 800 before 1000."""

    function = "NATURAL_SORT_KEY"
    output_field = CharField()


def sought(kind: type[CatalogueItem], words: str, system: str = "us") -> QuerySet:
    """The items that keep every limit asked for (“under 7000, sleeps 4”) and of which every other word is written somewhere (in
    the name, the family or any figure); those whose name has all of them first, then by name."""
    found, named = kind.objects.all(), Q()
    limits, left = asking.read(words, kind.described(), system)
    for limit in limits:
        found = found.filter(
            **{f"{limit.field}__{limit.way}": limit.value + (_NEAR if limit.way == asking.MOST else -_NEAR)}
        )
    for word in left[:MOST_WORDS]:
        found = found.filter(sought__contains=word)
        named &= Q(name__icontains=word)
    first = [Case(When(named, then=0), default=1)] if named else []
    return found.order_by(*first, ByName(F("name")))
