"""Headers that every answer carries."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

#: Nothing is fetched from anywhere but here; styles may be set by script, as the interface's theme does.
_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; frame-ancestors 'none'; base-uri 'self'"


def content_security_policy(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def with_policy(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        return response

    return with_policy
