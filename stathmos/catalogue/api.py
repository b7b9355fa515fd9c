"""The catalogue for the screens: what may be picked, and its upkeep."""

from __future__ import annotations

from django.db.models import QuerySet
from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers as s
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.actions.import_table import PlanChanged, import_table
from stathmos.catalogue.actions.write_item import (
    NotKept,
    StaleItem,
    Written,
    add_item,
    edit_item,
    retire_item,
)
from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS, ItemChange
from stathmos.catalogue.questions import questions
from stathmos.catalogue.seeking import sought
from stathmos.catalogue.shapes import EntryShape, StrokeShape, shape, text
from stathmos.catalogue.shelf import shelf
from stathmos.catalogue.tables import Plan, plan, written_out
from stathmos.core import part_drawing, report
from stathmos.core.report.part_drawing import part_drawing as drawing_report
from stathmos.people.roles import may, require
from stathmos.people.strict import AskedNumber, Text, Truth, Whole, taken

PickShape = shape(
    "Pick",
    name=text(),
    told=s.ListField(child=Text()),
    entries=s.DictField(child=EntryShape()),
    strokes=StrokeShape(many=True),
)
BothTextsShape = shape("InBoth", us=text(), metric=text())
DrawingShape = shape(
    "PartDrawing",
    strokes=StrokeShape(many=True),
    dimensions=shape(
        "PartDimension",
        name=text(),
        **{at: s.FloatField() for at in ("x1", "y1", "x2", "y2")},
        text=BothTextsShape(),
    )(many=True),
)
PicksShape = shape("Picks", picks=PickShape(many=True), found=Whole())
OnOfferShape = shape("PartsOnOffer", **{kind: s.ListField(child=Text()) for kind in ("kits", "shanks", "balls")})
FieldOfKindShape = shape(
    "FieldOfKind",
    name=text(),
    label=text(),
    dimension=text(),
    read_at=text(),
    choices=shape("ChoiceOfKind", value=text(), word=text())(many=True),
)
KindShape = shape(
    "CatalogueKind",
    kind=text(),
    word=text(),
    has_family=Truth(),
    count=Whole(),
    fields=FieldOfKindShape(many=True),
)
KindsShape = shape("CatalogueKinds", kinds=KindShape(many=True), may_keep=Truth())
ItemShape = shape(
    "CatalogueItem",
    id=Whole(),
    name=text(),
    family=text(),
    system=s.ChoiceField(["us", "metric"]),
    retired=Truth(),
    version=Whole(),
    texts=s.DictField(child=Text()),
    questions=s.DictField(child=Text(), help_text="by field, which other figures of it that one does not agree with"),
)
WriteItemShape = shape(
    "WriteItem",
    version=Whole(required=False),
    name=Text(allow_blank=True, max_length=400),
    family=Text(required=False, allow_blank=True, max_length=400),
    system=Text(required=False, max_length=10),
    texts=s.DictField(child=Text(allow_blank=True, max_length=400)),
)
ItemsShape = shape("CatalogueItems", items=ItemShape(many=True), found=Whole(), all=Whole())
AskedShape = shape(
    "AskedOfCatalogue",
    q=Text(
        required=False,
        allow_blank=True,
        max_length=80,
        default="",
        help_text="words, each of which is to be written somewhere",
    ),
    units=s.ChoiceField(["us", "metric"], required=False, default="us", help_text="of a bare number that is asked for"),
    name=Text(required=False, allow_blank=True, max_length=400, default="", help_text="the very name"),
    first=AskedNumber(required=False, default=0, min_value=0, max_value=1_000_000, help_text="so many are passed over"),
)
RetireShape = shape("RetireItem", version=Whole(), retired=Truth())
NotKeptShape = shape("NotKept", detail=text(), problems=s.DictField(child=Text()))
PastItemShape = shape("ItemChange", what=text(), by=text(), at=s.DateTimeField(), texts=s.DictField(child=Text()))
TableShape = shape(
    "Table",
    text=Text(max_length=4_000_000, trim_whitespace=False),
    seal=Text(required=False, allow_blank=True),
)
TableProblemShape = shape("TableProblem", row=Whole(), column=text(), says=text())
#: so many figures that do not agree are listed
MOST_QUESTIONS = 200
PlanShape = shape(
    "TablePlan",
    added=s.ListField(child=Text()),
    changed=shape(
        "TableChange",
        name=text(),
        cells=shape("TableCell", column=text(), before=text(), after=text())(many=True),
    )(many=True),
    same=Whole(),
    problems=TableProblemShape(many=True),
    questions=TableProblemShape(many=True),
    seal=text(),
    done=Truth(),
)

