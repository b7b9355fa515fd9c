"""Fourteen practice rigs with one thing to learn each, and endless ones by seed and level.

A scenario is data: its customer and story, the pair it is made of, what it makes otherwise of the truth and of the beginning, what is
still to be done (``goals``), the mistakes that it is about, and hints, the plainest last.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

import numpy as np

from stathmos.core.figures import sure
from stathmos.core.heights import positions
from stathmos.core.practice.begin import (
    IN,
    LB,
    PAIRS,
    PSI,
    Bodies,
    Pair,
    Practice,
    coupled_so,
    draw,
    every_setting,
    restored,
    said,
    taped,
    tightened,
    written,
)
from stathmos.core.practice.scene import Mounted
from stathmos.core.practice.truth import KIT, LEVEL, RESTORED, SET, SHARE, TIGHT
from stathmos.core.practice.world import Spot, World
from stathmos.core.rig.bay import CORNERS

#: what every fit is to come to
FIT = frozenset({RESTORED, LEVEL, SHARE, KIT, SET})


@dataclass(frozen=True, kw_only=True)
class Scenario:
    """One thing to learn. ``twist``: what it makes otherwise of the truth as it is drawn; ``begins``: of the practice as it begins."""

    key: str
    title: str
    learns: str
    customer: str
    story: tuple[str, ...]
    hints: tuple[str, ...]
    lesson: frozenset[str]
    pair: Pair = PAIRS[0]
    seed: int
    level: int = 1
    goals: frozenset[str] = FIT
    twist: Callable[[World], World] = lambda world: world
    begins: Callable[[Practice], Practice] = lambda practice: practice


_USUAL = (
    "Read the floor, level the trailer by its rail, tape the heights, then the arches: uncoupled, coupled, bars on.",
    "The coach on the bay's page says how to set the bars, and what to change after each trial.",
    "Wind the jack clear, roll and rock before you read, lift the rig before bars go on or off.",
)


def _with(practice: Practice, **scene: object) -> Practice:
    return replace(practice, yard=practice.yard.now(replace(practice.yard.scene, **scene)))  # type: ignore[arg-type]


def _remounted(practice: Practice, mounted: Mounted) -> Practice:
    """The rig with its hitch mounted otherwise, and tight."""
    return replace(practice, yard=tightened(_with(practice, mounted=mounted).yard))


def _written(practice: Practice, **entries: dict[str, str]) -> Practice:
    told = {path.replace("__", "."): entry for path, entry in entries.items()}
    return replace(practice, entries={**practice.entries, **told})


def _leaning(world: World) -> World:
    bay = world.spots[0]
    leaning = Spot(
        key="apron", words="the apron before the shed", rail_rear=0.6 * IN,
        corners={corner: (1.1 * IN if corner.endswith("left") else 0.0) + (0.3 * IN if corner == "rear_left" else 0.0) for corner in CORNERS},
    )  # fmt: skip
    return replace(world, spots=(leaning, bay))


def a_marks(practice: Practice) -> Practice:
    """State A as a colleague taped it, all aboard, and the floor and the heights before it."""
    yard = practice.yard
    world = yard.world
    level = yard.now(
        replace(yard.scene, jack=world.trailer.coupler, aboard=frozenset(one.key for one in world.cargo if one.travels))
    )
    marks = {f"bay.{corner}_a": taped(level, corner) for corner in CORNERS}
    heights = {
        "bay.rail_front_level": taped(level, "rail_front"), "bay.rail_rear_level": taped(level, "rail_rear"),
        "bay.coupler_height": taped(level, "coupler"), "bay.receiver_height": taped(level, "receiver"), "hitch.ball_height": taped(level, "ball"),
    }  # fmt: skip
    floor = {
        "bay.floor": said("flat"), "bay.loaded": said("yes"), "bay.in_line": said("yes"), "bay.marks": said("arch"),
        "vehicle.auto_levelling": said("none"), "vehicle.air_springs": said("fitted" if world.vehicle.air else "none"),
    }  # fmt: skip
    entries = {**practice.entries, **floor, **heights, **marks}
    return replace(practice, entries=entries, taped_at=world.pressure)


def hitch_written(practice: Practice) -> Mapping[str, Mapping[str, str]]:
    """The hitch as it is mounted, written down."""
    mounted = practice.yard.scene.mounted
    return {
        "hitch.kit": said(mounted.kit), "hitch.shank": said(mounted.shank), "hitch.ball": said(mounted.ball),
        "bay.bracket_place": written(mounted.bracket, "length"), "bay.bars_way_up": said("yes"), "bay.lines_clear": said("yes"),
    }  # fmt: skip


def _jack_left_down(practice: Practice) -> Practice:
    begun = a_marks(practice)
    yard = begun.yard
    level = yard.now(replace(yard.scene, jack=yard.world.trailer.coupler))
    coupled = level.now(replace(level.scene, coupled=True, jack=0.0))
    held = coupled.stands.coupler + 0.6 * (level.stands.ball - coupled.stands.coupler)
    return _with(begun, coupled=True, pinned=True, jack=held)


def _aired(world: World) -> World:
    return replace(world, vehicle=replace(world.vehicle, air=0.05 * IN / PSI), pressure=30 * PSI)


def _pumped_after(practice: Practice) -> Practice:
    begun = a_marks(practice)
    told = {"bay.air_set": said("pump_up"), "bay.air_pressure_a": written(30 * PSI, "pressure")}
    begun = replace(begun, entries={**begun.entries, **told})
    return _with(begun, pressure=55 * PSI)


def _only_the_brochure(practice: Practice) -> Practice:
    dropped = ("weighing.", "trailer.gross_weight")
    return replace(
        practice, entries={path: entry for path, entry in practice.entries.items() if not path.startswith(dropped)}
    )


def _the_others_weight(practice: Practice) -> Practice:
    begun = _only_the_brochure(practice)
    return replace(begun, tempting=((560 * LB, "other_trailer"), (4980 * LB, "other_trailer")))


def _wound(tight: bool) -> Callable[[Practice], Practice]:
    """Bars set by somebody else, at the tight or at the slack end of what goes on."""

    def begins(practice: Practice) -> Practice:
        yard = practice.yard
        found = sorted(every_setting(yard), key=lambda counts: restored(coupled_so(yard, counts)))
        far = [so for so in found if restored(coupled_so(yard, so)) > 1.25] if tight else found[:1]
        return _with(a_marks(practice), counts=(far or found[-1:])[0])

    return begins


def _last_hole(practice: Practice) -> Practice:
    """The head in the highest hole of a short shank turned down: too high for this trailer, and nothing left below but turning it."""
    yard = practice.yard
    mounted = yard.scene.mounted
    shank = yard.parts.shank
    ways = positions(shank) if shank is not None else ()
    down = [one for one in ways if one.orientation == mounted.way] if isinstance(ways, tuple) else []
    top = max(down, key=lambda one: one.hole)
    return _remounted(practice, replace(mounted, hole=top.hole))


def _lighter_kit(practice: Practice) -> Practice:
    mounted = practice.yard.scene.mounted
    family = practice.pair.family
    kits = [one for one in practice.yard.stock.kits if one.family == family and one.tongue_rating is not None]
    lightest = min(kits, key=lambda one: sure(one.tongue_rating).value)
    return _remounted(practice, replace(mounted, kit=lightest.name))


def _gear_far_back(practice: Practice) -> Practice:
    gear = practice.yard.world.carried("gear")
    assert gear is not None and gear.to_x is not None
    begun = _with(practice, moved={"gear": gear.to_x})
    begun = _written(begun, loads__gear__at=written(gear.to_x, "length"))
    return _only_the_brochure(begun)


def _heavy_gear(world: World) -> World:
    cargo = tuple(replace(one, mass=640 * LB) if one.key == "gear" else one for one in world.cargo)
    return replace(world, cargo=cargo)


def _sticks(world: World) -> World:
    return replace(world, holds=0.25 * IN)


def _only_the_bolts(practice: Practice) -> Practice:
    return _with(a_marks(practice), wrench="Long-arm 250", torqued={})


SCENARIOS: Mapping[str, Scenario] = {
    one.key: one
    for one in (
        Scenario(key="plain_fit", title="A first plain fit", learns="the order of the work, from the floor to the last trial", customer="Ysolde Karrow",
                 story=("Ysolde Karrow tows for the first time. Trailer and vehicle are loaded as they will travel, and weighed.",
                        "The hitch is mounted; nothing is taped yet."),
                 hints=_USUAL, lesson=frozenset({"tongue_for_rail", "wrong_state", "misread", "from_nowhere", "loaded_lever"}), seed=11),
        Scenario(key="floor_that_leans", title="The floor that leans", learns="to compare left with right before anything is believed", customer="Benno Tarskell",
                 story=("The bay is taken. Benno Tarskell's rig stands on the apron before the shed, where rain runs off to the left.",),
                 hints=("Tape left and right of the same axle, uncoupled.", "They differ by more than half an inch: that is the floor.", "Drive it into the bay before you measure."),
                 lesson=frozenset({"floor_believed"}), seed=12, twist=_leaning),
        Scenario(key="jack_bears", title="The jack that still bears", learns="to look under the jack before B is read", customer="Odalys Fenn",
                 story=("A colleague taped A, coupled the rig, and was called away.", "The rest is yours."),
                 hints=("What stands under the tongue?", "A foot that touches carries.", "Wind it clear of the ground, roll and rock, then read B."),
                 lesson=frozenset({"jack_bears"}), seed=13, begins=_jack_left_down),
        Scenario(key="air_after", title="Somebody pumped the air after", learns="that marks at two pressures are of two vehicles", customer="Corbin Yallow",
                 story=("A was taped at 30 psi. Over lunch Corbin Yallow, who likes a firm ride, saw to his air springs.",),
                 hints=("Look at the gauge before you tape.", "It is not what A was taped at.", "Set it back to 30 psi, or tape A anew."),
                 lesson=frozenset({"air_after"}), seed=14, twist=_aired, begins=_pumped_after),
        Scenario(key="brochure", title="The brochure", learns="to weigh, and not to believe print", customer="Tamsin Orrick",
                 story=("Tamsin Orrick has the brochure with her: 560 lb on the hitch, it says.", "Nobody has weighed anything."),
                 hints=("A brochure's tongue is of an empty trailer.", "Put the tongue scale under the coupler, and the trailer on the weighbridge.",
                        "Type both as measured, before anything is decided."),
                 lesson=frozenset({"brochure_believed"}), seed=15, begins=_only_the_brochure),
        Scenario(key="head_on_the_tape", title="The head on the tape", learns="to say to what a height is taped", customer="Ivo Maltravers-Ede",
                 story=("The rig is loaded and weighed. The head is on the shank already, somebody says.",),
                 hints=("The tape can be held to the ball's top, or to its seat: three inches lie between.", "Say to which it was, beside the figure.",
                        "Top against top, or seat against seat: never one against the other."),
                 lesson=frozenset({"top_for_seat"}), seed=16),
        Scenario(key="half_link", title="Half a link", learns="to set bars on chains, counted from one end, alike on both sides", customer="Ragna Toll",
                 pair=PAIRS[2], story=("Ragna Toll's kit hangs its bars on chains. They are set as they came.",),
                 hints=("Count working links, from the same end, on both sides.", "A whole link may be too much: half of one can be had with a 12 mm bolt.",
                        "Type what you counted, and change it on both sides."),
                 lesson=frozenset({"other_end", "unequal", "miscounted", "too_little", "too_much"}), seed=17, begins=_wound(tight=False)),
        Scenario(key="last_hole", title="The shank's last hole", learns="to mend the height before the bars are touched", customer="Philo Standrake",
                 story=("Philo Standrake mounted the head himself, “as high as it goes, for the speed bumps”.",),
                 hints=("Compare the ball's height with what is wanted.", "Which hole stands the trailer level, coupled, bars on?", "Uncouple, move the head, tape the ball anew."),
                 lesson=frozenset({"not_level"}), seed=18, begins=_last_hole),
        Scenario(key="springs_stick", title="Springs that stick", learns="to roll and to rock before a mark is read", customer="Edda Wrensholm",
                 story=("An old vehicle with dry leaf packs. Everything takes its time.",),
                 hints=("Read a mark, rock the rig, and read it again.", "What it moved by is what the springs held.", "Roll a length and back, rock at both ends, then read."),
                 lesson=frozenset({"not_rocked"}), seed=19, twist=_sticks),
        Scenario(key="other_trailer", title="The other trailer's weight", learns="that a weight belongs to what stood on the scale", customer="Lorcan Abbet",
                 story=("Lorcan Abbet swapped trailers this morning. The slip on the dash says 560 lb on the tongue, 4,980 lb in all: of the one he brought back.",),
                 hints=("What did that slip stand under?", "Weigh this trailer.", "Type what this yard's scales show, and nothing from the slip."),
                 lesson=frozenset({"other_trailer", "brochure_believed"}), seed=20, begins=_the_others_weight),
        Scenario(key="kit_too_light", title="A kit too light", learns="to hold a kit against the load before it is fitted", customer="Merle Quist",
                 story=("Merle Quist brought a kit along, cheap, hardly used. It is on the vehicle.",),
                 hints=("Read the stamp on the head.", "What must it carry, and what is it rated?", "Mount the next that carries it with something to spare."),
                 lesson=frozenset({"kit_too_light"}), seed=21, begins=_lighter_kit),
        Scenario(key="too_much", title="Too much given back", learns="to see when the front carries more than alone, and to slacken", customer="Anselm Dray",
                 story=("Anselm Dray says that more is better. The bars are wound as far as they go on.", "A is taped; the rest is yours."),
                 hints=("With the bars on, does the front stand lower than uncoupled?", "Then it carries more than alone.", "Slacken as the coach says, and measure C again."),
                 lesson=frozenset({"too_much"}), seed=22, begins=_wound(tight=True)),
        Scenario(key="light_tongue", title="Light tongue: move it", learns="to move the load, not to wind the bars", customer="Sabeth Ironmonger-Lile",
                 story=("Sabeth Ironmonger-Lile put everything heavy in the back, where it is easily reached. Nobody has weighed it.",),
                 hints=("Weigh the tongue and the whole.", "What share rests on the tongue? Ten in a hundred at the least.", "Move the gear forward and weigh again."),
                 lesson=frozenset({"light_tongue", "brochure_believed"}), seed=23, twist=_heavy_gear, begins=_gear_far_back),
        Scenario(key="wrench", title="The wrench that cannot", learns="to hold the wrench's scale against the torque", customer="Hob Carrowell",
                 story=("Only the bolts are left. The 250 ft·lb wrench hangs by the door.",),
                 hints=("What does the ball nut ask, and where does this wrench end?", "A wrench beyond its scale only clicks at its end.", "Fetch the one that reaches it, and tighten everything on the sheet."),
                 lesson=frozenset({"wrench_cannot", "not_tight"}), seed=24, goals=frozenset({TIGHT, KIT}), begins=_only_the_bolts),
    )
}  # fmt: skip


def begin(bodies: Bodies, scenario: str) -> Practice:
    """A scenario's rig as it begins. Raises KeyError for one that there is not."""
    one = SCENARIOS[scenario]
    sound = draw(bodies, one.pair, one.seed, one.level, one.twist)
    begun = one.begins(sound)
    begun = replace(begun, entries={**begun.entries, **hitch_written(begun)})
    return replace(begun, customer=one.customer, goals=one.goals, lesson=one.lesson, story=one.story)


def endless(bodies: Bodies, seed: int, level: int) -> Practice:
    """The rig of a seed and a level."""
    pair = PAIRS[int(np.random.default_rng([seed, 7]).integers(len(PAIRS)))]
    story = ("Loaded as it travels, weighed, its hitch mounted. Nothing is taped yet.",)
    drawn = draw(bodies, pair, seed, level)
    drawn = replace(drawn, entries={**drawn.entries, **hitch_written(drawn)})
    return replace(drawn, customer=f"Practice rig {seed}", goals=FIT, story=story)


def hint(scenario: str, number: int) -> str:
    """The hint of a number, from 0; empty where there are no more."""
    one = SCENARIOS.get(scenario)
    hints = _USUAL if one is None else one.hints
    return hints[number] if 0 <= number < len(hints) else ""
