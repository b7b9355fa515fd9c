"""``manage.py load_demo``: the demo data, once, only into an empty database, and never in production."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from stathmos.demo import loading


class Command(BaseCommand):
    help = "Load the demo data into an empty database; leaves any other alone."

    def handle(self, *args: Any, **options: Any) -> None:
        if settings.PRODUCTION:
            raise CommandError(
                "This is a production installation: the demo's people have a password that everybody can read."
            )
        if not loading.untouched():
            self.stdout.write("The database holds data already; the demo is left out.")
            return
        loading.load()
        self.stdout.write("Demo data loaded.")
