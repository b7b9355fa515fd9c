"""What is looked at before, and put on every answer after."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse

from stathmos.database import trouble
from stathmos.web.errors import TOO_MUCH

#: Nothing is fetched from anywhere but here; styles may be set by script, as the interface's theme does.
_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'"
#: whose an answer is, by the number of the account: a tablet keeps it apart from everybody else's
WHOSE = "Stathmos-Whose"

Answering = Callable[[HttpRequest], HttpResponse]


def headers(answer: Answering) -> Answering:
    def with_headers(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
            if request.user.is_authenticated:
                response.headers[WHOSE] = str(request.user.pk)
        return response

    return with_headers


def before_anything(answer: Answering) -> Answering:
    """Another host's name is refused, but for the health address, which proxies ask by number; a body over the limit is
    refused before it is read; and nothing is answered while a backup is being put back.
    """

    def looked_at(request: HttpRequest) -> HttpResponse:
        if request.path != "/health/":
            request.get_host()  # raises for a name that is not ours
        if not request.path.startswith("/api/"):
            return answer(request)
        length = request.META.get("CONTENT_LENGTH") or "0"
        most = settings.MOST_BYTES_OF.get(request.path, settings.DATA_UPLOAD_MAX_MEMORY_SIZE)
        if not length.isdigit() or int(length) > most:
            refused = JsonResponse({"detail": TOO_MUCH, "problems": {}}, status=413)
            refused.headers["Connection"] = "close"
            return refused
        if trouble.is_restoring():
            return JsonResponse(
                {"detail": trouble.RESTORING.says, "problems": {}}, status=503, headers={"Retry-After": "10"}
            )
        return answer(request)

    return looked_at
