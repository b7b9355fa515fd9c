"""What the database itself refuses, and that the catalogue's columns are the core's fields."""

import importlib
from types import SimpleNamespace
from typing import Any

from django.apps import apps
from django.db import DatabaseError, IntegrityError, connection, transaction
from django.db.utils import OperationalError

from stathmos.catalogue.models import KINDS, Ball, HitchKit, Shank, TowVehicle, Trailer
from stathmos.core.rig import entries
from stathmos.demo import loading
from stathmos.rigs.actions.write_rig import Change, write_rig
from stathmos.rigs.models import Reading, Rig, SignOff
from tests.web.signed_in import WithDemo


class Columns(WithDemo):
    def test_columns_are_the_cores_fields(self) -> None:
        own = {"id", "name", "system", "retired", "version", "family", "sought", "stamp", "absent"}
        for kind in KINDS.values():
            with self.subTest(kind=kind.__name__):
                columns = {field.name for field in kind._meta.fields} - own
                self.assertEqual(columns, set(kind.described()))

    def test_catalogue_figures_reach_the_rig_unchanged(self) -> None:
        for row in loading.listed("vehicles"):
            item = TowVehicle.objects.get(name=row["name"])
            copy = loading.catalogue_item(TowVehicle, {"name": "copy", **item.as_entries()})
            for name, _ in entries(TowVehicle.core):
                self.assertEqual(getattr(copy, name), getattr(item, name), f"{item.name}: {name}")


class OlderReadings(WithDemo):
    def test_loads_at_fixed_places_are_written_again_at_their_new_paths(self) -> None:
        """What the migration does to readings written before loads had places."""
        migration = importlib.import_module("stathmos.rigs.migrations.0005_loads_have_places")
        rig = Rig.objects.create(customer="From before", advisor=Rig.objects.first().advisor)
        for revision, (path, typed) in enumerate(
            (
                ("load.bed", "90 lb"),
                ("load.bed", "110 lb"),
                ("load.trailer_cargo", "800 lb"),
                ("load.altitude", "5000 ft"),
            ),
            1,
        ):
            Reading.objects.create(
                rig=rig, path=path, revision=revision, typed=typed, system="us", provenance="assumed",
                amount=1.0, dimension="weight", written_by=rig.advisor,
            )  # fmt: skip
        migration.write_again(apps, None)
        self.assertEqual(
            {path: reading.typed for path, reading in rig.current().items()},
            {"loads.bed.weight": "110 lb", "loads.gear.weight": "800 lb", "journey.altitude": "5000 ft"},
        )
        self.assertEqual(rig.readings.count(), 8, "nothing was taken away")


class ReadingsOfBefore(WithDemo):
    def test_names_become_readings_and_what_was_written_before_holds_and_goes_with_its_trailer(self) -> None:
        """What the migration does to rigs of before readings had moments: all of theirs stand at moment 0."""
        migration = importlib.import_module("stathmos.rigs.migrations.0009_readings_have_moments")
        rig = Rig.objects.create(
            customer="From before", trailer_name="Wrenfold 24", advisor=Rig.objects.first().advisor
        )
        for revision, (path, typed) in enumerate((("loads.gear.weight", "90 lb"), ("loads.gear.weight", "110 lb")), 1):
            Reading.objects.create(
                rig=rig, path=path, revision=revision, typed=typed, system="us", provenance="assumed", amount=1.0 * revision,
                dimension="weight", written_by=rig.advisor,
            )  # fmt: skip
        Reading.objects.create(
            rig=rig, path="weighing.tongue_scale", revision=1, typed="700 lb", system="us", provenance="measured", amount=317.5,
            dimension="weight", written_by=rig.advisor,
        )  # fmt: skip
        before = Reading.objects.count()
        migration.names_as_readings(_Only(rig), None)
        self.assertEqual(Reading.objects.count(), before + 1)
        held = {path: one.typed for path, one in rig.current().items()}
        self.assertEqual(
            held,
            {"loads.gear.weight": "110 lb", "weighing.tongue_scale": "700 lb", "which.called_trailer": "Wrenfold 24"},
        )
        change = Change(
            {"trailer_name": "Larkmere 28"}, {"which.trailer": {"is": "2", "from": "measured", "system": "us"}}
        )
        rig = write_rig(rig.pk, rig.advisor, rig.version, change)
        (aside,) = rig.kept.aside.values()
        self.assertEqual(aside.why.text("us"), "weighed with Wrenfold 24 on the hook")


