"""The practice yard: its mechanics against hand figures and an independent minimum, right hands that pass, careless ones that are caught.

Hand figures: the worked rig of docs/method.md. The minimum under a jack's stop: scipy's SLSQP, an outside solver. What a mistake is
called, and that it is found alone, is the product's own promise.
"""

from __future__ import annotations

import random
import unittest
from dataclasses import replace

import numpy as np
from scipy.optimize import minimize

from stathmos.core import statics
from stathmos.core.families import FAMILIES
from stathmos.core.practice.acts import ACTS, CHOICE, Refused, Yard, done
from stathmos.core.practice.begin import LEVELS, PAIRS, coupled_so, draw, every_setting, restored
from stathmos.core.practice.debrief import GO, debriefed
from stathmos.core.practice.hand import Event
from stathmos.core.practice.mistakes import MISTAKES
from stathmos.core.practice.scenarios import SCENARIOS, begin, endless, hint
from stathmos.core.practice.scene import Mounted, Scene
from stathmos.core.practice.tape import PLACES, height, on_deck, reading, scale
from stathmos.core.practice.world import TrueTrailer, TrueVehicle, World
from stathmos.core.rigfile import read_entries
from stathmos.core.units import KG_PER_LB, MM_PER_IN
from tests.core import demo
from tests.core.how_many import tried
from tests.core.practice_hands import Habits, Hands, bodies

IN, LB = MM_PER_IN, KG_PER_LB


def worked() -> Yard:
    """The worked rig: T 800 lb, w 145 in, o 50 in, L 216 in, 500 and 700 lb/in; its shank in a plain ball's place."""
    vehicle = TrueVehicle(w=145 * IN, o=50 * IN, front=3400 * LB, rear=2700 * LB, k_f=500 * LB / IN, k_r=700 * LB / IN)
    trailer = TrueTrailer(empty=7000 * LB, empty_tongue=800 * LB, L=216 * IN, coupler=22 * IN)
    mounted = Mounted(shank="Shank 2 deep", ball="Ball 2 5/16 × 1¼", way="down", hole=4)
    return Yard(
        world=World(vehicle=vehicle, trailer=trailer), stock=demo.stock(), scene=Scene(mounted=mounted, jack=24 * IN)
    )


