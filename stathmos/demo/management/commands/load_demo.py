"""``manage.py load_demo``: the demo data, once, and only into an empty database."""

from typing import Any

from django.core.management.base import BaseCommand

from stathmos.demo import loading


class Command(BaseCommand):
    help = "Load the demo data into an empty database; leaves any other alone."

    def handle(self, *args: Any, **options: Any) -> None:
        if not loading.untouched():
            self.stdout.write("The database holds data already; the demo is left out.")
            return
        loading.load()
        self.stdout.write("Demo data loaded.")
