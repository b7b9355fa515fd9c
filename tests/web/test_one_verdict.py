"""One rig, one verdict: the floor, the rig's page, what is saved of it and its own file at the command line say the same."""

from __future__ import annotations

import contextlib
import io
import json
import tempfile
from pathlib import Path

from django.core.management import call_command

from stathmos.house.models import the_house
from stathmos.rigs.assessing import assess_rig
from stathmos.rigs.models import Rig
from tests.web import a_fit
from tests.web.signed_in import WithDemo

WORST = ("good", "caution", "unknown", "refused")
EXITS = {0: ("good", "caution"), 3: ("unknown",), 4: ("refused",)}


class OneVerdict(WithDemo):
    def bay(self, *parts: dict) -> Rig:
        rig, bram = self.rig_of(a_fit.CUSTOMER), self.signed_in("bram")
        for entries in parts:
            status, told = self.ask("POST", f"rigs/{rig.pk}/bay/", a_fit.parcel(entries), bram)
            self.assertEqual(status, 200, told)
        return Rig.objects.get(pk=rig.pk)

    def said(self, rig: Rig) -> dict[str, str]:
        """What each place says of it."""
        _, floor = self.ask("GET", "rigs/")
        strip = next(one for one in floor["strips"] if one["id"] == rig.pk)
        typed = {"rig": rig.pk, "entries": rig.entries(), "station": "hitch", "system": "us"}
        _, draft = self.ask("POST", "assess/", typed)
        _, document = self.ask("GET", f"rigs/{rig.pk}/file/")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "rig.json"
            path.write_text(json.dumps(document), "utf-8")
            code = 0
            with contextlib.redirect_stdout(io.StringIO()):
                try:
                    call_command("assess", str(path), stdout=io.StringIO())
                except SystemExit as ended:
                    code = int(ended.code or 0)
        return {
            "floor": strip["verdict"]["state"],
            "page": draft["assessment"]["verdict"]["state"],
            "stages": max(
                (
                    one["state"]
                    for one in strip["verdict"]["stages"]
                    if one["key"] == "desk" or one["state"] == "refused"
                ),
                key=WORST.index,
            ),
            "saved": assess_rig(rig, the_house()).verdict.state,
            "file": next(iter(set(EXITS[code]) & {strip["verdict"]["state"]}), f"exit {code}"),
        }

    def test_what_the_bay_finds_over_is_not_fit_everywhere(self) -> None:
        begun = (a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B)
        self.assertEqual(set(self.said(self.bay(*begun)).values()), {"good"})
        # the front buried, far more than full
        rig = self.bay(a_fit.trial(1, 7, "36 1/2", "39 1/2", "20 1/4"))
        self.assertEqual(set(self.said(rig).values()), {"refused"})
        # and put right: what is still open in the bay is due when it is handed over
        self.assertEqual(set(self.said(self.bay(a_fit.TRIAL_2)).values()), {"good"})
