"""Headers that every answer carries."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

#: Nothing is fetched from anywhere but here; styles may be set by script, as the interface's theme does.
_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'"
#: whose an answer is, by the number of the account: a tablet keeps it apart from everybody else's
WHOSE = "Stathmos-Whose"


def headers(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def with_headers(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
            if request.user.is_authenticated:
                response.headers[WHOSE] = str(request.user.pk)
        return response

    return with_headers
