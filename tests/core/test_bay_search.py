"""The coach looks at every setting, and at every hole that is left: what it says is used up, too coarse or not to be met is held to an enumeration of its own.

Random standings on every family's kits, drawn from the demo's catalog; whole rigs with little left to set. No source: the enumeration is the check.
"""

from __future__ import annotations

import unittest
from itertools import product
from math import erf

import numpy as np

from stathmos.core.bay import Fit
from stathmos.core.bay.adjust import case_of, coach
from stathmos.core.bay.adjust.coach import Stands, advise
from stathmos.core.bay.measure.learn import LearnedLine, Seen, believed, learned
from stathmos.core.bay.measure.lines import HEAD_MOVED_U, HEAD_SHARE_U, hole_effect
from stathmos.core.bay.measure.trials import Setting
from stathmos.core.bay_schools import INSIDE, NEVER, TOO_LITTLE, TOO_MUCH, Band
from stathmos.core.figures import sure, there
from stathmos.core.schools import ORDER_SCHOOLS
from stathmos.core.settings import Allowed, settings_of
from stathmos.core.tolerances import ATTITUDE
from tests.core.demo import stock
from tests.core.how_many import tried as how_many
from tests.core.rigs import label
from tests.core.test_bay_steps import AB, STOCKED, WHOLE, fitted, trial

KITS = [kit for kit in stock().kits if any(one.counts() for one in settings_of(kit))]


class Standing:
    """One random standing: what is believed of each setting, where the rig stands, what was tried and would not go on."""

    def __init__(self, rng: np.random.Generator) -> None:
        self.kit = KITS[int(rng.integers(len(KITS)))]
        self.allowed: tuple[Allowed, ...] = settings_of(self.kit)
        self.order = list(ORDER_SCHOOLS.values())[int(rng.integers(len(ORDER_SCHOOLS)))]
        self.now = self.anywhere(rng)
        effects = {
            one.kind.key: (one.kind.winds * rng.uniform(0.02, 0.4), rng.uniform(0.005, 0.05)) for one in self.allowed
        }
        line = believed(self.now, (rng.uniform(0.0, 1.6), rng.uniform(0.02, 0.35)), effects)
        self.tried = tuple(
            {
                str(one.counts): one for one in (*(self.anywhere(rng) for _ in range(int(rng.integers(4)))), self.now)
            }.values()
        )
        self.line: LearnedLine = learned(line, [Seen(one, float(line.predicted(one).mean), 0.03) for one in self.tried])
        self.would_not = (self.anywhere(rng),) if rng.random() < 0.2 else ()
        low, width = rng.uniform(0.2, 1.1), rng.choice([0.0, rng.uniform(0.01, 0.1), rng.uniform(0.1, 0.6)])
        self.target = Band(low, low + width / 2, low + width)
        f = self.line.predicted(self.now).mean
        two_ended = width == 0.0
        verdict = NEVER if two_ended else TOO_LITTLE if f < low else TOO_MUCH if f > low + width else INSIDE
        u = rng.uniform(0.02, 0.2)
        self.stands = Stands(verdict=verdict, likely=self.chance(f, u), f=f, u=u, u_of_one=u * 0.7)

    def anywhere(self, rng: np.random.Generator) -> Setting:
        """Any setting that the kit allows."""
        return Setting({one.kind.key: float(rng.choice(one.counts())) if one.counts() else 0.0 for one in self.allowed})

    def chance(self, mean: float, u: float) -> float:
        """How likely a normal lies in the window: by the error function, and not by the coach's own."""
        low, high = ((edge - mean) / (u * 2**0.5) for edge in (self.target.low, self.target.high))
        return (erf(high) - erf(low)) / 2

    @property
    def free(self) -> list[Allowed]:
        """The kinds that the order lets one change."""
        places = {place for stage in self.order.stages for place in stage}
        return [one for one in self.allowed if one.kind.where in places and one.counts()]

    def every(self) -> list[Setting]:
        """Every setting of the kinds that may be changed, the others as they are."""
        keys = [one.kind.key for one in self.free]
        return [
            Setting({**self.now.counts, **dict(zip(keys, counts, strict=True))})
            for counts in product(*(one.counts() for one in self.free))
        ]

    def left(self) -> list[Setting]:
        """Those of them that were not tried and are not as tight as one at which the bars would not go on."""
        return [one for one in self.every() if not self.was_tried(one) and not self.too_tight(one)]

    def was_tried(self, one: Setting) -> bool:
        return any(all(abs(one.of(key) - other.of(key)) < 1e-9 for key in one.counts) for other in self.tried)

    def too_tight(self, one: Setting) -> bool:
        winds = {kind.kind.key: kind.kind.winds for kind in self.allowed}
        return any(
            all(winds[key] * (one.of(key) - other.of(key)) >= -1e-9 for key in winds) for other in self.would_not
        )

    def likely(self, one: Setting) -> float:
        """How likely a setting is to bring the rig inside."""
        mean, u = self.line.predicted(one)
        return self.chance(mean, (u**2 + self.stands.u**2 - self.stands.u_of_one**2) ** 0.5)

    def advice(self) -> coach.Advice:
        return advise(
            self.line, self.now, self.stands, self.target, self.allowed, self.order, self.tried, self.would_not
        )


