"""The address of the comparison: what is pinned, each put on the rig and judged whole, side by side."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import KINDS
from stathmos.core import beside, lot, quote, report
from stathmos.core.assess import assess
from stathmos.core.report.beside import beside as report_beside
from stathmos.people.strict import taken
from stathmos.rigs import assessing, drafts, shapes
from stathmos.rigs.actions.write_rig import NotWritten

TRAILER, VEHICLE, BUILD, AS_IT_IS = "trailer", "vehicle", "build", "as_it_is"
KINDS_OF_PIN = (TRAILER, VEHICLE, BUILD, AS_IT_IS)


class BesideView(APIView):
    """Up to four trailers, vehicles or builds for a rig, side by side; nothing is saved."""

    @extend_schema(
        operation_id="beside",
        request=shapes.BesideAskShape,
        responses={200: shapes.BesideShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        asked = request.data if isinstance(request.data, dict) else {}
        try:
            draft = drafts.read(request.data)
            pins = taken(
                shapes.PinsShape, {"pins": asked.get("pins")}, "Nothing can be compared: something cannot be read."
            )["pins"]
            builds = any(pin["kind"] == BUILD for pin in pins)
            sides = [_side(draft, number, pin, builds) for number, pin in enumerate(pins)]
        except NotWritten as error:
            return Response(
                {"detail": "Nothing can be compared: something cannot be read.", "problems": error.problems}, status=400
            )
        return Response(report.written(report_beside(sides)))


def _side(draft: drafts.Draft, number: int, pin: dict, builds: bool) -> beside.Side:
    """One of them; where builds are compared, it is the hitch alone that is asked for."""
    rig, stock, rules = draft.rig_file.rig, draft.rig_file.stock, draft.now.rules
    kind, name, key = pin["kind"], pin["name"], str(number)
    if kind == AS_IT_IS:
        return beside.Side(
            key, name or "As it stands", draft.assess(), Decimal("0.00") if builds else _price("trailers", name)
        )
    if kind == BUILD:
        names = {part: pin.get(part, "") for part in ("kit", "shank", "ball")}
        judged = beside.with_build(rig, names, rules, stock, assessing.unread(draft.rig_file))
        return beside.Side(key, name, judged, Decimal("0.00"), new=True)
    if kind == TRAILER:
        candidate = lot.filled(rig, drafts.picked("trailers", name), rules, rig.choice("hitch.style"))
    else:
        candidate = replace(rig, vehicle=drafts.picked("vehicles", name))
        if not rig.choice("weighing.tongue_scale") and rig.trailer.gross_weight is None:
            candidate = lot.filled(candidate, rig.trailer, rules, rig.choice("hitch.style"))
    return beside.Side(key, name, assess(candidate, rules, stock), _price(f"{kind}s", name))


def _price(kind: str, name: str) -> Decimal | None:
    """What the catalogue asks for it; a vehicle is not sold here, and has no price."""
    item = KINDS[kind].objects.filter(name=name[:200]).first()
    listed = getattr(item, "price", None)
    return None if listed is None else quote.price(listed)