WORDS = {
    "vehicles": "tow vehicles", "trailers": "trailers", "kits": "hitch kits", "shanks": "shanks and ball mounts",
    "balls": "balls", "sleeves": "reducer sleeves", "accessories": "accessories", "wrenches": "torque wrenches",
}  # fmt: skip


class OnOfferView(APIView):
    """The names of the parts that a hitch is chosen from."""

    @extend_schema(operation_id="parts_on_offer", responses=OnOfferShape)
    def get(self, request: Request) -> Response:
        stock = shelf().stock
        return Response({kind: [part.name for part in getattr(stock, kind)] for kind in OnOfferShape().fields})


class PicksView(APIView):
    """What is on offer of one kind, by words or by its very name: the first few, with their figures as a rig takes them over."""

    @extend_schema(operation_id="picks", parameters=[AskedShape], responses={200: PicksShape, 400: NotKeptShape})
    def get(self, request: Request, kind: str) -> Response:
        asked = taken(AskedShape, request.query_params.dict(), UNREAD_QUESTION)
        found = sought(_kind(kind), asked["q"], asked["units"]).filter(retired=False)
        if asked["name"]:
            found = found.filter(name=asked["name"])
        picks = [_pick(item) for item in _page(found, asked["first"], PICKS)]
        return Response({"picks": picks, "found": found.count()})


def _kind(name: str) -> type[CatalogueItem]:
    if name not in KINDS:
        raise Http404
    return KINDS[name]


def _pick(item: CatalogueItem) -> dict:
    """With what one knows a thing by beside its name, as it reads: what it may weigh, what hangs on the ball, what it costs."""
    known = item.all_entries()
    described = item.described()
    told = [f"{described[name].label} {known[name]['is']}" for name in KNOWN_BY if name in known]
    drawn = report.written(drawing_report(part_drawing.part_drawing(item.without_texts())))
    return {"name": item.name, "told": told, "entries": item.as_entries(), "strokes": drawn["strokes"]}


def _page(found: QuerySet, first: int, many: int) -> list[CatalogueItem]:
    """So many of them from the first; the names alone are sorted, whatever else is written of them."""
    keys = list(found.values_list("pk", flat=True)[first : first + many])
    items = found.model.objects.in_bulk(keys)
    return [items[key] for key in keys if key in items]


def _told(item: CatalogueItem) -> dict:
    return {
        "id": item.pk,
        "name": item.name,
        "family": getattr(item, "family", ""),
        "system": item.system,
        "retired": item.retired,
        "version": item.version,
        "texts": {name: entry["is"] for name, entry in item.all_entries().items()},
        "questions": questions(item),
    }


def _written(data: dict) -> Written:
    return Written(data["name"], data.get("family", ""), data.get("system", "us"), data["texts"])


#: what stands beside a name in a picker, where the kind has it
KNOWN_BY = ("gvwr", "tow_rating", "brochure_tongue", "sleeps", "price")
#: how many are shown at a time
PICKS, ITEMS = 20, 100
UNREAD_QUESTION = "What is looked for cannot be read."
UNREAD = "Nothing was saved: this cannot be read."


def _not_kept(error: NotKept) -> Response:
    return Response(
        {"detail": "Nothing was saved: some figures cannot be read.", "problems": error.problems}, status=400
    )


def _stale(error: StaleItem) -> Response:
    detail = f"Somebody changed {error.item.name} after you opened it. Nothing of yours is saved yet: look at it as it stands, then save again."
    return Response({"detail": detail, "problems": {}, "item": _told(error.item)}, status=409)


class KindsView(APIView):
    """The kinds of the catalogue and what may be written of each."""

    @extend_schema(operation_id="catalogue_kinds", responses=KindsShape)
    def get(self, request: Request) -> Response:
        kinds = [
            {
                "kind": name,
                "word": WORDS[name],
                "has_family": "family" in kind.core.__dataclass_fields__,
                "count": kind.objects.filter(retired=False).count(),
                "fields": [
                    {
                        "name": field,
                        "label": entry.label,
                        "dimension": entry.dimension,
                        "read_at": entry.read_at,
                        "choices": [{"value": value, "word": word} for value, word in entry.choices],
                    }
                    for field, entry in kind.described().items()
                ],
            }
            for name, kind in KINDS.items()
        ]
        return Response({"kinds": kinds, "may_keep": may(request.user, "keep_catalogue")})


