"""The plainest remedy of an overloaded link in a sentence, each tried on the rig before it is said."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

from stathmos.core import load_changes
from stathmos.core.cargo import travels
from stathmos.core.figures import Figure, Given, Missing, sure, there, work
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import AXLES, LINKS, SAME, Link, State
from stathmos.core.remedies.advice import Remedy
from stathmos.core.remedies.tryout import Tryout
from stathmos.core.rig import KINDS, Load, Rig
from stathmos.core.rig.loads import TO_COME_OUT
from stathmos.core.trial import Bench
from stathmos.core.units import LENGTH, WEIGHT

#: every rating of the trailer's wheels and axles, and of them those of one axle by itself
_ON_AXLES = tuple(key for key, (_, part) in LINKS.items() if part == "trailer_axles")
_ONE_AXLE = tuple(key for key in _ON_AXLES if key.startswith(tuple(one.key for one in AXLES)))
_TRAILER_SIDE = (*_ON_AXLES, "trailer_gvwr", "coupler", "chains")
_PARTS = ("ball", "hitch_gross", "hitch_tongue", "shank_gross", "shank_tongue")
_VEHICLE_SIDE = ("rear_gawr", "payload", "gvwr", "gcwr")
#: the axle that carries more the more the bars give back, and the school that asks least of them
_LESS_RESTORATION = {"front_gawr": ("ways.restoration_school", "half")}
_RECEIVER = ("receiver_gross", "receiver_tongue")


def remedy(bench: Bench, link: Link, tryout: Tryout | None, others: Callable[[], tuple[Remedy, ...]]) -> Phrase:
    """What to do about a load link that is over its rating. ``others``: all that help, tried, the least first."""
    put = {
        "demand": (sure(link.demand).value, sure(link.demand).dimension, "up"),
        "rating": (sure(link.rating).value, sure(link.rating).dimension, "down"),
    }
    if link.key in _PARTS:
        return Phrase("Fit a part rated {demand} or more.", put)
    if tryout is not None:
        cure = next(_cures(bench, link, tryout), None)
        if cure is not None:
            return cure
        other = next((one for one in others() if one.link == link.key and one.clean), None)
        if other is not None:
            return other.says
    if link.key in _TRAILER_SIDE:
        return Phrase("Choose a trailer rated {demand} or more there, or a lighter one.", put)
    if link.key in _VEHICLE_SIDE:
        return _not_in_the_bed(bench.rig, link)
    return Phrase("Choose a lighter trailer, or a vehicle and receiver rated {demand} or more.", put)


def _cures(bench: Bench, link: Link, tryout: Tryout) -> Iterator[Phrase]:
    """The sentences that were tried and put the link right, and nothing else wrong."""
    if link.key in _ONE_AXLE:
        yield from _level_it(bench, link)
    if link.key in _TRAILER_SIDE:
        yield from _out_of_the_trailer(bench, link)
    if link.key in _VEHICLE_SIDE:
        yield from _out_of_the_bed(bench, link, tryout)
    if link.key in _LESS_RESTORATION:
        path, school = _LESS_RESTORATION[link.key]
        outcome = tryout.chosen(((path, school),))
        if link.key not in outcome.over and outcome.clean:
            yield Phrase("Set less restoration: half and no further.")
    if link.key in _RECEIVER and bench.on_hitch.build.weight_distributing is False:
        outcome = tryout.chosen((("hitch.style", "weight_distributing"),))
        if link.key not in outcome.over and outcome.clean:
            yield Phrase("Use a weight-distributing hitch: this receiver is rated for it that way.")


def _level_it(bench: Bench, link: Link) -> Iterator[Phrase]:
    """The ball at the height that stands the trailer level; tried there, with the load as it is."""
    on, planned = bench.on_hitch, bench.planned
    level, ball = on.heights.level, on.heights.ball_standing
    if isinstance(level, Missing) or isinstance(ball, Missing):
        return
    levelled = replace(on, heights=replace(on.heights, ball_standing=level))
    then = levelled.links.under(levelled.carried(bench.weights.tongue, planned.gross, bench.loads, lean=bench.lean))
    if any(one.state is State.OVER and one.key not in bench.over_now for one in then):
        return
    now = next(one for one in then if one.key == link.key)
    if now.state is State.OVER:
        return
    put = {
        "ball": (level.value, LENGTH, "nearest"),
        "by": (abs(level.value - ball.value), LENGTH, "nearest"),
        "then": (sure(now.demand).value, WEIGHT, "up"),
    }
    way = "Raise" if level.value > ball.value else "Lower"
    yield Phrase(
        f"Stand the trailer level: it carries {{then}} there then. {way} the ball by {{by}}, to {{ball}} before coupling.",
        put,
    )


def _out_of_the_trailer(bench: Bench, link: Link) -> Iterator[Phrase]:
    """So much out of the trailer that the link stands at its rating, the tongue's share kept; tried with both lighter alike."""
    tongue, gross = bench.planned.tongue, bench.planned.gross
    if isinstance(tongue, Missing) or isinstance(gross, Missing):
        return
    # Every load of the trailer's side goes with its gross weight while the share is kept.
    left = sure(link.rating).value / sure(link.demand).value
    lighter = bench.on_hitch.carried(_times(tongue, left), _times(gross, left), bench.loads, lean=bench.lean)
    then = bench.on_hitch.links.under(lighter)
    if any(one.key == link.key and one.state is State.OVER for one in then):
        return
    evenly = "" if link.key in ("trailer_gvwr", "coupler", "chains") else ", ahead of the axles and behind them alike,"
    put = {"out": (gross.value * (1 - left), WEIGHT, "up")}
    yield Phrase(
        f"Take {{out}} out of the trailer{evenly} or choose one rated for it."
        if evenly
        else "Take {out} out of the trailer, or choose one rated for it.",
        put,
    )


