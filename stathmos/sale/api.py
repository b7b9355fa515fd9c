"""Addresses of customers' sheets: what one would say now, making one, the ones that were made, as PDF."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core import units
from stathmos.house.models import the_dealer, the_house
from stathmos.people.models import Person
from stathmos.people.roles import may
from stathmos.people.strict import taken
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.models import Rig
from stathmos.rigs.record import rig_or_404, stale_answer
from stathmos.rigs.shapes import NotWrittenShape, StaleShape
from stathmos.sale import shapes, sheets
from stathmos.sale.actions.make_sheet import make_sheet
from stathmos.sale.models import Sheet


def _told(rig: Rig, person: Person) -> dict:
    rig.hold()
    house, dealer, today = the_house(), the_dealer(), timezone.localdate()
    now = sheets.of_the_rig(rig, house)
    stands_on, asked = sheets.fingerprint(now), sheets.trailer_price(rig)
    return {
        "version": rig.version,
        "now": now,
        "quote": sheets.shown_quote(sheets.quoted(rig, house, dealer, asked, True, ()), dealer),
        "dealer": {"name": dealer.name, "address": dealer.address},
        "valid_days": dealer.valid_days,
        "trailer_price": None if asked is None else str(asked),
        "may_make": may(person, "decide"),
        "made": [
            {
                "number": one.number,
                "called": one.called,
                "by": one.made_by.called,
                "at": one.made_at,
                "version": one.version,
                "valid_until": one.valid_until,
                "total": sheets.kept_total(one.content),
                "changed": one.stands_on != stands_on,
                "over": one.valid_until < today,
            }
            for one in rig.sheets.select_related("made_by").order_by("-number")
        ],
    }


class SheetsView(APIView):
    """The customer's sheets of one rig."""

    @extend_schema(operation_id="sheets", responses=shapes.SheetsShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(_told(rig_or_404(pk), request.user))

    @extend_schema(
        operation_id="make_sheet",
        request=shapes.SheetAskShape,
        responses={200: shapes.SheetsShape, 400: NotWrittenShape, 403: NotWrittenShape, 409: StaleShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        rig_or_404(pk)
        asked = _asked(shapes.SheetAskShape, request, "No sheet was made: something cannot be read.")
        try:
            make_sheet(pk, request.user, **asked)
        except NotWritten as error:
            said = " ".join(error.problems.values())
            return Response({"detail": f"No sheet was made. {said}", "problems": error.problems}, status=400)
        except Stale as stale:
            return stale_answer(
                stale, request.user, "No sheet was made: {who} saved this rig after you opened it. Read it again first."
            )
        return Response(_told(rig_or_404(pk), request.user))


class QuoteView(APIView):
    """What the quote of a rig would come to; nothing is made."""

    @extend_schema(
        operation_id="quote",
        request=shapes.QuoteAskShape,
        responses={200: shapes.QuoteShape, 400: NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        rig = rig_or_404(pk)
        asked = _asked(shapes.QuoteAskShape, request, "Nothing can be quoted: something cannot be read.")
        rig.hold()
        dealer = the_dealer()
        return Response(sheets.shown_quote(sheets.quoted(rig, the_house(), dealer, **asked), dealer))


def _asked(shape: type, request: Request, unread: str) -> dict:
    asked = taken(shape, request.data, unread)
    return {**asked, "extras": [sheets.Extra(**one) for one in asked["extras"]]}


class SheetView(APIView):
    """One sheet as PDF, as it was made; it says so when what it stands on has changed since."""

    @extend_schema(
        operation_id="sheet_pdf",
        parameters=[OpenApiParameter("units", enum=units.SYSTEMS, required=False)],
        responses={(200, "application/pdf"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, pk: int, number: int) -> HttpResponse:
        found = Sheet.objects.filter(rig_id=pk, number=number).select_related("rig").first()
        if found is None:
            raise Http404
        system = request.query_params.get("units", "us")
        rig = rig_or_404(pk)
        rig.hold()
        changed = found.stands_on != sheets.fingerprint(sheets.of_the_rig(rig, the_house()))
        from stathmos.sale import paper  # with all that draws pages: 41 MB that no other answer wants

        drawn = paper.pdf(
            found.content, found.called, found.version, system if system in units.SYSTEMS else "us", changed
        )
        answer = HttpResponse(drawn, content_type="application/pdf")
        answer["Content-Disposition"] = f'inline; filename="sheet-{found.called}.pdf"'
        return answer
