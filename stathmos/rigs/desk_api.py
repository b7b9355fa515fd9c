"""The address of the first answer's second question: which trailers may it be."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import Trailer
from stathmos.catalogue.yard import yard
from stathmos.core import desk, report, units
from stathmos.core.rig import name_at
from stathmos.rigs import drafts, offered, shapes, wanted
from stathmos.rigs.actions.write_rig import NotWritten

#: so many trailers of each state are told of
TOLD = 8


class WhichTrailersView(APIView):
    """Every trailer on offer against the vehicle as far as it is read: which hold whatever is read, which hang on it."""

    @extend_schema(
        operation_id="which_trailers",
        request=shapes.WhichAskShape,
        responses={200: shapes.WhichTrailersShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        try:
            draft, system = drafts.read(request.data), wanted.system_of(request.data)
            limits = wanted.limits(request.data)
        except NotWritten as error:
            return Response(
                {"detail": "Nothing can be said: something cannot be read.", "problems": error.problems}, status=400
            )
        there = wanted.within(yard(), limits)
        problems = drafts.problems(draft, system)
        wrong = tuple(one["place"] for one in problems)
        found = desk.which(draft.rig_file.rig, draft.now.rules, draft.rig_file.stock, there.trailers, wrong)
        places = [place for state in (desk.FITS, desk.HANGS) for place in found.first(state, TOLD)]
        items = Trailer.objects.in_bulk([int(there.keys[place]) for place in places])
        rows = [
            _row(items[int(there.keys[place])], found, place) for place in places if int(there.keys[place]) in items
        ]
        counts = [{"state": state, "count": count} for state, count in found.counted().items()]
        told = {
            "unread": [name_at(path) for path in found.unread],
            "waited_for": [name_at(path) for path in found.waited_for],
            "problems": problems,
        }
        return Response({"counts": counts, "rows": rows, **told})


def _row(item: Trailer, found: desk.Which, place: int) -> dict:
    used, left = float(found.used[place]), float(found.left[place])
    return {
        "name": item.name,
        "state": found.told(place),
        "distributing": bool(found.distributing[place]),
        "used": None if used != used else used,
        "used_text": None if used != used else units.write(used, units.SHARE, "us", "up"),
        "weakest": str(found.weakest[place]),
        "left": None if left != left else report.in_both(max(0.0, left), units.WEIGHT, "down"),
        **offered.told(item),
    }
