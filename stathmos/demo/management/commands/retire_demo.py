"""``manage.py retire_demo``: the demo's people switched off, where somebody of the house's own can manage it."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError

from stathmos.people.actions import keep_people
from stathmos.people.models import Person


class Command(BaseCommand):
    help = "Switch off everybody who came with the demo and still has its password."

    def handle(self, *args: Any, **options: Any) -> None:
        if not Person.objects.managing().filter(demo=False).exists():
            raise CommandError(
                "Nobody but the demo's people could manage this house then. First: manage.py person add NAME --role manager"
            )
        retired = Person.objects.filter(demo=True, is_active=True).order_by("pk")
        names = [keep_people.switch(None, one.pk, None, False).username for one in retired]
        self.stdout.write(f"Switched off: {', '.join(names)}." if names else "Nobody of the demo could still sign in.")
