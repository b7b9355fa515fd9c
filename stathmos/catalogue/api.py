"""The catalogue for the screens: what may be picked, each with its figures as a rig takes them over."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import Ball, HitchKit, Shank, TowVehicle, Trailer
from stathmos.catalogue.shapes import EntryShape


class PickShape(serializers.Serializer):
    """A vehicle or a trailer that may be picked."""

    name = serializers.CharField()
    entries = serializers.DictField(child=EntryShape())


class CatalogueShape(serializers.Serializer):
    vehicles = PickShape(many=True)
    trailers = PickShape(many=True)
    kits = serializers.ListField(child=serializers.CharField())
    shanks = serializers.ListField(child=serializers.CharField())
    balls = serializers.ListField(child=serializers.CharField())


class CatalogueView(APIView):
    @extend_schema(operation_id="catalogue", responses=CatalogueShape)
    def get(self, request: Request) -> Response:
        def picks(kind) -> list[dict]:
            return [{"name": item.name, "entries": item.as_entries()} for item in kind.objects.filter(retired=False)]

        def names(kind) -> list[str]:
            return list(kind.objects.filter(retired=False).values_list("name", flat=True))

        return Response(
            {
                "vehicles": picks(TowVehicle),
                "trailers": picks(Trailer),
                "kits": names(HitchKit),
                "shanks": names(Shank),
                "balls": names(Ball),
            }
        )
