"""Two saves at one time, and a database that does not answer."""

import json
import threading
from unittest import mock

from django.db import OperationalError, connection
from django.test import Client, TransactionTestCase

from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, Stale, write_rig
from stathmos.rigs.models import Reading, Rig
from tests import demo_yard
from tests.truncating import Truncating
from tests.web.signed_in import WithDemo, measured


class AtOneTime(Truncating, TransactionTestCase):
    def setUp(self) -> None:
        demo_yard.put()
        self.rig = Rig.objects.get(customer="Haldis Okonjo")

    def test_of_many_saves_on_one_version_exactly_one_is_written(self) -> None:
        thea = Person.objects.get(username="thea")
        ready = threading.Barrier(6)
        outcomes: list[str] = []

        def save(number: int) -> None:
            ready.wait()
            try:
                write_rig(self.rig.pk, thea, 1, Change({}, {"loads.bed.weight": measured(f"{100 + number} lb")}))
                outcomes.append("written")
            except Stale:
                outcomes.append("stale")
            finally:
                connection.close()

        threads = [threading.Thread(target=save, args=(number,)) for number in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(outcomes), ["stale"] * 5 + ["written"])
        self.rig.refresh_from_db()
        self.assertEqual(self.rig.version, 2)
        self.assertEqual(Reading.objects.filter(rig=self.rig, path="loads.bed.weight").count(), 2)


class DatabaseGone(WithDemo):
    def test_it_is_said_in_words_and_not_as_a_fault(self) -> None:
        gone = mock.patch("stathmos.rigs.drafts.the_house", side_effect=OperationalError(2002, "gone"))
        with gone, self.assertLogs("stathmos.web.errors", "ERROR"):
            status, said = self.ask("POST", "assess/", {"entries": {}})
        self.assertEqual(status, 503)
        self.assertIn("What you typed is still on your screen", said["detail"])

    def test_health_says_so(self) -> None:
        with mock.patch("stathmos.web.pages.connection") as broken:
            broken.cursor.side_effect = OperationalError(2002, "gone")
            answer = Client().get("/health/")
        self.assertEqual(
            (answer.status_code, json.loads(answer.content)), (503, {"database": "does not answer", "trouble": "lost"})
        )


class Catalogue(WithDemo):
    def test_a_retired_part_is_not_offered_and_the_rig_keeps_its_figures(self) -> None:
        from stathmos.catalogue.models import TowVehicle

        rig = self.rig_of("Haldis Okonjo")
        TowVehicle.objects.filter(name=rig.vehicle_name).update(retired=True, gvwr=3000)
        _, told = self.ask("GET", "catalogue/vehicles/picks/")
        self.assertNotIn(rig.vehicle_name, [pick["name"] for pick in told["picks"]])
        _, record = self.ask("GET", f"rigs/{rig.pk}/")
        self.assertEqual(record["entries"]["vehicle.gvwr"]["is"], "8150 lb")

    def test_picks_carry_provenance_by_kind_of_figure(self) -> None:
        _, told = self.ask("GET", "catalogue/trailers/picks/?name=Larkmere+28")
        trailer = told["picks"][0]["entries"]
        self.assertEqual(trailer["gvwr"], {"is": "9400 lb", "from": "label", "system": "us"})
        self.assertEqual(trailer["brochure_tongue"]["from"], "brochure")
        self.assertEqual(
            trailer["coupler_height"], {"is": "23 1/2 in", "from": "measured", "system": "us", "datum": "top"}
        )
