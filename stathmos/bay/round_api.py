"""Addresses of the label round: what is asked place by place, and parcels of what was read."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.bay import shapes
from stathmos.bay.actions.write_on_round import write_on_round
from stathmos.bay.parcels import written_parcel
from stathmos.core.label_round import label_round
from stathmos.core.report import written
from stathmos.core.report.label_round import label_round as report
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.rigs import assessing
from stathmos.rigs.models import Rig
from stathmos.rigs.record import record_of, rig_or_404
from stathmos.rigs.shapes import NotWrittenShape


def told(rig: Rig, person: Person) -> dict:
    """The rig, and the walk round it."""
    rig.hold()
    house = the_house()
    assessment = assessing.assess_rig(rig, house)
    walk = label_round(assessment.bench.rig, assessment.walk)
    return {"rig": record_of(rig, person, house), "stops": written(report(walk, assessment.mismatches))}


class RoundView(APIView):
    """The label round of one rig."""

    @extend_schema(operation_id="label_round", responses=shapes.RoundShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(told(rig_or_404(pk), request.user))

    @extend_schema(
        operation_id="write_on_round",
        request=shapes.ParcelShape,
        responses={200: shapes.RoundShape, 400: NotWrittenShape, 403: NotWrittenShape, 409: shapes.BetweenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        return written_parcel(request, pk, write_on_round, told)