class Mechanics(unittest.TestCase):
    def test_the_worked_rig(self) -> None:
        yard = worked()
        coupled = yard.now(replace(yard.scene, coupled=True, jack=0.0))
        a, b = yard.stands, coupled.stands
        self.assertAlmostEqual((b.front_drop - a.front_drop) / IN, -0.55, 2)
        self.assertAlmostEqual((b.rear_drop - a.rear_drop) / IN, 1.54, 2)
        self.assertAlmostEqual((a.ball - b.ball) / IN, 2.26, 2)
        self.assertAlmostEqual((b.front - a.front) / LB, -276, 0)
        self.assertAlmostEqual((b.rear - a.rear) / LB, 1076, 0)

    def test_weight_goes_nowhere(self) -> None:
        for yard in random_scenes(300):
            s = yard.stands
            vehicle = sum(one.mass for one in yard.world.cargo if not one.on_trailer and one.key in yard.scene.aboard)
            all_of_it = yard.world.vehicle.front + yard.world.vehicle.rear + vehicle + s.gross
            held = s.on_jack if not yard.scene.coupled or yard.scene.jack else 0.0
            # a jack that bears stands behind the ball: what it takes off the axles is part of what it carries
            axles = s.front + s.rear + s.trailer
            if yard.scene.coupled and held:
                lever = held * yard.world.trailer.jack / yard.world.trailer.L
                self.assertAlmostEqual(axles + held, all_of_it + lever, 4)
            else:
                self.assertAlmostEqual(axles + held, all_of_it, 4)

    def test_a_jack_against_an_independent_minimum(self) -> None:
        rng = np.random.default_rng(5)
        for _ in range(40):
            yard = worked()
            yard = yard.now(replace(yard.scene, coupled=True, jack=0.0))
            free = yard.stands
            held = free.ball + rng.uniform(0.2, 2.0) * IN
            v, T = yard.world.vehicle, free.tongue
            parts = yard.stands
            stood = yard.now(replace(yard.scene, jack=held)).stands
            high = free.ball + statics.ball_drop(free.front_drop, free.rear_drop, v.w, v.o)

            def energy(x: np.ndarray, v: TrueVehicle = v, T: float = T) -> float:
                return 0.5 * v.k_f * x[0] ** 2 + 0.5 * v.k_r * x[1] ** 2 - T * statics.ball_drop(x[0], x[1], v.w, v.o)

            found = minimize(
                energy, [0.0, 0.0], method="SLSQP", tol=1e-12,
                constraints={"type": "ineq", "fun": lambda x, v=v, high=high, held=held: high - statics.ball_drop(x[0], x[1], v.w, v.o) - held},
            )  # fmt: skip
            self.assertAlmostEqual(found.x[0], stood.front_drop, 2)
            self.assertAlmostEqual(found.x[1], stood.rear_drop, 2)
            self.assertLess(stood.rear_drop, parts.rear_drop)

    def test_the_farther_the_jack_is_down_the_more_it_carries(self) -> None:
        yard = worked()
        coupled = yard.now(replace(yard.scene, coupled=True, jack=0.0))
        carried = [
            coupled.now(replace(coupled.scene, jack=coupled.stands.coupler + up * IN)).stands.on_jack
            for up in (0, 0.25, 0.5, 1, 2, 3)
        ]
        self.assertEqual(carried[0], 0.0)
        self.assertEqual(carried, sorted(carried))
        self.assertGreater(carried[3], 100 * LB)

    def test_rolled_and_rocked_a_spring_keeps_a_quarter(self) -> None:
        yard = worked()
        yard = replace(yard, world=replace(yard.world, holds=0.25 * IN))
        coupled = yard.now(done(yard, "couple"))
        clear = coupled.now(done(coupled, "jack_away"))
        self.assertAlmostEqual(abs(clear.scene.lag_front), 0.25 * IN, 6)
        for act in ("roll", "rock"):
            clear = clear.now(done(clear, act))
        self.assertAlmostEqual(abs(clear.scene.lag_front), 0.0625 * IN, 6)

    def test_what_cannot_be_done_is_refused_in_words(self) -> None:
        yard = worked()
        for act in ("jack_away", "pin", "uncouple", "bars_on", "bars_off", "air", "levelling", "shift"):
            with self.assertRaises(Refused) as refused:
                done(yard, act)
            self.assertTrue(str(refused.exception).endswith("."))
        low = yard.now(replace(yard.scene, jack=10 * IN))
        with self.assertRaises(Refused):
            done(low, "couple")

    def test_a_tape_reads_what_stands_there(self) -> None:
        yard = worked()
        self.assertAlmostEqual(height(yard.world, yard.parts, yard.scene, "coupler"), 24 * IN, 6)
        self.assertAlmostEqual(
            height(yard.world, yard.parts, yard.scene, "front_left"), yard.world.vehicle.arch_front, 6
        )
        ball, seat = (height(yard.world, yard.parts, yard.scene, place) for place in ("ball", "ball_seat"))
        self.assertAlmostEqual(ball - seat, yard.parts.ball.stack_height.value, 6)
        self.assertAlmostEqual(reading(24.03 * IN), 24 * IN, 6)

    def test_scales_read_what_is_on_them(self) -> None:
        yard = worked()
        under = yard.now(done(yard, "scale", {"where": "coupler"}))
        self.assertAlmostEqual(scale(under.world, under.parts, under.scene).shows, 800 * LB, 6)
        beam = yard.now(done(yard, "scale", {"where": "beam"}))
        dial = scale(beam.world, beam.parts, beam.scene)
        self.assertTrue(dial.over == (dial.shows > beam.world.gear.bathroom_most))
        self.assertAlmostEqual(
            dial.shows - beam.world.gear.beam_weight, 800 * LB / 3, 6
        )  # 1 ft and 2 ft: a third of it
        deck = yard.now(done(yard, "deck", {"deck": "whole_trailer"}))
        self.assertAlmostEqual(on_deck(deck.world, deck.parts, deck.scene) / LB, 7000, 6)