class EverySettingWasLookedAt(unittest.TestCase):
    def test_none_of_the_three_is_said_falsely(self) -> None:
        rng = np.random.default_rng(20261202)
        said: dict[str, int] = {}
        for number in range(how_many(20_000)):
            standing = Standing(rng)
            advice = standing.advice()
            said[advice.verdict] = said.get(advice.verdict, 0) + 1
            with self.subTest(number=number, kit=standing.kit.name, verdict=advice.verdict, order=standing.order.key):
                self.check(standing, advice)
        for verdict in (coach.USED_UP, coach.COARSE, coach.CANNOT, coach.CHANGE):
            self.assertGreater(said.get(verdict, 0), 100, "each is said of some")

    def check(self, standing: Standing, advice: coach.Advice) -> None:
        best = max((standing.likely(one) for one in standing.left()), default=0.0)
        means = [standing.line.predicted(one).mean for one in standing.every()] + [standing.stands.f]
        over = any(mean > standing.target.high for mean in means)
        under = any(mean < standing.target.low for mean in means)
        if advice.verdict in (coach.USED_UP, coach.COARSE):
            self.assertLessEqual(best, coach.HOPEFUL + 1e-9, "a setting that may well do was left")
            self.assertEqual(advice.verdict == coach.COARSE, over and under)
        elif advice.verdict == coach.CANNOT:
            self.assertEqual(standing.stands.verdict, NEVER)
            self.assertEqual(standing.target.low, standing.target.high)
        elif advice.verdict == coach.CHANGE:
            assert advice.to is not None
            self.assertFalse(standing.was_tried(advice.to), "never a setting twice")
            self.assertFalse(standing.too_tight(advice.to))
            changed = [key for key in standing.now.counts if abs(advice.to.of(key) - standing.now.of(key)) > 1e-9]
            if advice.besides:
                self.assertEqual(len(changed), 1 + len(advice.besides))
                for key in changed:
                    step = standing.now.with_count(key, advice.to.of(key))
                    self.assertTrue(standing.was_tried(step) or standing.too_tight(step), "one at a time where one may")
            else:
                self.assertEqual(len(changed), 1, "one change at a time")
            end = advice.then or advice.to
            if standing.stands.verdict != INSIDE and standing.likely(end) < coach.HOPELESS:
                self.assertLessEqual(best, coach.HOPEFUL + 1e-9, "next to no chance, while another has one")


class EveryHoleWasLookedAt(unittest.TestCase):
    def test_used_up_is_said_with_no_hole_left_that_may_do(self) -> None:
        """Each reachable hole that stands the trailer level, with every setting there, by the model's own effect of a hole."""
        rng, said = np.random.default_rng(3), {"used up": 0, "move the head": 0}
        for number in range(how_many(240)):
            least = int(rng.integers(0, 6))
            small = {
                **WHOLE, "washers_least": label(str(least)), "washers_most": label(str(least + 1)),
                "steps_least": label("3"), "steps_most": label("3"), "washer_tilt": label(f"{rng.uniform(0.05, 1.5):.2f} deg"),
            }  # fmt: skip
            front = f"{37 + int(rng.choice([-5, -4, -3, -2, 7, 8, 9, 10])) / 16}"
            rail = f"{20 + int(rng.choice([-1, 1])) * int(rng.integers(4, 20)) / 16}"
            tried = [trial(at, front, (rail, "20"), washers=str(least + at - 1)) for at in (1, 2)]
            written = {path: entry for one in tried for path, entry in one.items()}
            found = fitted(**{**STOCKED, "stock__kits": [small], **AB, **written})
            verdict = found.adjusted.next.verdict
            said[verdict] = said.get(verdict, 0) + 1
            if verdict in ("used up", "too coarse"):
                with self.subTest(number=number, front=front, rail=rail):
                    self.assertLessEqual(self.best_of_the_holes(found), coach.HOPEFUL + 1e-9)
        self.assertGreater(min(said["used up"], said["move the head"]), 5, said)

    def best_of_the_holes(self, found: Fit) -> float:
        """How likely the best setting in any other hole is to bring the rig inside; nothing where none stands it level."""
        measured = found.measured
        case = case_of(measured, there(measured.kit))
        position, setting = there(measured.now.choice.position), there(case.trials[-1].setting)
        rest, target, line = case.rest, there(case.target), there(case.line)
        leans = sure(rest.frame).value / sure(rest.geometry.L).value
        kind, best = settings_of(case.kit)[0], 0.0
        for hole in range(1, position.holes_up + position.holes_down + 2):
            holes = hole - there(setting.hole)
            if not holes or abs(sure(measured.attitude).value + holes * case.pitch * leans) > ATTITUDE.value:
                continue
            by = hole_effect(rest, setting.counts, case.pitch)(holes)
            for count in kind.counts():
                mean, u = line.predicted(setting.with_count(kind.kind.key, count))
                spread = (u**2 + (HEAD_SHARE_U * by) ** 2 + HEAD_MOVED_U**2) ** 0.5
                low, high = ((edge - mean - by) / (spread * 2**0.5) for edge in (target.low, target.high))
                best = max(best, (erf(high) - erf(low)) / 2)
        return best
