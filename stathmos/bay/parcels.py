"""A parcel of readings as it is sent, and the answer to it."""

from __future__ import annotations

from collections.abc import Callable

from rest_framework.request import Request
from rest_framework.response import Response

from stathmos.bay import shapes
from stathmos.bay.actions.write_parcel import Parcel, WrittenBetween
from stathmos.people.models import Person
from stathmos.people.strict import taken
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Rig
from stathmos.rigs.record import rig_or_404


def written_parcel(
    request: Request,
    pk: int,
    write: Callable[[int, Person, Parcel], Rig],
    told: Callable[[Rig, Person], dict],
) -> Response:
    """What was sent, written by a verb and told; or why not."""
    rig_or_404(pk)
    sent = taken(shapes.ParcelShape, request.data, "This parcel of readings cannot be read.")
    try:
        rig = write(pk, request.user, Parcel(sent["key"], request.data["entries"], sent.get("seen", {})))
    except NotWritten as error:
        said = " ".join(error.problems.values())
        return Response({"detail": f"Not written. {said}", "problems": error.problems}, status=400)
    except WrittenBetween as between:
        detail = "Somebody else wrote this meanwhile. Choose which stands."
        return Response({"detail": detail, "theirs": between.theirs}, status=409)
    return Response(told(rig, request.user))
