"""Refusals as data: every one has ``detail``, what is wrong in words. Nothing of the API is ever a page."""

import logging

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError, InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse
from rest_framework import status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from stathmos.database import trouble
from stathmos.people.roles import NotAllowed
from stathmos.people.strict import Unfit

_log = logging.getLogger(__name__)
TOO_MUCH = "More was sent than a rig can hold. Nothing was saved."


def handle(error: Exception, context: dict) -> Response | None:
    """What DRF knows it answers; what the database cannot do is told in words, not in a trace."""
    if isinstance(error, Unfit):
        return Response({"detail": str(error.detail), "problems": error.problems}, status=error.status_code)
    known = exception_handler(error, context)
    if known is not None:
        return known
    if isinstance(error, NotAllowed):
        return Response({"detail": str(error), "problems": {}}, status=status.HTTP_403_FORBIDDEN)
    if isinstance(error, RequestDataTooBig):
        return Response({"detail": TOO_MUCH, "problems": {}}, status=413)
    if isinstance(error, (OperationalError, InterfaceError)):
        return _not_now(error)
    if isinstance(error, DatabaseError):
        found = trouble.BY_NUMBER.get(trouble.number_of(error))
        if found is not None:
            return _not_now(error)
        _log.exception("the database refused a write")
        return Response(
            {
                "detail": "The database refused this. Nothing was saved; what you typed is kept on your screen.",
                "problems": {},
            },
            status=400,
        )
    return None


def _not_now(error: DatabaseError) -> Response:
    found = trouble.of(error)
    _log.error("the database cannot (%s): %s", found.key, error)
    trouble.remember(found)
    return Response({"detail": found.says, "problems": {}}, status=503, headers={"Retry-After": "2"})


def _told(request: HttpRequest, detail: str, number: int) -> HttpResponse:
    if request.path.startswith("/api/"):
        return JsonResponse({"detail": detail, "problems": {}}, status=number)
    return HttpResponse(detail, status=number, content_type="text/plain; charset=utf-8")


def without_the_token(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A write that did not come from our own page."""
    return _told(request, "This did not come from a page of Stathmos that is open here: load the page again.", 403)


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    """What Django will not read: a host that is not ours, a body that is none."""
    return _told(request, "This cannot be read.", 400)


def forbidden(request: HttpRequest, exception: Exception) -> HttpResponse:
    """What Django will not do."""
    return _told(request, "This may not be done.", 403)


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """No such address."""
    return _told(request, "There is no such address.", 404)


def failed(request: HttpRequest) -> HttpResponse:
    """A fault of the program's own: its trace is in the log."""
    return _told(
        request, "Something went wrong here, and it is in the log. What you typed is still on your screen.", 500
    )
