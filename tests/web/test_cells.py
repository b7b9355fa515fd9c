"""A table as a spreadsheet has it: nothing runs, everything comes back; and no table holds a thread up."""

from __future__ import annotations

import csv
import io
import time

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from stathmos.catalogue.cells import as_it_was, harmless
from stathmos.catalogue.models import Shank
from stathmos.catalogue.tables import plan, written_out
from tests.web.signed_in import WithDemo


class Cells(SimpleTestCase):
    @given(st.text(alphabet=st.sampled_from("='+-@\t\ra1 "), max_size=6) | st.text(max_size=20))
    def test_none_is_run_and_each_comes_back(self, cell: str) -> None:
        out = harmless(cell)
        self.assertFalse(out.startswith(("=", "+", "-", "@", "\t", "\r")))
        self.assertEqual(as_it_was(out), cell)

    @given(st.text(alphabet=st.characters(exclude_characters="=+-@\t\r'"), max_size=20))
    def test_an_honest_cell_is_left_alone(self, cell: str) -> None:
        self.assertEqual(harmless(cell), cell)


class Tables(WithDemo):
    def test_a_name_that_a_spreadsheet_would_run(self) -> None:
        shank = Shank.objects.first()
        shank.name = '=HYPERLINK("http://x","y")'
        shank.save()
        text = written_out("shanks")
        cells = [cell for row in csv.reader(io.StringIO(text)) for cell in row]
        self.assertFalse([cell for cell in cells if cell[:1] in ("=", "+", "-", "@")])
        made = plan("shanks", text)
        self.assertEqual((made.problems, made.added, made.changed, made.same), ([], [], [], Shank.objects.count()))

    def test_a_wide_table_and_long_names_are_refused_at_once(self) -> None:
        for header in (
            ",".join(f"c{number}" for number in range(201)),
            "name," + ",".join("x" * 5000 for _ in range(190)),
        ):
            begun = time.process_time()
            made = plan("shanks", f"{header}\n")
            self.assertTrue(made.problems)
            self.assertLess(time.process_time() - begun, 5, "it took 36 s once")

    def test_the_plan_is_the_managers(self) -> None:
        status, said = self.ask("POST", "catalogue/shanks/csv/", {"text": "name\nA\n"})
        self.assertEqual((status, "manager's" in said["detail"]), (403, True))