def random_scenes(number: int) -> list[Yard]:
    """Yards after some acts at random, over every pair and level."""
    dice, found = random.Random(3), []
    shelf = bodies()
    begun = [draw(shelf, pair, seed, level) for seed, pair in enumerate(PAIRS) for level in LEVELS]
    while len(found) < number:
        yard = dice.choice(begun).yard
        for _ in range(dice.randint(1, 25)):
            yard = anything(yard, dice)[0]
        found.append(yard)
    return found


def anything(yard: Yard, dice: random.Random) -> tuple[Yard, str, dict[str, str | float]]:
    """One act at random, with whatever it wants; the same yard where it is refused."""
    act = ACTS[dice.choice(list(ACTS))]
    args: dict[str, str | float] = {}
    for arg in act.wants(yard):
        if arg.kind == CHOICE:
            args[arg.name] = dice.choice(arg.offers)[0] if arg.offers else ""
        else:
            args[arg.name] = dice.choice([arg.low, arg.high, round(dice.uniform(arg.low, arg.high))])
    try:
        return yard.now(done(yard, act.key, args)), act.key, args
    except Refused:
        return yard, "", {}


class Truth(unittest.TestCase):
    def test_a_seed_is_a_rig(self) -> None:
        shelf = bodies()
        one, again, other = (endless(shelf, seed, 2) for seed in (5, 5, 6))
        self.assertEqual(one.yard.world, again.yard.world)
        self.assertNotEqual(one.yard.world, other.yard.world)

    def test_every_practice_can_be_passed_by_some_setting(self) -> None:
        shelf = bodies()
        for key in SCENARIOS:
            yard = begin(shelf, key).yard
            with self.subTest(scenario=key):
                inside = [counts for counts in every_setting(yard) if 0.5 <= restored(coupled_so(yard, counts)) <= 1.0]
                self.assertTrue(inside or key in ("light_tongue", "last_hole", "kit_too_light"))

    def test_nothing_of_the_truth_is_written(self) -> None:
        """What a rig begins with names no spring, bar or height of its own that a yard has to find."""
        for key in SCENARIOS:
            written = begin(bodies(), key).entries
            self.assertFalse({"vehicle.front_rate", "vehicle.rear_rate"} & set(written), key)
            self.assertFalse(read_entries(written, demo.stock()).problems, key)

    def test_lessons_and_mistakes_know_each_other(self) -> None:
        self.assertEqual(len(SCENARIOS), 14)
        for one in MISTAKES.values():
            self.assertIn(one.teaches, SCENARIOS)
        for key, scenario in SCENARIOS.items():
            self.assertLessEqual(scenario.lesson, set(MISTAKES), key)
            self.assertTrue(any(MISTAKES[mistake].teaches == key for mistake in scenario.lesson), key)
            self.assertEqual([hint(key, number) for number in range(3)], list(scenario.hints))
            self.assertEqual(hint(key, 3), "")


class RightHands(unittest.TestCase):
    def test_pass_every_scenario(self) -> None:
        for key in SCENARIOS:
            with self.subTest(scenario=key):
                told = Hands(begin(bodies(), key)).work()
                self.assertTrue(told.passed, [(one.key, one.path) for one in told.mistakes])
                self.assertLessEqual(told.trials, 3)

    def test_pass_two_hundred_seeds(self) -> None:
        trials = []
        for seed in range(200):
            told = Hands(endless(bodies(), seed, 1 + seed % 3)).work()
            with self.subTest(seed=seed):
                self.assertTrue(told.passed, [(one.key, one.path, one.off) for one in told.mistakes])
                self.assertTrue(told.right)
            trials.append(told.trials)
        self.assertLessEqual(sum(trials) / len(trials), 2.0)