class ItemsView(APIView):
    """The items of a kind by words, a page at a time, retired ones too; and new ones."""

    @extend_schema(
        operation_id="catalogue_items", parameters=[AskedShape], responses={200: ItemsShape, 400: NotKeptShape}
    )
    def get(self, request: Request, kind: str) -> Response:
        model, asked = _kind(kind), taken(AskedShape, request.query_params.dict(), UNREAD_QUESTION)
        found = sought(model, asked["q"], asked["units"])
        if asked["name"]:
            found = found.filter(name=asked["name"])
        items = [_told(item) for item in _page(found, asked["first"], ITEMS)]
        return Response({"items": items, "found": found.count(), "all": model.objects.count()})

    @extend_schema(
        operation_id="add_item",
        request=WriteItemShape,
        responses={201: ItemShape, 400: NotKeptShape, 403: NotKeptShape},
    )
    def post(self, request: Request, kind: str) -> Response:
        _kind(kind)
        told = taken(WriteItemShape, request.data, UNREAD)
        try:
            return Response(_told(add_item(request.user, kind, _written(told))), status=201)
        except NotKept as error:
            return _not_kept(error)


class ItemView(APIView):
    """One item written anew."""

    @extend_schema(
        operation_id="edit_item",
        request=WriteItemShape,
        responses={200: ItemShape, 400: NotKeptShape, 403: NotKeptShape, 409: NotKeptShape},
    )
    def post(self, request: Request, kind: str, pk: int) -> Response:
        told = taken(WriteItemShape, request.data, UNREAD)
        try:
            version = told.get("version", 0)
            return Response(_told(edit_item(request.user, kind, pk, version, _written(told))))
        except NotKept as error:
            return _not_kept(error)
        except StaleItem as error:
            return _stale(error)
        except (_kind(kind).DoesNotExist, OverflowError) as absent:
            raise Http404 from absent


class RetireView(APIView):
    """One item no longer offered, or offered again. Rigs keep what they were built on."""

    @extend_schema(
        operation_id="retire_item",
        request=RetireShape,
        responses={200: ItemShape, 400: NotKeptShape, 403: NotKeptShape, 409: NotKeptShape},
    )
    def post(self, request: Request, kind: str, pk: int) -> Response:
        told = taken(RetireShape, request.data, UNREAD)
        try:
            return Response(_told(retire_item(request.user, kind, pk, **told)))
        except StaleItem as error:
            return _stale(error)
        except (_kind(kind).DoesNotExist, OverflowError) as absent:
            raise Http404 from absent


class DrawingView(APIView):
    """One item drawn, with its dimensions."""

    @extend_schema(operation_id="part_drawing", responses=DrawingShape)
    def get(self, request: Request, kind: str, pk: int) -> Response:
        item = _kind(kind).objects.filter(pk=pk).first()
        if item is None:
            raise Http404
        return Response(report.written(drawing_report(part_drawing.part_drawing(item.without_texts()))))


class ItemHistoryView(APIView):
    """Every change of one item, the newest first."""

    @extend_schema(operation_id="item_history", responses=PastItemShape(many=True))
    def get(self, request: Request, kind: str, pk: int) -> Response:
        _kind(kind)
        changes = ItemChange.objects.filter(kind=kind, item=pk).select_related("changed_by")
        return Response(
            [
                {"what": one.what, "by": one.changed_by.called, "at": one.changed_at, "texts": one.entries}
                for one in changes
            ]
        )


class TableView(APIView):
    """A kind as CSV: written out; and read in, first as a plan, then, with the plan's seal, for good."""

    @extend_schema(operation_id="catalogue_csv", responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request, kind: str) -> HttpResponse:
        _kind(kind)
        answer = HttpResponse(written_out(kind), content_type="text/csv; charset=utf-8")
        answer["Content-Disposition"] = f'attachment; filename="{kind}.csv"'
        return answer

    @extend_schema(
        operation_id="import_csv",
        request=TableShape,
        responses={200: PlanShape, 400: NotKeptShape, 403: NotKeptShape, 409: PlanShape},
    )
    def post(self, request: Request, kind: str) -> Response:
        require(request.user, "keep_catalogue")
        _kind(kind)
        told = taken(TableShape, request.data, UNREAD)
        table, seal = told["text"], told.get("seal", "")
        if not seal:
            return Response(_plan(plan(kind, table)))
        try:
            return Response(_plan(import_table(request.user, kind, table, seal), done=True))
        except NotKept as error:
            return _not_kept(error)
        except PlanChanged as changed:
            detail = "The catalogue changed since this was read. Nothing was taken in: look at what it would do now."
            return Response({**_plan(changed.plan), "detail": detail, "problems": {}}, status=409)


def _plan(made: Plan, done: bool = False) -> dict:
    return {
        "added": [columns["name"] for columns in made.added],
        "changed": [{"name": item.name, "cells": [vars(cell) for cell in cells]} for item, _, cells in made.changed],
        "same": made.same,
        "problems": [vars(problem) for problem in made.problems],
        "questions": [vars(question) for question in made.questions[:MOST_QUESTIONS]],
        "seal": made.seal,
        "done": done,
    }
