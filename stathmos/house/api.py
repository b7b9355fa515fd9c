"""Addresses of the house rules."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework import serializers as s
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.shapes import EntryShape, shape, text
from stathmos.house.actions.choose_rules import NotChosen, choose_rules
from stathmos.house.models import the_house
from stathmos.people.roles import may
from stathmos.people.strict import Text, Truth

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
