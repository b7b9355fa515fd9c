"""The coupling and uncoupling drill and the walk-round, fitted to this rig, each step with why.

Its common steps are data like a family's own, and stand in the same procedure: a test holds both to one order.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.bay import Fit
from stathmos.core.families import PLAIN
from stathmos.core.figures import Missing
from stathmos.core.phrases import Phrase, joined
from stathmos.core.procedure import (
    AFTER,
    COUPLE,
    COUPLED_UP,
    LIFT,
    LOOK,
    RELEASE,
    ROLL,
    SECURE,
    SETTING,
    STAGES,
    UNHOOKING,
    Step,
)
from stathmos.core.rig import ENTRIES, Rig
from stathmos.core.settings import ENDS
from stathmos.core.units import LENGTH

COUPLING, UNCOUPLING = "coupling", "uncoupling"


@dataclass(frozen=True)
class DrillStep:
    """One step. ``caution``: where it can hurt; ``hold``: its place in the drawing, blank where it is done elsewhere."""

    key: str
    part: str
    does: Phrase
    why: str
    caution: str
    hold: str
    done: bool


@dataclass(frozen=True, kw_only=True)
class Common:
    """A step of every drill. ``only``: on which rigs, on all where it is blank; ``words``: its words where they are this rig's."""

    step: Step
    only: Callable[[Rig], bool] | None = None
    words: Callable[[Rig, Fit], Phrase] | None = None


@dataclass(frozen=True)
class Played:
    """A step, and what it says on this rig."""

    step: Step
    says: Phrase


def _brakes(rig: Rig) -> str:
    return rig.choice("trailer.brakes")


def _braked(rig: Rig) -> bool:
    return _brakes(rig) != "none"


def _breaks_away(rig: Rig) -> bool:
    return rig.choice("trailer.breakaway") != "no" and _braked(rig)


def _match(rig: Rig, fit: Fit) -> Phrase:
    ball, coupler = fit.now.choice.in_force.ball, rig.figure("trailer.coupler_size")
    if ball is None or ball.diameter is None or isinstance(coupler, Missing):
        return Phrase("Read the stamps on ball and coupler: they are to be the same.")
    sizes = {"ball": (ball.diameter.value, LENGTH, "nearest"), "coupler": (coupler.value, LENGTH, "nearest")}
    return Phrase("Ball {ball} and coupler {coupler}: read both stamps.", sizes)


def _plug(rig: Rig) -> str:
    """The plug as the socket at the receiver is; where it is not written which, the plug."""
    words = dict(ENTRIES["vehicle.socket"].choices)
    known = rig.choice("vehicle.socket") or ("seven" if rig.choice("vehicle.seven_way") == "yes" else "")
    return f"{words[known]} plug" if known else "Plug"


def _common(
    key: str, kind: str, stage: str, does: str, why: str, caution: str = "", only: Callable[[Rig], bool] | None = None,
    words: Callable[[Rig, Fit], Phrase] | None = None, puts: tuple[str, ...] = (), takes: tuple[str, ...] = (), secures: tuple[str, ...] = (), hold: str = "", short: str = "",
) -> Common:  # fmt: skip
    step = Step(
        key=key,
        kind=kind,
        stage=stage,
        does=does,
        why=why,
        caution=caution,
        puts=puts,
        takes=takes,
        secures=secures,
        hold=hold,
        short=short,
    )
    return Common(step=step, only=only, words=words)


_TORN = "So that nothing is torn when the vehicle leaves."

