"""Who may sign in, and whose session holds: asked by Django at every request."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth.backends import ModelBackend

from stathmos.people.models import Person


class Backend(ModelBackend):
    """Name and password; nobody who is switched off, and in production nobody of the demo."""

    def user_can_authenticate(self, user: Person) -> bool:
        return super().user_can_authenticate(user) and not (user.demo and settings.PRODUCTION)
