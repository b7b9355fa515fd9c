"""Addresses of the bay: what was measured and what to do next, and parcels of readings."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.bay import shapes
from stathmos.bay.actions.write_in_bay import write_in_bay
from stathmos.bay.parcels import written_parcel
from stathmos.core.bay.prove import torque
from stathmos.core.report import bay as report
from stathmos.core.report import written
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import read_entry
from stathmos.core.units import UnreadableError
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.strict import taken
from stathmos.rigs import assessing
from stathmos.rigs.models import Rig
from stathmos.rigs.record import record_of, rig_or_404
from stathmos.rigs.shapes import NotWrittenShape


def told(rig: Rig, person: Person) -> dict:
    """The rig, and all that the bay can say of it."""
    rig.hold()
    house = the_house()
    _, fitted = assessing.fit_rig(rig, house)
    return {"rig": record_of(rig, person, house), "bay": written(report.tree(fitted))}


class BayView(APIView):
    """One rig in the bay."""

    @extend_schema(operation_id="bay", responses=shapes.BayShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(told(rig_or_404(pk), request.user))

    @extend_schema(
        operation_id="write_in_bay",
        request=shapes.ParcelShape,
        responses={200: shapes.BayShape, 400: NotWrittenShape, 403: NotWrittenShape, 409: shapes.BetweenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        return written_parcel(request, pk, write_in_bay, told)


class ExtensionView(APIView):
    """What a torque wrench is set to with the in-line extension at hand."""

    @extend_schema(
        operation_id="extension",
        request=shapes.ExtensionShape,
        responses={200: shapes.ReachShape, 400: NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        sent = taken(shapes.ExtensionShape, request.data, "Say which joint, which wrench and how long.")
        house = the_house()
        _, fitted = assessing.fit_rig(rig_or_404(pk), house)
        bolt = next((one for one in fitted.proved.torque if one.joint == sent["joint"]), None)
        wrench = next((one for one in house.shelf.stock.wrenches if one.name == sent["wrench"]), None)
        if bolt is None or wrench is None:
            return _unread({"wrench": "There is no such joint on this rig, or no such wrench in the catalogue."})
        entry = {"is": sent["extension"], "from": "measured", "system": sent["system"]}
        try:
            length = read_entry(entry, entry_at(f"torque.{bolt.key}.extension"), "extension")
        except UnreadableError as error:
            return _unread({"extension": str(error)})
        if length is None:
            return _unread({"extension": "Write how long the extension is."})
        return Response(written(report.reach(torque.with_extension(bolt.target, wrench, length))))


def _unread(problems: dict[str, str]) -> Response:
    return Response({"detail": " ".join(problems.values()), "problems": problems}, status=400)
