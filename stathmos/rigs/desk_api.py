"""The address of the first answer's second question: which trailers may it be."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import Trailer
from stathmos.catalogue.yard import yard
from stathmos.core import desk, units
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
            draft = drafts.read(request.data)
            limits = wanted.limits(request.data)
        except NotWritten as error:
            return Response(
                {"detail": "Nothing can be said: something cannot be read.", "problems": error.problems}, status=400
            )
        there = wanted.within(yard(), limits)
        wrong = tuple(one["place"] for one in drafts.problems(draft))
        found = desk.which(draft.rig_file.rig, draft.now.rules, draft.rig_file.stock, there.trailers, wrong)
        places = [place for state in (desk.FITS, desk.HANGS) for place in found.first(state, TOLD)]
        items = Trailer.objects.in_bulk([int(there.keys[place]) for place in places])
        rows = [
            _row(items[int(there.keys[place])], found, place) for place in places if int(there.keys[place]) in items
        ]
        counts = [{"state": state, "count": count} for state, count in found.counted().items()]
        told = {"unread": [name_at(path) for path in found.unread], "problems": drafts.problems(draft)}
        return Response({"counts": counts, "rows": rows, **told})


def _row(item: Trailer, found: desk.Which, place: int) -> dict:
    used = float(found.used[place])
    return {
        "name": item.name,
        "state": found.told(place),
        "used": None if used != used else used,
        "used_text": None if used != used else units.write(used, units.SHARE, "us", "up"),
        "weakest": found.links[int(found.weakest[place])] if found.links else "",
        **offered.told(item),
    }
