"""The mistakes that spoil rigs, each once: what it is called, what it does, and the scenario in which one learns not to make it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class Kind:
    """One kind of mistake. ``teaches``: the scenario to practise next. ``outcome``: it is how the rig was let go, and a mistake of its own
    only where no mistake of measuring led there."""

    key: str
    name: str
    why: str
    teaches: str
    outcome: bool = False


MISTAKES: Mapping[str, Kind] = {
    kind.key: kind
    for kind in (
        Kind(key="tongue_for_rail", name="The tongue was measured instead of the rail", teaches="plain_fit",
             why="The A-frame slopes; only the frame rail tells how level the trailer stands."),
        Kind(key="wrong_place", name="The tape was somewhere else", teaches="plain_fit",
             why="What is written of one mark was read at another."),
        Kind(key="top_for_seat", name="Top was read for seat, or seat for top", teaches="head_on_the_tape",
             why="The two differ by the ball's stack height: the shank's hole comes out wrong by whole holes."),
        Kind(key="jack_bears", name="The jack still bore", teaches="jack_bears",
             why="A jack that carries hides the tongue: the front seems to have risen less than it will."),
        Kind(key="air_after", name="The air was changed after A", teaches="air_after",
             why="Air lifts what the bars should give back: marks at two pressures are of two vehicles."),
        Kind(key="levelling_on", name="Auto-levelling was on", teaches="air_after",
             why="It pumps the rear up while it is measured, and hides what the tongue does."),
        Kind(key="not_rocked", name="The springs were not freed", teaches="springs_stick",
             why="A spring that nobody rocked can stand a quarter of an inch from where it belongs."),
        Kind(key="floor_believed", name="A floor that leans was called flat", teaches="floor_that_leans",
             why="A tape measures to the ground: what the ground does is read as the hitch's doing."),
        Kind(key="not_loaded", name="It was measured without what it travels with", teaches="plain_fit",
             why="Every pound moves the marks; what is set empty is wrong full."),
        Kind(key="wrong_state", name="It was measured in another state", teaches="plain_fit",
             why="A is uncoupled, B coupled without bars, C with the bars on."),
        Kind(key="misread", name="The tape was misread", teaches="plain_fit", why="What is written is not what the tape showed."),
        Kind(key="from_nowhere", name="It was written without being measured", teaches="plain_fit",
             why="A figure that nobody took is a guess, and a guess is no reading."),
        Kind(key="brochure_believed", name="The brochure was believed", teaches="brochure",
             why="Brochure tongue weights are of an empty trailer, and run low."),
        Kind(key="other_trailer", name="It is the other trailer's weight", teaches="other_trailer",
             why="A weight belongs to the trailer that stood on the scale."),
        Kind(key="other_end", name="It was counted from the other end", teaches="half_link",
             why="Counted from two ends, equal numbers are not equal, and a trial teaches the wrong thing."),
        Kind(key="miscounted", name="It was miscounted", teaches="half_link", why="A trial teaches only with the setting it was made with."),
        Kind(key="unequal", name="The two sides were set differently", teaches="half_link",
             why="One bar wound more than the other steers the rig."),
        Kind(key="loaded_lever", name="Bars were forced on or off under load", teaches="plain_fit",
             why="A loaded bar or lever can injure: the rig is lifted about 3 in first."),
        Kind(key="not_safe", name="It was loaded or rolled before it was safe", teaches="wrench",
             why="Head and frame bolts at their torque, latch closed and pinned: only then it is loaded, rolled or rocked."),
        Kind(key="kit_too_light", name="The kit is too light", teaches="kit_too_light",
             why="Its bars bend, weight does not move, and it wears out in a summer.", outcome=True),
        Kind(key="too_much", name="Too much is given back", teaches="too_much",
             why="The front carries more than it did alone, and the rear is light in the wet.", outcome=True),
        Kind(key="too_little", name="Too little is given back", teaches="half_link",
             why="The front stays light: it steers and brakes less than it should.", outcome=True),
        Kind(key="not_level", name="The trailer does not stand level", teaches="last_hole",
             why="Nose-up it sways; nose-down the front trailer axle carries more.", outcome=True),
        Kind(key="light_tongue", name="Too little rests on the tongue", teaches="light_tongue",
             why="Too light a tongue sways, and no hitch mends that.", outcome=True),
        Kind(key="wrench_cannot", name="The wrench cannot do that torque", teaches="wrench",
             why="Beyond its scale a wrench clicks at its end: the bolt is looser than what is written."),
        Kind(key="not_tight", name="A bolt is not as tight as it must be", teaches="wrench", why="What is not tight works loose.", outcome=True),
        Kind(key="not_set", name="It was let go before it was set", teaches="plain_fit",
             why="Coupled, latched and pinned, jack clear, hitch loaded: so it goes.", outcome=True),
        Kind(key="wrong_verdict", name="The verdict was wrong", teaches="plain_fit", why="What may not go was let go, or what may go was held.", outcome=True),
    )
}  # fmt: skip
