"""Whatever a rig is told, followed to the letter on rigs at random: nothing is over, nothing worse, and seldom is it not to be told."""

import unittest

from tests.core.followed import lines, walks

#: the suite follows these, the last of which once came to a worse end; `python -m tests.core.followed 0 5000` follows five thousand
RIGS = (*range(120), 258, 817, 2878, 3075, 3184, 3862)


class Followed(unittest.TestCase):
    def test_everything_that_is_told_ends_well(self) -> None:
        """As planned: none wrong. Done, the scales read again: what a normal spread lets through, one in two hundred; not to be
        told in at most one of twenty."""
        tally = walks(RIGS)
        said = "\n".join(lines(tally))
        for kind, count in tally.followed.items():
            wrong = len(tally.bad.get(kind, []))
            with self.subTest(kind=kind):
                self.assertLessEqual(wrong, count / 200 if kind.endswith("done") else 0, said)
        done = {kind: count for kind, count in tally.followed.items() if kind.endswith("done")}
        self.assertLessEqual(sum(tally.untold.get(kind, 0) for kind in done), sum(done.values()) / 20, said)
        # and every kind of instruction was met
        for kind in (
            "move",
            "remedy",
            "tongue",
            "out of the trailer",
            "room, trailer",
            "room, both",
            "tongue range",
            "build",
            "sentence",
        ):
            self.assertGreater(tally.followed.get(kind, 0), 15, kind)
