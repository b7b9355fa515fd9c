"""The coupling and uncoupling drill and the walk-round, fitted to this rig, each step with why."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay import Fit
from stathmos.core.families import PLAIN, Family, Words
from stathmos.core.figures import Missing
from stathmos.core.phrases import Phrase
from stathmos.core.rig import ENTRIES, Rig
from stathmos.core.settings import ENDS, HEAD
from stathmos.core.units import LENGTH

COUPLING, UNCOUPLING = "coupling", "uncoupling"


@dataclass(frozen=True)
class DrillStep:
    """One step. ``caution``: where it can hurt."""

    key: str
    part: str
    does: Phrase
    why: str
    caution: str
    done: bool


_LOADED_BAR = "A loaded bar or lever can injure: stand clear of its end."


def drill(rig: Rig, fit: Fit) -> tuple[DrillStep, ...]:
    """Every step that this rig needs, in order; what it has not got is not asked for."""
    kit, ball = fit.measured.kit, fit.now.choice.in_force.ball
    held = kit.held if kit is not None else PLAIN
    brakes = rig.choice("trailer.brakes")
    breakaway = rig.choice("trailer.breakaway") != "no" and brakes != "none"
    size = ball.diameter if ball is not None else None
    coupler = rig.figure("trailer.coupler_size")
    steps: list[tuple[str, str, Phrase, str, str]] = []

    def step(key: str, does: str | Phrase, why: str, caution: str = "", part: str = COUPLING) -> None:
        steps.append((key, part, does if isinstance(does, Phrase) else Phrase(does), why, caution))

    step(
        "spotter",
        "Back up to the coupler with a spotter who can be seen.",
        "The driver sees neither ball nor hands.",
        "Nobody stands between vehicle and trailer while it moves.",
    )
    step("chocks_in", "Chock the trailer's wheels on both sides.", "An uncoupled trailer rolls.")
    if size is not None and not isinstance(coupler, Missing):
        step(
            "match",
            Phrase(
                "Ball {ball} and coupler {coupler}: read both stamps.",
                {"ball": (size.value, LENGTH, "nearest"), "coupler": (coupler.value, LENGTH, "nearest")},
            ),
            "A ball too small lets go over a bump.",
        )
    else:
        step(
            "match",
            "Read the stamps on ball and coupler: they are to be the same.",
            "A ball too small lets go over a bump.",
        )
    step(
        "lower",
        "Lower the coupler onto the ball.",
        "Fingers on the jack only.",
        "Keep hands out from under the coupler.",
    )
    step("latch", "Close the latch and put its pin in.", "A latch that is not pinned opens over bumps.")
    step(
        "lift_test",
        "Lift test: jack the tongue until the vehicle's rear rises with it.",
        "Only then the ball is truly in the coupler.",
    )

    def told(key: str, words: Words | None, part: str = COUPLING) -> None:
        if words is not None:
            step(key, words.does, words.why, words.caution, part)

    if held.bars:
        told("lift_for_bars", held.lift)
        step("bars_on", _bars_on(fit, held), "Set as proved here; another setting is another rig.", _LOADED_BAR)
        step("bar_pins", held.secure, "A bar that drops out drags and lets the trailer sway.")
    step(
        "chains_seen",
        "Look at both chains and hooks: the ratings can be read, forged and not cast, no kink or stretched link, a clip on each hook.",
        "They hold the trailer when all else has let go.",
    )
    step("jack_up", "Jack right up and stowed.", "It catches the first driveway.")
    step(
        "chains",
        "Chains crossed under the coupler, hooked to the receiver from both sides, clear of the ground.",
        "Crossed they cradle the coupler if it drops.",
    )
    if breakaway:
        step(
            "breakaway",
            "Breakaway lead to the vehicle itself, not to the chains or the ball mount.",
            "If the mount comes off, the lead must still pull.",
        )
    if brakes != "none":
        step("plug", f"{_plug(rig)} in and latched.", "Brakes and lights go through it.")
    step(
        "lights",
        "Lights, turn and brake, somebody looking from behind."
        if brakes != "none"
        else "Trailer lights plugged in and seen from behind.",
        "The law asks for it, and so does whoever follows.",
    )
    step("hitch_pin", "Hitch pin and clip through receiver and shank.", "It alone keeps the shank in the receiver.")
    step("chocks_out", "Chocks away.", "Only now is the trailer held by the vehicle.")
    if brakes == "electric":
        step(
            "squeeze",
            "Roll at walking pace and squeeze the controller by hand: the trailer's brakes hold.",
            "The gain is set by feel, loaded as today.",
        )
    if brakes == "surge":
        step(
            "surge",
            "Roll and brake gently: the surge coupler slides and the brakes hold. Reverse lock-out (the fifth wire) tried.",
            "Surge brakes hold the trailer in reverse without it.",
        )
    if breakaway:
        step(
            "pull_test",
            "Pull the breakaway pin and ease forward: the brakes hold. Pin back in.",
            "A flat breakaway battery is found now, or on a hill.",
        )
    step(
        "walk",
        "Walk round: tyres, doors, steps, stabilisers, awning, mirrors, witness marks.",
        "Most trouble is seen from outside.",
    )
    step(
        "drive",
        "A short drive, then stop: witness marks, latch, pins, warm hubs, noise.",
        "Parts bed in; what has moved shows now.",
    )
    step(
        "un_chocks",
        "Uncoupling: on level ground, chocks in on both sides.",
        "The vehicle will not hold it any more.",
        part=UNCOUPLING,
    )
    told("un_lift", held.unload, UNCOUPLING)
    told("un_bars", held.take_off, UNCOUPLING)
    step(
        "un_leads",
        f"{_plug(rig)}, breakaway lead and chains off." if breakaway else "Lights and chains off.",
        "So that nothing is torn when the vehicle leaves.",
        part=UNCOUPLING,
    )
    step(
        "un_latch",
        "Pin out, latch open, jack until the coupler clears the ball.",
        "Weight on the jack, not on the latch.",
        "Feet clear of the jack.",
        UNCOUPLING,
    )
    step(
        "un_away",
        "Drive forward slowly; look back at once.",
        "A coupler that hangs on lifts the vehicle's rear.",
        part=UNCOUPLING,
    )
    return tuple(
        DrillStep(
            key, part, does, why, caution, rig.choice(f"drill.{key}.done") == "yes" if rig.one("drill", key) else False
        )
        for key, part, does, why, caution in steps
    )


def _plug(rig: Rig) -> str:
    """The plug as the socket at the receiver is; where nobody wrote which, the plug."""
    entry = ENTRIES["vehicle.socket"]
    words = dict(entry.choices)
    known = rig.choice("vehicle.socket") or ("seven" if rig.choice("vehicle.seven_way") == "yes" else "")
    return f"{words[known]} plug" if known else "Plug"


def _bars_on(fit: Fit, held: Family) -> Phrase:
    """How the bars go on, set as they were last counted: bar ends first, then the head."""
    last = next((one for one in reversed(fit.measured.trials) if one.setting is not None), None)
    set_so = [] if last is None else [(one.kind, one.both) for one in last.counted if one.both is not None]
    ends = [
        kind.count(number) + (" on both sides" if kind.sided else "") for kind, number in set_so if kind.where == ENDS
    ]
    head = [f"head at {kind.count(number)}" for kind, number in set_so if kind.where == HEAD]
    told = ", ".join([*ends, *head])
    return Phrase(f"{held.put_on}: {told}." if told else f"{held.put_on}, as set in the bay.")
