"""Addresses of the house rules."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework import serializers as s
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.shapes import EntryShape, shape, text
from stathmos.house.actions.be_the_dealer import be_the_dealer
from stathmos.house.actions.choose_rules import NotChosen, choose_rules
from stathmos.house.models import Dealer, the_dealer, the_house
from stathmos.people.roles import may
from stathmos.people.strict import Money, Text, Truth, Whole, taken

HouseShape = shape(
    "House",
    entries=s.DictField(
        child=EntryShape(), help_text="What the manager chose, by name; what is left out is the default."
    ),
    share=text(),
    restoration=text(),
    offset=text(),
    by=Text(allow_null=True),
    at=s.DateTimeField(allow_null=True),
    may_choose=Truth(),
)
ChoiceShape = shape("HouseChoice", entries=s.DictField(child=EntryShape(allow_null=True)))
_DEALER = {
    "name": Text(max_length=80, allow_blank=True),
    "address": Text(max_length=240, allow_blank=True),
    "hour": Money(max_digits=8, decimal_places=2, min_value=0, max_value=2000),
    "minutes_fixed": Whole(min_value=0, max_value=1440),
    "minutes_trial": Whole(min_value=0, max_value=240),
    "minutes_joint": Whole(min_value=0, max_value=120),
    "trials": Whole(min_value=0, max_value=20),
    "tax_percent": Money(max_digits=5, decimal_places=3, min_value=0, max_value=40),
    "tax_on_labour": Truth(),
    "valid_days": Whole(min_value=1, max_value=365),
}
DealerShape = shape("Dealer", **_DEALER)
DealerToldShape = shape(
    "DealerTold", **_DEALER, by=Text(allow_null=True), at=s.DateTimeField(allow_null=True), may_choose=Truth()
)
RefusedShape = shape("HouseRefused", detail=text(), problems=s.DictField(child=Text()))


def _told(request: Request) -> dict:
    now = the_house()
    house, holds = now.chosen, now.rules
    return {
        "entries": house.as_entries() if house else {},
        "share": holds.share.name,
        "restoration": holds.restoration.name,
        "offset": holds.offset.name,
        "by": house.chosen_by.called if house else None,
        "at": house.chosen_at if house else None,
        "may_choose": may(request.user, "choose_rules"),
    }


class HouseView(APIView):
    @extend_schema(operation_id="house", responses=HouseShape)
    def get(self, request: Request) -> Response:
        return Response(_told(request))

    @extend_schema(
        operation_id="choose_house_rules",
        request=ChoiceShape,
        responses={200: HouseShape, 400: RefusedShape, 403: RefusedShape},
    )
    def post(self, request: Request) -> Response:
        written = request.data.get("entries") if isinstance(request.data, dict) else None
        if not isinstance(written, dict):
            return Response({"detail": "Send an object of entries by name.", "problems": {}}, status=400)
        try:
            choose_rules(request.user, written)
        except NotChosen as error:
            detail = "Nothing was chosen: something cannot be read."
            return Response({"detail": detail, "problems": error.problems}, status=400)
        return Response(_told(request))


def _dealer(request: Request, dealer: Dealer) -> dict:
    shown = DealerShape(dealer).data
    by = dealer.chosen_by.called if dealer.pk else None
    return {**shown, "by": by, "at": dealer.chosen_at, "may_choose": may(request.user, "choose_rules")}


class DealerView(APIView):
    """Who the house is on its papers, and what its work costs."""

    @extend_schema(operation_id="dealer", responses=DealerToldShape)
    def get(self, request: Request) -> Response:
        return Response(_dealer(request, the_dealer()))

    @extend_schema(
        operation_id="be_the_dealer",
        request=DealerShape,
        responses={200: DealerToldShape, 400: RefusedShape, 403: RefusedShape},
    )
    def post(self, request: Request) -> Response:
        written = taken(DealerShape, request.data, "Nothing was put in force: something cannot be read.")
        return Response(_dealer(request, be_the_dealer(request.user, written)))
