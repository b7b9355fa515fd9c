"""Refusals as data: every one has ``detail``, what is wrong in words."""

import logging

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError, OperationalError
from django.http import HttpRequest, JsonResponse
from rest_framework import status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from stathmos.people.roles import NotAllowed

_log = logging.getLogger(__name__)


def handle(error: Exception, context: dict) -> Response | None:
    """What DRF knows it answers; a database out of reach is 503, in words, not a trace."""
    known = exception_handler(error, context)
    if known is not None:
        return known
    if isinstance(error, NotAllowed):
        return Response({"detail": str(error), "problems": {}}, status=status.HTTP_403_FORBIDDEN)
    if isinstance(error, RequestDataTooBig):
        return Response({"detail": "More was sent than a rig can hold. Nothing was saved."}, status=413)
    if isinstance(error, OperationalError):
        _log.error("database out of reach: %s", error)
        return Response(
            {"detail": "The database does not answer. What you typed is still on your screen; try again in a moment."},
            status=status.HTTP_503_SERVICE_UNAVAILABLE,
        )
    if isinstance(error, DatabaseError):
        _log.exception("the database refused a write")
        return Response(
            {"detail": "The database refused this. Nothing was saved; what you typed is kept on your screen."},
            status=400,
        )
    return None


def without_the_token(request: HttpRequest, reason: str = "") -> JsonResponse:
    """A write that did not come from our own page."""
    return JsonResponse(
        {"detail": "This did not come from a page of Stathmos that is open here: load the page again.", "problems": {}},
        status=403,
    )
