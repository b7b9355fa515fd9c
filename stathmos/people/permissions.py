"""Who is let in at all: somebody who is signed in, by a password of their own."""

from __future__ import annotations

from typing import TYPE_CHECKING

from rest_framework.permissions import IsAuthenticated

from stathmos.people.roles import NotAllowed

if TYPE_CHECKING:  # the framework reads its settings, and so this, while it is still being imported
    from rest_framework.request import Request
    from rest_framework.views import APIView


class AtWork(IsAuthenticated):
    """Signed in, and not by a password that somebody else knows."""

    def has_permission(self, request: Request, view: APIView) -> bool:
        if not super().has_permission(request, view):
            return False
        if request.user.must_choose:
            raise NotAllowed("Choose a password of your own first: the one you have was given to you.")
        return True
