"""The address of a complaint's what-if: the saved rig with a load further forward, towed slower, friction on. Nothing is saved."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core import report, sway
from stathmos.core.units import LENGTH, MM_PER_FT, SPEED, UnreadableError, parse, write
from stathmos.house.models import the_house
from stathmos.people.strict import taken
from stathmos.rigs import assessing, shapes
from stathmos.rigs.record import rig_or_404

_REFUSED = "This cannot be asked: something cannot be read."
FURTHEST = 30 * MM_PER_FT


class SwayView(APIView):
    """How the rig swings as planned, and as asked."""

    @extend_schema(
        operation_id="sway",
        request=shapes.SwayAskShape,
        responses={200: shapes.SwayWhatIfShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        asked = taken(shapes.SwayAskShape, request.data, _REFUSED)
        system = asked.get("system", "us")
        problems: dict[str, str] = {}
        forward = _read(asked, "forward", LENGTH, system, 0.0, FURTHEST, problems)
        speed = _read(asked, "speed", SPEED, system, sway.USUAL_SPEED, sway.FASTEST, problems)
        slower = _read(asked, "slower", SPEED, system, 0.0, speed, problems)
        if problems:
            return Response({"detail": _REFUSED, "problems": problems}, status=400)
        assessment = assessing.assess_rig(rig_or_404(pk), the_house())
        wanted = sway.Asked(
            load=asked.get("load", ""),
            forward=forward,
            speed=speed,
            slower=slower,
            friction=asked.get("friction", False),
        )
        return Response(report.written(report.swing_what_if(assessment, wanted), (system,)))


def _read(
    asked: dict, name: str, dimension: str, system: str, usual: float, most: float, problems: dict[str, str]
) -> float:
    """One figure as typed, in the core's unit; the usual where nothing is."""
    text = asked.get(name, "").strip()
    if not text:
        return usual
    try:
        found = parse(text, dimension, system)
    except UnreadableError as error:
        problems[name] = str(error)
        return usual
    if found > most:
        problems[name] = f"At most {write(most, dimension, system, 'down')}."
        return usual
    return found
