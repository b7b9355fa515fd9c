"""Addresses of the record: timeline, complaints, the next visit, the manager's page, taking out and bringing in."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import asdict

from django.http import Http404, HttpResponse, StreamingHttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core import carry_over, complaints
from stathmos.core.report import written
from stathmos.core.rig import name_at
from stathmos.core.rig.handover import SYMPTOMS
from stathmos.house.models import the_house
from stathmos.people.roles import require
from stathmos.people.strict import taken
from stathmos.record import arriving, shapes, whole
from stathmos.record.actions.bring_in import bring_in
from stathmos.record.actions.start_again import start_again
from stathmos.record.overview import overview
from stathmos.record.timeline import timeline
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.assessing import fit_rig
from stathmos.rigs.practising import require_real
from stathmos.rigs.record import rig_or_404
from stathmos.rigs.shapes import NotWrittenShape

MOST_BYTES = 60_000_000
PIECE = 64_000
_TYPES = {"jsonl": "application/x-ndjson", "csv": "text/csv; charset=utf-8"}


class TimelineView(APIView):
    @extend_schema(operation_id="timeline", responses=shapes.EventShape(many=True))
    def get(self, request: Request, pk: int) -> Response:
        return Response(timeline(rig_or_404(pk)))


class CausesView(APIView):
    """Likely causes of a symptom, by the rig's own record."""

    @extend_schema(
        operation_id="causes",
        parameters=[OpenApiParameter("symptom", enum=shapes.SYMPTOM_KEYS, location="path")],
        responses=shapes.CausesShape,
    )
    def get(self, request: Request, pk: int, symptom: str) -> Response:
        words = dict(SYMPTOMS)
        if symptom not in words:
            raise Http404
        read, fitted = fit_rig(rig_or_404(pk), the_house())
        found = complaints.likely_causes(symptom, read, fitted)
        causes = [{**asdict(one), "says": written(one.says)} for one in found]
        return Response(
            {"symptom": symptom, "word": words[symptom], "causes": causes, "what_if": symptom in complaints.SWINGS}
        )


class AgainView(APIView):
    """The next visit: what would carry over, and the new rig."""

    @extend_schema(
        operation_id="carried",
        parameters=[OpenApiParameter("new", enum=shapes.VISITS, required=True)],
        responses={200: shapes.CarriedShape, 400: NotWrittenShape},
    )
    def get(self, request: Request, pk: int) -> Response:
        rig, new = rig_or_404(pk), request.query_params.get("new", "")
        if new not in shapes.VISITS:
            return Response(
                {"detail": "Say what is new.", "problems": {"new": "There is no such kind of visit."}}, status=400
            )
        _, fitted = fit_rig(rig, the_house())
        brought = {**carry_over.rates(fitted, new), **carry_over.references(fitted, new, rig.vehicle_name)}
        return Response(
            {
                "new": new,
                "kept": [
                    asdict(one)
                    for one in carry_over.carried_over(rig.entries(), new)
                    if not one.path.startswith("which.")
                ],
                "brought": [
                    {"path": path, "name": name_at(path), "text": entry["is"]} for path, entry in brought.items()
                ],
            }
        )

    @extend_schema(
        operation_id="start_again",
        request=shapes.AgainShape,
        responses={201: shapes.OpenedShape, 400: NotWrittenShape, 403: NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        rig_or_404(pk)
        told = taken(shapes.AgainShape, request.data, "Say what is new.")
        try:
            begun = start_again(pk, request.user, told["new"], told.get("name", ""))
        except NotWritten as error:
            return Response({"detail": " ".join(error.problems.values()), "problems": error.problems}, status=400)
        return Response({"id": begun.pk}, status=201)


class OverviewView(APIView):
    """The manager's page."""

    @extend_schema(operation_id="overview", responses={200: shapes.OverviewShape, 403: NotWrittenShape})
    def get(self, request: Request) -> Response:
        require(request.user, "oversee")
        return Response(overview(request.user))


def _file(rows, form: str, name: str) -> StreamingHttpResponse:
    if form not in whole.FORMATS:
        raise Http404
    answer = StreamingHttpResponse(_pieces(whole.written(rows, form)), content_type=_TYPES[form])
    answer["Content-Disposition"] = f'attachment; filename="{name}.{form}"'
    return answer


def _pieces(lines: Iterator[str]) -> Iterator[bytes]:
    """Lines in pieces worth sending."""
    piece: list[str] = []
    size = 0
    for line in lines:
        piece.append(line)
        size += len(line)
        if size > PIECE:
            yield "".join(piece).encode()
            piece, size = [], 0
    yield "".join(piece).encode()


class RigRecordView(APIView):
    """One rig with all its readings, sign-offs and cards, and its earlier visits."""

    @extend_schema(operation_id="rig_record", responses={(200, "application/x-ndjson"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int, form: str) -> HttpResponse:
        rig = rig_or_404(pk)
        require_real(rig)
        return _file(whole.one_rig(rig), form, f"rig-{pk}")


class EverythingView(APIView):
    """Everything of the house, passwords left out."""

    @extend_schema(operation_id="everything", responses={(200, "application/x-ndjson"): OpenApiTypes.STR})
    def get(self, request: Request, form: str) -> HttpResponse:
        require(request.user, "move_everything")
        return _file(whole.everything(), form, "stathmos")


class BringInView(APIView):
    """A record brought in: all of it or nothing, and never over what is there."""

    parser_classes = [MultiPartParser]

    @extend_schema(
        operation_id="bring_in",
        request={"multipart/form-data": shapes.BringShape},
        responses={200: shapes.BroughtInShape, 400: NotWrittenShape, 403: NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        require(request.user, "move_everything")
        sent = request.FILES.get("file")
        form = sent.name.rpartition(".")[2].lower() if sent is not None else ""
        if form not in whole.FORMATS:
            return _unread("Choose a .jsonl or .csv file that was taken out of Stathmos.")
        if sent.size > MOST_BYTES:
            return _unread("Larger than 60 MB: bring in the rigs one by one, or restore a backup.")
        try:
            return Response(asdict(bring_in(request.user, sent.read().decode("utf-8"), form, sent.name)))
        except UnicodeDecodeError:
            return _unread("This is no text in UTF-8: nothing was brought in.")
        except arriving.NotReadable as error:
            return _unread(error.says)


def _unread(says: str) -> Response:
    return Response({"detail": says, "problems": {"file": says}}, status=400)