#: before the family's own steps, between hooking up and unhooking, and after its last
COMMON: tuple[Common, ...] = (
    _common("spotter", LOOK, COUPLED_UP, "Back up to the coupler with a spotter who can be seen.", "The driver sees neither ball nor hands.", "Nobody stands between vehicle and trailer while it moves."),
    _common("chocks_in", SECURE, COUPLED_UP, "Chock the trailer's wheels on both sides.", "An uncoupled trailer rolls.", puts=("chocks",), takes=("chocks for parking",), short="Chock the trailer"),
    _common("hitch_pin", SECURE, COUPLED_UP, "Hitch pin and clip through receiver and shank.", "It alone keeps the shank in the receiver.", secures=("shank",), hold="hitch_pin", short="Hitch pin and clip in"),
    _common("match", LOOK, COUPLED_UP, "", "A ball too small lets go over a bump.", words=_match, hold="ball", short="Ball matches the coupler"),
    _common("lower", COUPLE, COUPLED_UP, "Lower the coupler onto the ball.", "Fingers on the jack only.", "Keep hands out from under the coupler.", puts=("coupler",), hold="coupler", short="Lower onto the ball"),
    _common("latch", SECURE, COUPLED_UP, "Close the latch and put its pin in.", "A latch that is not pinned opens over bumps.", puts=("latch pin",), secures=("coupler",), hold="latch", short="Latch closed and pinned"),
    _common("lift_test", LIFT, COUPLED_UP, "Lift test: jack the tongue until the vehicle's rear rises with it.", "Only then the ball is truly in the coupler.", hold="jack"),
    _common("chains_seen", LOOK, AFTER, "Look at both chains and hooks: the ratings can be read, forged and not cast, no kink or stretched link, a clip on each hook.", "They hold the trailer when all else has let go.", hold="safety_chains"),
    _common("jack_up", LIFT, AFTER, "Jack right up and stowed.", "It catches the first driveway.", hold="jack", short="Jack all the way up"),
    _common("chains", SECURE, AFTER, "Chains crossed under the coupler, hooked to the receiver from both sides, clear of the ground.", "Crossed they cradle the coupler if it drops.", puts=("safety chains",), hold="safety_chains", short="Chains crossed and hooked"),
    _common("breakaway", SECURE, AFTER, "Breakaway lead to the vehicle itself, not to the chains or the ball mount.", "If the mount comes off, the lead must still pull.", only=_breaks_away, puts=("breakaway lead",), hold="lead", short="Breakaway lead on"),
    _common("plug", SECURE, AFTER, "", "Brakes and lights go through it.", only=_braked, words=lambda rig, _: Phrase(f"{_plug(rig)} in and latched."), puts=("plug",), hold="plug", short="Plug in, lights checked"),
    _common("lights", LOOK, AFTER, "", "The law asks for it, and so does whoever follows.", words=lambda rig, _: Phrase("Lights, turn and brake, a helper looking from behind." if _braked(rig) else "Trailer lights plugged in and seen from behind.")),
    _common("chocks_out", RELEASE, AFTER, "Chocks away.", "Only now is the trailer held by the vehicle.", takes=("chocks",), short="Chocks away"),
    _common("squeeze", ROLL, AFTER, "Roll at walking pace and squeeze the controller by hand: the trailer's brakes hold.", "The gain is set by feel, loaded as today.", only=lambda rig: _brakes(rig) == "electric"),
    _common("surge", ROLL, AFTER, "Roll and brake gently: the surge coupler slides and the brakes hold. Reverse lock-out (the fifth wire) tried.", "Surge brakes hold the trailer in reverse without it.", only=lambda rig: _brakes(rig) == "surge", hold="coupler"),
    _common("pull_test", ROLL, AFTER, "Pull the breakaway pin and ease forward: the brakes hold. Pin back in.", "A flat breakaway battery is found now, or on a hill.", only=_breaks_away, hold="lead"),
    _common("walk", LOOK, AFTER, "Walk round: tires, doors, steps, stabilizers, awning, mirrors, witness marks.", "Most trouble is seen from outside."),
    _common("drive", ROLL, AFTER, "A short drive, then stop: witness marks, latch, pins, warm hubs, noise.", "Parts bed in; what has moved shows now."),
    _common("un_chocks", SECURE, UNHOOKING, "Uncoupling: on level ground, chocks in on both sides.", "The vehicle will not hold it any more.", puts=("chocks for parking",), short="Chock the trailer"),
    _common("un_leads", RELEASE, UNHOOKING, "", _TORN, only=_breaks_away, words=lambda rig, _: Phrase(f"{_plug(rig)}, breakaway lead and chains off."), takes=("plug", "breakaway lead", "safety chains"), hold="plug", short="Plug, lead and chains off"),
    _common("un_leads", RELEASE, UNHOOKING, "", _TORN, only=lambda rig: _braked(rig) and not _breaks_away(rig), words=lambda rig, _: Phrase(f"{_plug(rig)} and chains off."), takes=("plug", "safety chains"), hold="plug", short="Plug and chains off"),
    _common("un_leads", RELEASE, UNHOOKING, "Lights and chains off.", _TORN, only=lambda rig: not _braked(rig), takes=("safety chains",), hold="plug", short="Plug and chains off"),
    _common("un_latch", RELEASE, UNHOOKING, "Pin out, latch open, jack until the coupler clears the ball.", "Weight on the jack, not on the latch.", "Feet clear of the jack.", takes=("latch pin", "coupler"), hold="latch", short="Open the latch, jack up"),
    _common("un_away", RELEASE, UNHOOKING, "Drive forward slowly; look back at once.", "A coupler that hangs on lifts the vehicle's rear.", hold="coupler", short="Drive away slowly"),
)  # fmt: skip


def order(rig: Rig, fit: Fit) -> tuple[Played, ...]:
    """The steps that this rig needs, in order: the common ones, with the family's own between them."""
    kit = fit.measured.kit
    held = kit.held if kit is not None else PLAIN
    common = [
        Played(one.step, Phrase(one.step.does) if one.words is None else one.words(rig, fit))
        for one in COMMON if one.only is None or one.only(rig)
    ]  # fmt: skip
    own = {
        stage: [Played(one, _as_set(fit, one) if one.as_set else Phrase(one.does)) for one in held.told(stage)]
        for stage in (SETTING, UNHOOKING)
    }
    on = next(at for at, one in enumerate(common) if STAGES.index(one.step.stage) > STAGES.index(SETTING))
    off = next(at for at, one in enumerate(common) if one.step.stage == UNHOOKING) + 1  # its chocks first
    return (*common[:on], *own[SETTING], *common[on:off], *own[UNHOOKING], *common[off:])


def part_of(step: Step) -> str:
    """Which half of the drill a step belongs to."""
    return UNCOUPLING if step.stage == UNHOOKING else COUPLING


def drill(rig: Rig, fit: Fit) -> tuple[DrillStep, ...]:
    """Every step that this rig needs, in order; what it has not got is not asked for."""
    return tuple(
        DrillStep(
            key=one.step.key,
            part=part_of(one.step),
            does=one.says,
            why=one.step.why,
            caution=one.step.caution,
            hold=one.step.hold,
            done=rig.one("drill", one.step.key) is not None and rig.choice(f"drill.{one.step.key}.done") == "yes",
        )
        for one in order(rig, fit)
    )


def _as_set(fit: Fit, step: Step) -> Phrase:
    """A step with the setting as it was last counted: bar ends first, then the head."""
    last = next((one for one in reversed(fit.measured.trials) if one.setting is not None), None)
    set_so = [] if last is None else [(one.kind, one.both) for one in last.counted if one.both is not None]
    in_turn = sorted(set_so, key=lambda one: one[0].where != ENDS)
    told = [kind.reads(number).after(f"{kind.label.lower()} ") for kind, number in in_turn]
    if not told:
        return Phrase(f"{step.does}, as set in the bay.")
    return joined(*told, by="; ").after(f"{step.does}: ").then(".")
