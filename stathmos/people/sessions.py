"""How long a session holds: while somebody works, and a while after; by role, and never longer than a day's work."""

from __future__ import annotations

import time
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import login, logout
from django.contrib.sessions.models import Session
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from stathmos.people import throttle
from stathmos.people.models import Person

BEGAN, RENEWED = "began", "renewed"
#: so many expired ones are purged when somebody signs in
PURGED = 500


def client_address(request: HttpRequest) -> str:
    """Where a request comes from: as the outermost of our own proxies saw it, else the connection's own end."""
    passed = [part.strip() for part in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",") if part.strip()]
    ours = settings.PROXIES
    if ours and len(passed) >= ours:
        return passed[-ours][:64]
    return request.META.get("REMOTE_ADDR", "")


def idle_seconds(person: Person) -> int:
    """After so long without a request a session of this person ends."""
    return settings.IDLE_MINUTES[person.role] * 60


def begin(request: HttpRequest, person: Person) -> None:
    """A session of this person's, and what is expired purged."""
    login(request, person)
    now = int(time.time())
    request.session[BEGAN] = request.session[RENEWED] = now
    request.session.set_expiry(idle_seconds(person))
    expired = Session.objects.filter(expire_date__lt=timezone.now()).values_list("pk", flat=True)[:PURGED]
    Session.objects.filter(pk__in=list(expired)).delete()
    throttle.tidy()


def go_on(request: HttpRequest) -> None:
    """This person's session goes on here, as a new one, after all of theirs were ended."""
    login(request, request.user)


def idle_end(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Ends a session that was left alone too long, or is too old; renews it while it is used."""

    def with_idle_end(request: HttpRequest) -> HttpResponse:
        if request.path.startswith("/api/") and request.user.is_authenticated:
            _looked_after(request)
        return answer(request)

    return with_idle_end


def _looked_after(request: HttpRequest) -> None:
    now, idle, session = int(time.time()), idle_seconds(request.user), request.session
    began, renewed = session.setdefault(BEGAN, now), session.setdefault(RENEWED, now)
    if now - renewed > idle or now - began > settings.SESSION_HOURS * 3600:
        logout(request)
    elif now - renewed > idle / 10 or now < renewed:
        session[RENEWED] = now
        session.set_expiry(idle)
