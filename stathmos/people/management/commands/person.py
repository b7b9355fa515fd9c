"""``manage.py person add|role|name|password|off|on|list``: accounts from the command line; the same acts as on the page."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from stathmos.people.actions import keep_people
from stathmos.people.models import Person


class Command(BaseCommand):
    help = "Accounts: add, role, name, password, off, on, list. The first account of an installation is a manager's."

    def add_arguments(self, parser: CommandParser) -> None:
        acts = parser.add_subparsers(dest="act", required=True)
        acts.add_parser("list", help="everybody who has an account")
        for act, says in (
            ("add", "a new account; its password is shown once, and changed at the first sign-in"),
            ("role", "another role"),
            ("name", "another name as shown"),
            ("password", "a new password, shown once; every session of theirs ends"),
            ("off", "switch an account off; every session of it ends"),
            ("on", "switch it on again"),
        ):
            one = acts.add_parser(act, help=says)
            one.add_argument("username")
            if act == "add":
                one.add_argument("--name", default="", help="as shown; else the user name")
                one.add_argument("--role", choices=Person.Role.values, default=Person.Role.ADVISOR)
            elif act == "role":
                one.add_argument("role", choices=Person.Role.values)
            elif act == "name":
                one.add_argument("name")

    def handle(self, *args: Any, act: str, **told: Any) -> None:
        try:
            getattr(self, f"_{act}")(
                **{key: told[key] for key in ("username", "name", "role") if told.get(key) is not None}
            )
        except keep_people.NotDone as error:
            raise CommandError(" ".join(error.problems.values())) from error

    def _one(self, username: str) -> Person:
        found = Person.objects.filter(username=username).first()
        if found is None:
            raise CommandError(f"Nobody here has the user name “{username}”. All of them: manage.py person list")
        return found

    def _says(self, text: str) -> None:
        self.stdout.write(text)

    def _add(self, username: str, role: str, name: str = "") -> None:
        made, password = keep_people.add(None, username, name or username, role)
        self._says(f"{made.called}, {made.get_role_display()}, signs in as {made.username} with the password")
        self._says(f"    {password}")
        self._says("It is shown only now, holds for 7 days, and is changed at the first sign-in.")

    def _role(self, username: str, role: str) -> None:
        one = keep_people.change_role(None, self._one(username).pk, None, role)
        self._says(f"{one.called} is now {one.get_role_display()}.")

    def _name(self, username: str, name: str) -> None:
        one = keep_people.call(None, self._one(username).pk, None, name)
        self._says(f"{one.username} is now shown as {one.called}.")

    def _password(self, username: str) -> None:
        one, password = keep_people.give_password(None, self._one(username).pk, None)
        self._says(f"{one.called} signs in as {one.username} with the password")
        self._says(f"    {password}")
        self._says(
            "It is shown only now, holds for 7 days, and is changed at the first sign-in. All their sessions have ended."
        )

    def _off(self, username: str) -> None:
        one = keep_people.switch(None, self._one(username).pk, None, False)
        self._says(f"{one.called} is switched off; all their sessions have ended.")

    def _on(self, username: str) -> None:
        one = keep_people.switch(None, self._one(username).pk, None, True)
        self._says(f"{one.called} may sign in again.")

    def _list(self) -> None:
        for one in Person.objects.order_by("username"):
            self._says(
                f"{one.username:<20} {one.get_role_display():<16} {'on ' if one.is_active else 'off'}  {one.called}"
            )
