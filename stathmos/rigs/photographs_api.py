"""Addresses of photographs: keeping one with a reading, and looking at it."""

from __future__ import annotations

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.people.strict import taken
from stathmos.rigs import shapes
from stathmos.rigs.actions.keep_photograph import keep_photograph
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Photograph
from stathmos.rigs.record import photographs_of, rig_or_404


class PhotographsView(APIView):
    """The photographs of a rig's readings."""

    @extend_schema(
        operation_id="keep_photograph",
        request=shapes.PhotographShape,
        responses={200: shapes.PhotographsShape, 400: shapes.NotWrittenShape, 403: shapes.NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        rig_or_404(pk)
        sent = taken(shapes.PhotographShape, request.data, "This photograph cannot be kept.")
        try:
            rig = keep_photograph(pk, request.user, sent["key"], sent["path"], sent["image"])
        except NotWritten as error:
            said = " ".join(error.problems.values())
            return Response({"detail": f"Not kept. {said}", "problems": error.problems}, status=400)
        return Response({"photographs": photographs_of(rig)})


class PhotographView(APIView):
    """One photograph."""

    @extend_schema(operation_id="photograph", responses={(200, "image/jpeg"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int, number: int) -> HttpResponse:
        found = Photograph.objects.filter(pk=number, reading__rig=pk).first()
        if found is None:
            raise Http404
        return HttpResponse(found.picture, content_type="image/jpeg", headers={"X-Content-Type-Options": "nosniff"})