class _Only:
    """The models as a migration has them, with one rig."""

    def __init__(self, rig: Rig) -> None:
        self.rig = rig

    def get_model(self, app: str, name: str) -> Any:
        model = apps.get_model(app, name)
        if name != "Rig":
            return model
        return SimpleNamespace(objects=SimpleNamespace(all=lambda: Rig.objects.filter(pk=self.rig.pk)))


class Refusals(WithDemo):
    def refused(self, action, *errors: type[Exception]) -> str:
        with self.assertRaises(errors or (DatabaseError,)) as caught, transaction.atomic():
            action()
        return str(caught.exception)

    def test_readings_are_append_only(self) -> None:
        self.assertIn(
            "append-only", self.refused(lambda: Reading.objects.update(typed="1 lb"), OperationalError, DatabaseError)
        )
        one = Reading.objects.first()
        self.assertIn("append-only", self.refused(lambda: one.delete(), OperationalError, DatabaseError))
        with self.assertRaises(DatabaseError), transaction.atomic(), connection.cursor() as cursor:
            cursor.execute("DELETE FROM rigs_reading WHERE id = %s", [one.pk])

    def test_sign_offs_are_append_only(self) -> None:
        self.assertIn(
            "append-only",
            self.refused(lambda: SignOff.objects.update(station="hitch"), OperationalError, DatabaseError),
        )
        self.assertIn(
            "append-only", self.refused(lambda: SignOff.objects.first().delete(), OperationalError, DatabaseError)
        )

    def test_one_reading_a_revision(self) -> None:
        one = Reading.objects.first()
        one.pk = None
        self.refused(lambda: one.save(force_insert=True), IntegrityError)

    def test_what_cannot_be_is_not_stored(self) -> None:
        advisor = Rig.objects.first().advisor
        for name, action in (
            ("rating below belief", lambda: Trailer.objects.create(name="x", gvwr=-1)),
            ("rating beyond belief", lambda: TowVehicle.objects.create(name="x", gvwr=1e9)),
            ("unknown word", lambda: Trailer.objects.create(name="x", brakes="anchor")),
            ("two of one name", lambda: Ball.objects.create(name=Ball.objects.first().name)),
            ("no customer", lambda: Rig.objects.create(customer="", advisor=advisor)),
            ("version nought", lambda: Rig.objects.create(customer="x", advisor=advisor, version=0)),
        ):
            with self.subTest(name):
                self.refused(action, IntegrityError, OperationalError)

    def test_strict_mode_and_engine(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("SELECT @@sql_mode")
            self.assertIn("STRICT_ALL_TABLES", cursor.fetchone()[0])
            cursor.execute(
                "SELECT DISTINCT engine FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'"
            )
            self.assertEqual(cursor.fetchall(), (("InnoDB",),))

    def test_too_long_a_text_is_refused_not_cut(self) -> None:
        self.refused(lambda: Trailer.objects.create(name="x" * 121))


class Demo(WithDemo):
    def test_loaded_once_and_never_over_changes(self) -> None:
        from django.core.management import call_command

        Rig.objects.filter(customer="Haldis Okonjo").update(customer="Changed by a person")
        call_command("load_demo", stdout=open("/dev/null", "w"))  # noqa: SIM115
        self.assertEqual(Rig.objects.count(), 10)
        self.assertTrue(Rig.objects.filter(customer="Changed by a person").exists())

    def test_the_yard_is_as_large_as_it_should_be(self) -> None:
        counts = [kind.objects.count() for kind in (TowVehicle, Trailer, HitchKit, Shank, Ball)]
        self.assertTrue(all(count >= least for count, least in zip(counts, (6, 8, 12, 5, 3), strict=True)), counts)
        self.assertEqual(HitchKit.objects.values("family").distinct().count(), 6)