#: a scenario, a habit, and the one mistake that it is
CARELESS = (
    ("plain_fit", "tongue_for_rail", "tongue_for_rail"), ("plain_fit", "misreads", "misread"), ("plain_fit", "invents", "from_nowhere"),
    ("plain_fit", "never_lifts", "loaded_lever"), ("plain_fit", "measures_with_bars_on", "wrong_state"), ("plain_fit", "measures_unloaded", "not_loaded"),
    ("plain_fit", "holds_back", "wrong_verdict"), ("plain_fit", "tapes_the_bumper", "wrong_place"), ("plain_fit", "leaves_the_latch", "not_safe"),
    ("last_hole", "leaves_bolts_loose", "not_safe"), ("plain_fit", "takes_the_bars_off", "not_set"),
    ("jack_bears", "leaves_the_jack", "jack_bears"), ("air_after", "leaves_the_air", "air_after"), ("springs_stick", "never_rocks", "not_rocked"),
    ("floor_that_leans", "believes_the_floor", "floor_believed"), ("head_on_the_tape", "reads_seat", "top_for_seat"),
    ("brochure", "believes_the_brochure", "brochure_believed"), ("other_trailer", "believes_the_slip", "other_trailer"),
    ("half_link", "counts_from_the_other_end", "other_end"), ("half_link", "sets_one_side", "unequal"), ("half_link", "miscounts", "miscounted"),
    ("half_link", "keeps_the_bars", "too_little"), ("kit_too_light", "keeps_the_kit", "kit_too_light"), ("too_much", "keeps_the_bars", "too_much"),
    ("last_hole", "keeps_the_hole", "not_level"), ("light_tongue", "keeps_the_load", "light_tongue"),
    ("wrench", "uses_the_near_wrench", "wrench_cannot"), ("wrench", "tightens_nothing", "not_tight"), ("levels_itself", "leaves_levelling_on", "levelling_on"),
)  # fmt: skip


class CarelessHands(unittest.TestCase):
    def test_each_is_caught_for_just_that(self) -> None:
        for scenario, habit, mistake in CARELESS:
            with self.subTest(habit=habit, scenario=scenario):
                told = Hands(
                    levels_itself() if scenario == "levels_itself" else begin(bodies(), scenario),
                    Habits(**{habit: True}),
                ).work()
                self.assertEqual([one.key for one in told.mistakes], [mistake])
                self.assertFalse(told.passed)
                self.assertEqual(told.next, MISTAKES[mistake].teaches)

    def test_what_is_put_right_before_it_goes_is_told_and_no_fault(self) -> None:
        hands = Hands(begin(bodies(), "plain_fit"))
        hands.load_up()
        hands.write("hitch.ball_height", "ball_seat")
        told = hands.work()
        self.assertEqual([(one.key, one.mended) for one in told.mistakes], [("top_for_seat", True)])
        self.assertTrue(told.passed)
        self.assertEqual(told.next, "")

    def test_every_mistake_is_tried(self) -> None:
        self.assertEqual({mistake for _, _, mistake in CARELESS}, set(MISTAKES))

    def test_what_was_loose_or_open_is_named(self) -> None:
        (latch,) = Hands(begin(bodies(), "plain_fit"), Habits(leaves_the_latch=True)).work().mistakes
        self.assertEqual(latch.costs.text("us"), "Not done before it: Latch pin.")
        (bolts,) = Hands(begin(bodies(), "last_hole"), Habits(leaves_bolts_loose=True)).work().mistakes
        told = "Not done before it: Ball nut, Frame-plate bolts, Head-to-shank bolts, Bracket bolts."
        self.assertEqual(bolts.costs.text("us"), told)

    def test_what_it_would_have_cost_by_hand(self) -> None:
        """Half an inch misread at the front mark: half an inch of the front springs' rate."""
        hands = Hands(begin(bodies(), "plain_fit"), Habits(misreads=True))
        (mistake,) = hands.work().mistakes
        rate = hands.yard.world.vehicle.k_f
        self.assertAlmostEqual(mistake.off, 0.5 * IN, delta=IN / 16)
        self.assertIn(f"{mistake.off * rate / LB:.0f}\u00a0lb on the front axle", mistake.costs.text("us"))

    def test_the_loaded_levers_pull_is_the_bars(self) -> None:
        hands = Hands(begin(bodies(), "plain_fit"), Habits(never_lifts=True))
        (mistake,) = hands.work().mistakes
        s = hands.yard.stands
        self.assertGreater(mistake.off, 0.8 * s.couple / hands.yard.parts.bracket / 2)


