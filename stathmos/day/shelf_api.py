"""Addresses of the shelf: what is there, set aside and ordered; a movement; what one rig wants."""

from __future__ import annotations

from collections import defaultdict
from datetime import date

from django.db.models import Max
from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.api import WORDS
from stathmos.catalogue.models import KINDS as CATALOGUE
from stathmos.core.stockroom import WHAT, Item, Order, Standing, wanted
from stathmos.day import boards, opening, picking, shapes, telling
from stathmos.day.answers import refusals
from stathmos.day.api import RACED, REFUSED
from stathmos.day.models import Job
from stathmos.day.reckoning import facts
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import all_that, require
from stathmos.people.strict import taken
from stathmos.rigs.models import Rig
from stathmos.rigs.practising import require_real
from stathmos.rigs.record import rig_or_404
from stathmos.stockroom.actions.move import NotMoved, Wish, move, set_aside
from stathmos.stockroom.models import KINDS, Movement
from stathmos.stockroom.shelves import standings


def _customers(marks: set[str]) -> dict[str, Rig]:
    return {str(one.mark): one for one in Rig.objects.filter(mark__in=[mark for mark in marks if mark])}


def _shelf(person: Person) -> dict:
    counted, today = standings(), opening.the_week().today()
    seen = {
        Item(kind, name): last
        for kind, name, last in Movement.objects.order_by().values_list("kind", "name").annotate(last=Max("pk"))
    }
    marks = {mark for one in counted.values() for mark in (*one.aside, *(order.rig for order in one.orders))}
    rigs, wants = _customers(marks), _wants()
    rows = [
        _row(Item(kind, name), counted, rigs, seen, wants, today)
        for kind in KINDS
        for name in CATALOGUE[kind].objects.filter(retired=False).values_list("name", flat=True)
    ]
    orders = sorted(
        (order for row in rows for order in row["orders"]), key=lambda one: (one["day"] is None, one["day"] or date.min)
    )
    return {"rows": rows, "orders": orders, "may": all_that(person)}


def _wants() -> dict[Item, int]:
    """How many of each part the open jobs lack, that are neither on the shelf for them nor ordered."""
    found: defaultdict[Item, int] = defaultdict(int)
    day = boards.the_day()
    for key, parts in day.parts.items():
        if day.jobs[key].state == Job.State.OPEN:
            for one in parts:
                found[one.need.item] += one.short
    return dict(found)


def _row(
    item: Item,
    counted: dict[Item, Standing],
    rigs: dict[str, Rig],
    seen: dict[Item, int],
    wants: dict[Item, int],
    today: date,
) -> dict:
    standing = counted.get(item, Standing())
    return {
        "kind": item.kind,
        "word": WORDS[item.kind],
        "name": item.name,
        "there": standing.there,
        "free": standing.free,
        "aside": [
            {"rig": rigs[mark].pk if mark in rigs else None, "customer": rigs[mark].customer if mark in rigs else "a rig", "quantity": many}
            for mark, many in standing.aside.items()
        ],
        "orders": [_order(one, rigs, today) for one in standing.orders],
        "wanted": wants.get(item, 0),
        "seen": seen.get(item, 0),
    }  # fmt: skip


def _order(one: Order, rigs: dict[str, Rig], today: date) -> dict:
    return {
        "number": one.number,
        "kind": one.item.kind,
        "name": one.item.name,
        "left": one.left,
        "supplier": one.supplier,
        "day": one.day,
        "late": one.day is not None and one.day < today,
        "customer": rigs[one.rig].customer if one.rig in rigs else "",
    }


class ShelfView(APIView):
    """Every part of the shelf as it stands, and a movement of one."""

    @extend_schema(operation_id="shelf", responses=shapes.ShelfShape)
    def get(self, request: Request) -> Response:
        return Response(_shelf(request.user))

    @extend_schema(operation_id="move_part", request=shapes.MoveShape, responses={200: shapes.ShelfShape, **RACED})
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.MoveShape, request.data, "What was done to which part?")
        mark = ""
        if asked["rig"] is not None:
            rig = Rig.objects.filter(pk=asked["rig"]).first()
            if rig is None:
                raise NotMoved({"rig": "There is no such rig."})
            mark = str(rig.mark)
        move(
            request.user,
            Wish(
                item=Item(asked["kind"], asked["name"]), what=asked["what"], quantity=asked["quantity"], rig=mark, order=asked["order"],
                day=asked["day"], supplier=asked["supplier"], why=asked["why"], seen=asked["seen"],
            ),
        )  # fmt: skip
        return Response(_shelf(request.user))


class PartHistoryView(APIView):
    """All that was done to one part, the newest first."""

    @extend_schema(operation_id="part_history", responses=shapes.MovedShape(many=True))
    def get(self, request: Request, kind: str, name: str) -> Response:
        rows = list(Movement.objects.filter(kind=kind, name=name).select_related("by").order_by("-pk")[:200])
        rigs = _customers({str(one.rig) for one in rows if one.rig})
        return Response(
            [
                {
                    "says": told(one), "by": one.by.called, "at": one.at, "why": one.why,
                    "customer": rigs[str(one.rig)].customer if str(one.rig) in rigs else "",
                }
                for one in rows
            ]
        )  # fmt: skip


def told(one: Movement) -> str:
    """One movement in words."""
    of = f", of {one.supplier}" if one.supplier else ""
    day = f", expected {one.day:%Y-%m-%d}" if one.day else ""
    return f"{one.quantity or ''} {WHAT[one.what]}{of}{day}".strip()


class OrdersView(APIView):
    """What is ordered and has not come, and what is wanted and not ordered, as CSV."""

    @extend_schema(operation_id="order_list", responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        shelf = _shelf(request.user)
        rows = [
            {**one, "quantity": one["left"], "state": "late" if one["late"] else "ordered"} for one in shelf["orders"]
        ]
        rows += [
            {**one, "quantity": one["wanted"], "supplier": "", "day": "", "customer": "", "state": "to be ordered"}
            for one in shelf["rows"] if one["wanted"]
        ]  # fmt: skip
        answer = HttpResponse(picking.order_list(rows), content_type="text/csv; charset=utf-8")
        answer["Content-Disposition"] = 'attachment; filename="orders.csv"'
        return answer


class RigPartsView(APIView):
    """What one rig's build wants of the shelf; and all that is free of it set aside."""

    @extend_schema(operation_id="rig_parts", responses=shapes.RigPartsShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(_rig_parts(rig_or_404(pk), request.user))

    @extend_schema(operation_id="set_rig_parts_aside", request=None, responses={200: shapes.RigPartsShape, **REFUSED})
    @refusals
    def post(self, request: Request, pk: int) -> Response:
        require(request.user, "set_aside")
        rig = rig_or_404(pk)
        require_real(rig)
        set_aside(request.user, str(rig.mark), facts([rig], the_house())[rig.pk].needs, "Asked for")
        return Response(_rig_parts(rig, request.user))


def _rig_parts(rig: Rig, person: Person) -> dict:
    counted = standings()
    needs = facts([rig], the_house())[rig.pk].needs
    parts = [wanted(counted.get(need.item, Standing()), need, str(rig.mark)) for need in needs]
    return {"parts": [telling.part(one) for one in parts], "may": all_that(person)}
