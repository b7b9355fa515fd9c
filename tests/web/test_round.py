"""The label round over HTTP: parcels written once with where they come from, photographs read anew, bounded and kept with their reading."""

from __future__ import annotations

import base64
import io
import uuid

from django.db import DatabaseError, connection, transaction
from PIL import Image

from stathmos.rigs.models import Photograph
from stathmos.rigs.photographs import LONGEST, MOST_KEPT, NoPhotograph, as_kept
from tests.web import a_fit
from tests.web.signed_in import WithDemo


def picture(wide: int = 300, high: int = 200, form: str = "JPEG", noise: bool = False, **more) -> bytes:
    made = io.BytesIO()
    shown = Image.effect_noise((wide, high), 90).convert("RGB") if noise else Image.new("RGB", (wide, high), "#aa3311")
    shown.save(made, form, **more)
    return made.getvalue()


class TheRound(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.thea, self.bram = self.signed_in("thea"), self.signed_in("bram")
        self.rig = self.rig_of("Tobiah Renswick")
        self.at = f"rigs/{self.rig.pk}/round/"

    def photograph(self, image: bytes, path: str = "vehicle.payload", who=None, key: str = "") -> tuple[int, dict]:
        body = {"key": key or str(uuid.uuid4()), "path": path, "image": base64.b64encode(image).decode()}
        return self.ask("POST", f"rigs/{self.rig.pk}/photographs/", body, who or self.bram)

    def test_what_is_read_on_the_phone_is_on_the_rig_as_a_label(self) -> None:
        status, told = self.ask("GET", self.at, None, self.bram)
        self.assertEqual(status, 200)
        receiver = next(stop for stop in told["stops"] if stop["key"] == "receiver")
        self.assertEqual(receiver["open"], 2)
        wanted = [ask for ask in receiver["asks"] if ask["decides"]]
        self.assertEqual(
            {ask["question"]["path"] for ask in wanted}, {"vehicle.receiver_wd_gross", "vehicle.receiver_wd_tongue"}
        )
        entry = {"is": "10000 lb", "from": "label", "system": "us"}
        parcel = a_fit.parcel({"vehicle.receiver_wd_gross": entry})
        for _ in range(2):  # sent again, it is written once
            status, told = self.ask("POST", self.at, parcel, self.bram)
            self.assertEqual(status, 200, told)
        self.assertEqual(next(stop for stop in told["stops"] if stop["key"] == "receiver")["open"], 1)
        self.assertEqual(self.rig.readings.filter(path="vehicle.receiver_wd_gross").count(), 1)
        _, record = self.ask("GET", f"rigs/{self.rig.pk}/", None, self.thea)
        self.assertEqual(record["entries"]["vehicle.receiver_wd_gross"]["from"], "label")
        self.assertEqual(
            self.ask("GET", f"rigs/{self.rig.pk}/version/", None, self.thea)[1],
            {"version": record["version"], "practice": False},
        )

    def test_what_contradicts_is_asked_about_at_the_moment_of_typing(self) -> None:
        """A payload read as 8,180 lb of a placard that says 1,880: with the empty weights it is far over the GVWR."""

        def asked(told: dict, path: str) -> dict | None:
            asks = [ask for stop in told["stops"] for ask in stop["asks"]]
            return next(ask["mismatch"] for ask in asks if ask["question"]["path"] == path)

        _, before = self.ask("GET", self.at, None, self.bram)
        self.assertIsNone(asked(before, "vehicle.payload"))
        misread = a_fit.parcel({"vehicle.payload": {"is": "8180 lb", "from": "label", "system": "us"}})
        status, told = self.ask("POST", self.at, misread, self.bram)
        self.assertEqual(status, 200, told)
        self.assertIn("This does not agree with", asked(told, "vehicle.payload")["us"])
        self.assertIn("Placard payload 8,180", asked(told, "vehicle.gvwr")["us"].replace("\u00a0", " "))

    def test_only_what_is_read_at_the_rig_is_written_there(self) -> None:
        for path in ("trailer.unladen_weight", "weighing.tongue_scale", "ways.share_school", "nothing.at_all"):
            parcel = a_fit.parcel({path: {"is": "100 lb", "from": "label", "system": "us"}})
            status, said = self.ask("POST", self.at, parcel, self.bram)
            self.assertEqual(status, 400)
            self.assertIn(path, said["problems"])

    def test_a_figure_of_somebody_else_is_not_gone_over_unseen(self) -> None:
        held = self.rig.current()["vehicle.payload"]
        parcel = a_fit.parcel({"vehicle.payload": {"is": "1500 lb", "from": "label", "system": "us"}})
        status, said = self.ask("POST", self.at, {**parcel, "seen": {"vehicle.payload": held.revision - 1}}, self.bram)
        self.assertEqual((status, said["theirs"]["vehicle.payload"]["is"]), (409, held.typed))

    def test_a_photograph_is_kept_once_with_its_reading_and_shown(self) -> None:
        key = str(uuid.uuid4())
        for _ in range(2):
            status, told = self.photograph(picture(3000, 1200), key=key)
            self.assertEqual(status, 200, told)
        (one,) = told["photographs"]["vehicle.payload"]
        kept = Photograph.objects.get()
        self.assertEqual((kept.pk, kept.reading.path, kept.reading.rig_id), (one["id"], "vehicle.payload", self.rig.pk))
        shown = self.bram.get(f"/api/rigs/{self.rig.pk}/photographs/{kept.pk}/")
        self.assertEqual((shown.status_code, shown["Content-Type"]), (200, "image/jpeg"))
        self.assertEqual(Image.open(io.BytesIO(shown.content)).size, (LONGEST, 640))
        other = self.rig_of("Perrin Aldous")
        self.assertEqual(self.bram.get(f"/api/rigs/{other.pk}/photographs/{kept.pk}/").status_code, 404)

    def test_what_is_no_photograph_is_refused_in_words(self) -> None:
        for image, words in (
            (b"", "cannot be kept"),
            (b"GIF89a not one of ours", "read as a photograph"),
            (picture()[:200], "read as a photograph"),
            (picture(form="GIF"), "JPEG, PNG and WebP"),
        ):
            status, said = self.photograph(image)
            self.assertEqual(status, 400)
            self.assertIn(words, said["detail"])
        status, said = self.ask(
            "POST",
            f"rigs/{self.rig.pk}/photographs/",
            {"key": str(uuid.uuid4()), "path": "vehicle.payload", "image": "no base 64!"},
            self.bram,
        )
        self.assertEqual(status, 400)
        self.assertIn(self.photograph(picture(noise=True, wide=1200, high=1200, quality=100))[0], (400, 413))
        self.assertEqual(Photograph.objects.count(), 0)

    def test_it_shows_a_reading_or_it_is_not_kept_and_no_more_than_three(self) -> None:
        status, said = self.photograph(picture(), "vehicle.receiver_wd_gross")
        self.assertEqual(status, 400)
        self.assertIn("Nothing is written here", said["detail"])
        for _ in range(3):
            self.assertEqual(self.photograph(picture())[0], 200)
        status, said = self.photograph(picture())
        self.assertEqual(status, 400)
        self.assertIn("3 photographs already", said["detail"])

    def test_the_database_keeps_what_it_was_given(self) -> None:
        self.photograph(picture())
        for verb in ("UPDATE rigs_photograph SET picture = 'x'", "DELETE FROM rigs_photograph"):
            with self.assertRaises(DatabaseError), transaction.atomic(), connection.cursor() as cursor:
                cursor.execute(verb)


class MadeAnew(WithDemo):
    def test_only_the_pixels_are_taken_over_and_they_stand_upright(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6  # turned a quarter, as a phone held upright writes it
        exif[0x010F] = "somebody's telephone"
        made = Image.open(io.BytesIO(as_kept(picture(400, 100, exif=exif))))
        self.assertEqual(made.size, (100, 400))
        self.assertEqual(dict(made.getexif()), {})

    def test_it_is_bounded_whatever_it_shows(self) -> None:
        for form in ("JPEG", "PNG", "WEBP"):
            kept = as_kept(picture(2400, 1800, form, noise=True))
            self.assertLessEqual(len(kept), MOST_KEPT)
            self.assertEqual(Image.open(io.BytesIO(kept)).format, "JPEG")

    def test_a_picture_of_too_many_pixels_is_not_unpacked(self) -> None:
        made = io.BytesIO()
        Image.new("1", (9000, 9000)).save(made, "PNG")
        with self.assertRaises(NoPhotograph):
            as_kept(made.getvalue())