def levels_itself():
    """The plain fit on a vehicle that levels itself."""
    begun = begin(bodies(), "plain_fit")
    world = replace(begun.yard.world, vehicle=replace(begun.yard.world.vehicle, levels=True))
    return replace(begun, yard=replace(begun.yard, world=world, scene=replace(begun.yard.scene, levelling=True)))


class FamilyWords(unittest.TestCase):
    def test_the_yard_speaks_of_what_its_own_hitch_loads_by(self) -> None:
        """Every family is practiced on, and none is told of another one's parts or lifted where its bars go on by hand."""
        met = set()
        for seed, pair in enumerate(PAIRS):
            yard = draw(bodies(), pair, seed, 1).yard
            family = yard.parts.kit.held
            met.add(family.key)
            told = {key: ACTS[key].called(yard) for key in ("set", "bars_on", "bars_off")}
            noun = family.carries_by
            with self.subTest(family=family.key):
                self.assertEqual(
                    told,
                    {
                        "set": f"Set the {noun}",
                        "bars_on": f"{noun} on".capitalize(),
                        "bars_off": f"{noun} off".capitalize(),
                    },
                )
                caution = ACTS["bars_on"].caution(yard)
                self.assertEqual("Lift the rig" in caution, family.levered)
                self.assertTrue(caution)
                self.assertEqual("chain" in caution, noun == "chains")
        self.assertEqual(met, {key for key, family in FAMILIES.items() if family.bars})

    def test_what_goes_on_by_hand_is_no_forced_lever(self) -> None:
        lead_screw = next(at for at, pair in enumerate(PAIRS) if "lead screw" in pair.family)
        told = Hands(draw(bodies(), PAIRS[lead_screw], lead_screw, 1), Habits(never_lifts=True)).work()
        self.assertNotIn("loaded_lever", [one.key for one in told.mistakes])


class AnythingAtAll(unittest.TestCase):
    def test_whatever_is_done_the_debrief_is_told(self) -> None:
        dice, shelf = random.Random(8), bodies()
        paths = ("bay.front_left_a", "bay.rear_right_b", "trials.trial_1.front_left", "trials.trial_1.steps_left", "bay.floor", "hitch.ball_height",
                 "weighing.tongue_scale", "trailer.gross_weight", "torque.ball_nut.reached", "bay.rail_front_level", "trials.trial_1.hole")  # fmt: skip
        for number in range(tried(120)):
            begun = begin(shelf, dice.choice(list(SCENARIOS))) if number % 2 else endless(shelf, number, 3)
            yard, events = begun.yard, []
            for at in range(dice.randint(0, 40)):
                if dice.random() < 0.6:
                    yard, act, args = anything(yard, dice)
                    if act:
                        events.append(Event(at=at, scene=yard.scene, act=act, args=args))
                else:
                    hand = Hands(begun)
                    hand.yard = yard
                    path = dice.choice(paths)
                    text = (
                        "flat"
                        if path == "bay.floor"
                        else str(dice.randint(400, 900) if "weigh" in path else dice.randint(6, 19))
                    )
                    hand.type(path, {"is": text, "from": "measured", "system": "us"})
                    events.append(replace(hand.events[-1], at=at))
            told = debriefed(begun, events, read_entries(begun.entries, shelf.stock).rig, GO)
            self.assertTrue(np.isfinite([told.truth.f, told.truth.rails, told.truth.share]).all())
            self.assertEqual(
                told.passed, told.right and told.truth.met(begun.goals) and all(one.mended for one in told.mistakes)
            )
            for one in told.mistakes:
                self.assertTrue(np.isfinite(one.off))
                one.costs.text("metric")

    def test_every_place_can_be_taped_and_every_act_says_what_it_wants(self) -> None:
        yard = begin(bodies(), "plain_fit").yard
        for key in PLACES:
            self.assertGreater(height(yard.world, yard.parts, yard.scene, key), 5 * IN, key)
        for act in ACTS.values():
            for arg in act.wants(yard):
                self.assertTrue(arg.words and (arg.offers or arg.high > arg.low), (act.key, arg.name))


if __name__ == "__main__":
    unittest.main()
