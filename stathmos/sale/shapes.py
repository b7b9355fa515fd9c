"""The shapes of customers' sheets."""

from rest_framework import serializers as s

from stathmos.catalogue.shapes import shape, text
from stathmos.people.strict import Day, Money, Text, Truth, Whole
from stathmos.rigs.shapes import CUSTOMER, ElevationShape


def _money(**more) -> Money:
    return Money(max_digits=11, decimal_places=2, min_value=-1_000_000, max_value=9_999_999, **more)


QuoteShape = shape(
    "Quote",
    lines=shape("QuoteLine", name=text(), quantity=Whole(), amount=text())(many=True),
    subtotal=text(),
    tax_percent=text(),
    tax=text(),
    total=Text(allow_null=True),
    no_total=text(),
)
_OFFERED = {
    "trailer": _money(allow_null=True),
    "with_trailer": Truth(),
    "extras": shape("Extra", name=Text(max_length=80), amount=_money(), taxed=Truth())(many=True, max_length=8),
}
QuoteAskShape = shape("QuoteAsk", **_OFFERED)
SheetAskShape = shape(
    "SheetAsk",
    version=Whole(min_value=1),
    valid_until=Day(),
    **_OFFERED,
)
SheetsShape = shape(
    "Sheets",
    version=Whole(),
    now=shape("SheetNow", **CUSTOMER, elevation=ElevationShape())(),
    quote=QuoteShape(),
    dealer=shape("SheetDealer", name=text(), address=text())(),
    valid_days=Whole(),
    trailer_price=_money(allow_null=True),
    may_make=Truth(),
    made=shape(
        "MadeSheet",
        number=Whole(),
        called=text(),
        by=text(),
        at=s.DateTimeField(),
        version=Whole(),
        valid_until=s.DateField(),
        total=text(),
        changed=Truth(
            help_text="What it says follows no longer from the rig, the rules and the catalogue as they are."
        ),
        over=Truth(help_text="Its day is past."),
    )(many=True),
)
