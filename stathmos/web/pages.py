"""The two addresses that are not the API: the application's page, and the health address."""

from pathlib import Path

from django.conf import settings
from django.db import InterfaceError, OperationalError, connection
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from stathmos.database import trouble

WORKER = Path(__file__).with_name("worker.js")


@require_safe
@never_cache
@ensure_csrf_cookie
def application(request: HttpRequest, path: str = "") -> HttpResponse:
    """The single page; it holds no data, and asks the API for all it shows."""
    page = settings.FRONT_END / "index.html"
    if not page.is_file():
        return HttpResponse("The front end is not built. Run bin/start.", status=503, content_type="text/plain")
    return HttpResponse(page.read_text("utf-8"))


@require_safe
@never_cache
def worker(request: HttpRequest) -> HttpResponse:
    """The script that lets the page open on a tablet out of reach of the network; at the root, to serve all pages."""
    return HttpResponse(WORKER.read_text("utf-8"), content_type="text/javascript; charset=utf-8")


@require_safe
@never_cache
def health(request: HttpRequest) -> JsonResponse:
    """Whether this process and its database answer, for a proxy to ask; and what went wrong within the last minute."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
    except (OperationalError, InterfaceError) as error:
        return JsonResponse({"database": "does not answer", "trouble": trouble.of(error).key}, status=503)
    if trouble.is_restoring():
        return JsonResponse({"database": "answers", "trouble": trouble.RESTORING.key}, status=503)
    return JsonResponse({"database": "answers", "trouble": trouble.remembered()})
