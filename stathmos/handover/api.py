"""Addresses of the hand-over: the drill and what hinders, the signature, the cards as PDF."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core import handover, units
from stathmos.core.hitch_drawing import draw
from stathmos.core.report import handover as report
from stathmos.core.report import written
from stathmos.handover import shapes
from stathmos.handover.actions.hand_over import hand_over
from stathmos.handover.models import Card
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.strict import taken
from stathmos.rigs import assessing
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.models import Rig
from stathmos.rigs.record import record_of, rig_or_404, stale_answer
from stathmos.rigs.shapes import NotWrittenShape, StaleShape
from stathmos.rigs.signatures import bay_signature


def _told(rig: Rig, person: Person) -> dict:
    rig.hold()
    house = the_house()
    read, fitted = assessing.fit_rig(rig, house)
    return {
        "rig": record_of(rig, person, house),
        **written(report.tree(handover.hand_over(read, fitted, bay_signature(rig, house)))),
        "elevation": report.elevation(fitted.now.elevation),
        "hitch": written(report.hitch_drawing(draw(fitted.hitch))),
        "cards": [
            {
                "number": one.number,
                "by": one.handed_over_by.called,
                "at": one.handed_over_at,
                "inspect_by": one.inspect_by,
                "version": one.version,
            }
            for one in rig.cards.select_related("handed_over_by").order_by("-number")
        ],
    }


class HandOverView(APIView):
    """The hand-over of one rig."""

    @extend_schema(operation_id="handover", responses=shapes.HandOverShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(_told(rig_or_404(pk), request.user))

    @extend_schema(
        operation_id="hand_over",
        request=shapes.VersionShape,
        responses={200: shapes.HandOverShape, 400: NotWrittenShape, 403: NotWrittenShape, 409: StaleShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        rig_or_404(pk)
        told = taken(shapes.VersionShape, request.data, "Send the version that was read.")
        try:
            hand_over(pk, request.user, told["version"])
        except NotWritten as error:
            said = " ".join(error.problems.values())
            return Response({"detail": f"Not handed over. {said}", "problems": error.problems}, status=400)
        except Stale as stale:
            return stale_answer(
                stale, request.user, "Not handed over: {who} saved this rig after you opened it. Read it again first."
            )
        return Response(_told(rig_or_404(pk), request.user))


class CardView(APIView):
    """One card as it was made, on one page."""

    @extend_schema(
        operation_id="card_pdf",
        parameters=[
            OpenApiParameter("units", enum=list(units.SYSTEMS), required=False),
            OpenApiParameter("page", enum=["letter", "phone"], required=False),
        ],
        responses={(200, "application/pdf"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, pk: int, number: int) -> HttpResponse:
        card = Card.objects.filter(rig_id=pk, number=number).first()
        on_phone = request.query_params.get("page") == "phone"
        if card is None or (on_phone and "hook_up" not in card.content):
            raise Http404
        system = request.query_params.get("units", "us")
        from stathmos.handover import card as paper  # with all that draws pages: 41 MB that no other answer wants

        draw_page = paper.phone_pdf if on_phone else paper.pdf
        drawn = draw_page(card.content, system if system in units.SYSTEMS else "us")
        answer = HttpResponse(drawn, content_type="application/pdf")
        answer["Content-Disposition"] = f'inline; filename="card-{pk}-{number}.pdf"'
        return answer