def _times(known: Given | Figure, by: float) -> Figure:
    made = work("as planned · what is left", WEIGHT, lambda whole: whole * by, None, whole=known)
    assert isinstance(made, Figure)
    return made


def _out_of_the_bed(bench: Bench, link: Link, tryout: Tryout) -> Iterator[Phrase]:
    """So much out of the bed that the link stands at its rating; a bed load bears on the rear axle by its place."""
    out = _out_of_bed(bench.rig, link)
    writes: list[Load] = []
    left = load_changes.to_the_pound(out)
    for one in bench.placed:
        if one.load.kind_key == BED and travels(one) and not isinstance(one.weight, Missing) and left > SAME:
            writes += load_changes.taken_out(bench.rig, one, min(left, one.weight.value))
            left -= one.weight.value
    if not writes or left > SAME:
        return
    outcome = tryout.loads(tuple(writes))
    if link.key not in outcome.over and outcome.clean:
        yield Phrase("Take {out} out of the bed or boot, or choose a lighter trailer.", {"out": (out, WEIGHT, "up")})


BED = "bed"


def _out_of_bed(rig: Rig, link: Link) -> float:
    """How much must come out of the bed for the link to stand at its rating, kg; without end where that does nothing."""
    in_bed = [load for load in rig.loads if load.kind_key == BED and load.when_key != TO_COME_OUT]
    # Of several the one that bears least on the rear axle: enough, whichever is taken.
    usual = there(KINDS[BED].wheelbases)
    lever = min([_bed_lever(rig, load) for load in in_bed] or [usual]) if link.key == "rear_gawr" else 1.0
    return -(link.margin or 0.0) / lever if lever > 0 else float("inf")


def _not_in_the_bed(rig: Rig, link: Link) -> Phrase:
    """What is left where the bed has not enough in it."""
    out = _out_of_bed(rig, link)
    if out == float("inf"):
        return Phrase("Choose a lighter trailer, or a vehicle rated for it.")
    says = "Choose a lighter trailer, or a vehicle rated for it."
    in_bed = [load for load in rig.loads if load.kind_key == BED and load.when_key != TO_COME_OUT]
    if sum(load.weight.value for load in in_bed if load.weight is not None) < out:
        says = "There is not {out} in the bed or boot to take out: choose a lighter trailer or a vehicle rated for it."
    return Phrase(says, {"out": (out, WEIGHT, "up")})


def _bed_lever(rig: Rig, load: Load) -> float:
    """What share of a bed load the rear axle carries: by its place where one is written, else by where beds usually are."""
    place, wheelbase = load.moved_to or load.at, rig.vehicle.wheelbase
    if place is None or wheelbase is None:
        return there(KINDS[BED].wheelbases)
    return place.value / wheelbase.value
