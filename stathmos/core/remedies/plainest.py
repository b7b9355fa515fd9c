"""The plainest remedy of an overloaded link in a sentence, each tried on the rig before it is said."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from stathmos.core import decisions, load_changes
from stathmos.core.cargo import travels
from stathmos.core.figures import Missing, sure, there
from stathmos.core.limits import guard, steady
from stathmos.core.phrases import Phrase, joined
from stathmos.core.ratings import LINKS, SAME, Link, State
from stathmos.core.remedies.advice import FURTHER, NOT_SURELY, TRIES, Remedy
from stathmos.core.rig import KINDS, Load, Rig
from stathmos.core.rig.hitch import DISTRIBUTING
from stathmos.core.rig.loads import TO_COME_OUT
from stathmos.core.trial import Bench
from stathmos.core.tryout import Outcome, Tryout
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_IN, WEIGHT

#: every rating of the trailer's wheels and axles
_ON_AXLES = tuple(key for key, (_, part) in LINKS.items() if part == "trailer_axles")
_TRAILER_SIDE = (*_ON_AXLES, "trailer_gvwr", "coupler", "chains")
#: the ratings that bear the whole trailer, wherever in it a load stands
_WHOLE_TRAILER = ("trailer_gvwr", "coupler", "chains")
_PARTS = ("ball", "hitch_gross", "hitch_tongue", "shank_gross", "shank_tongue")
_VEHICLE_SIDE = ("rear_gawr", "payload", "gvwr", "gcwr")
#: the axle that carries more the more the bars give back, and the school that asks least of them
_LESS_RESTORATION = {"front_gawr": ("ways.restoration_school", "half")}
_RECEIVER = ("receiver_gross", "receiver_tongue")
#: a ball nearer level than this is told nothing by
_LEVEL = MM_PER_IN / 4
PROBE = 100 * KG_PER_LB


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
    if _wd_unread(bench, link):
        return Phrase(
            "Read the receiver's WD ratings: with a weight-distributing hitch it may be rated for this. If not, choose a lighter trailer."
        )
    if link.key in _TRAILER_SIDE:
        return Phrase("Choose a trailer rated {demand} or more there, or a lighter one.", put)
    if link.key in _VEHICLE_SIDE:
        return _not_in_the_bed(bench.rig, link)
    return Phrase("Choose a lighter trailer, or a vehicle and receiver rated {demand} or more.", put)


def _wd_unread(bench: Bench, link: Link) -> bool:
    """Whether the receiver may carry it with bars, and nobody has read what it is rated for then."""
    if link.key not in _RECEIVER or bench.on_hitch.build.weight_distributing or decisions.forbidden_by(bench.rig):
        return False
    return any(isinstance(bench.rig.figure(f"vehicle.receiver_wd_{what}"), Missing) for what in ("gross", "tongue"))


def _cures(bench: Bench, link: Link, tryout: Tryout) -> Iterator[Phrase]:
    """The sentences that were tried and put the link right, and leave nothing else worse."""
    yield from _level_it(bench, link, tryout)
    if link.key in _TRAILER_SIDE:
        yield from _out_of_the_trailer(bench, link, tryout)
    if link.key in _VEHICLE_SIDE:
        yield from _out_of_the_bed(bench, link, tryout)
    if link.key in _LESS_RESTORATION:
        path, school = _LESS_RESTORATION[link.key]
        if _cured(tryout.chosen(((path, school),)), link):
            yield Phrase("Set less restoration: half and no further.")
    carrying = link.key in _RECEIVER and not bench.on_hitch.build.weight_distributing
    if carrying and _cured(tryout.chosen((("hitch.style", DISTRIBUTING),)), link):
        yield Phrase("Use a weight-distributing hitch: this receiver is rated for it that way.")


def _cured(outcome: Outcome, link: Link) -> bool:
    return outcome.cures(link.key) and outcome.clean


def _level_it(bench: Bench, link: Link, tryout: Tryout) -> Iterator[Phrase]:
    """The ball at the height that stands the trailer level, where the axles or the tongue carry by how it stands."""
    on, planned = bench.on_hitch, bench.planned
    level, ball = on.heights.level, on.heights.ball_standing
    if isinstance(level, Missing) or isinstance(ball, Missing) or abs(level.value - ball.value) < _LEVEL:
        return
    levelled = on.with_ball_at(level)
    then = levelled.links.under(levelled.carried(bench.weights.tongue, planned.gross, bench.loads, lean=bench.lean))
    now = next((one for one in then if one.key == link.key), None)
    if now is None or now.state in (State.OVER, State.UNKNOWN) or not _cured(tryout.with_ball_at(level.value), link):
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


def _out_of_the_trailer(bench: Bench, link: Link, tryout: Tryout) -> Iterator[Phrase]:
    """So much out of the trailer that the link is within its rating, the share of it on the tongue kept."""
    tongue, gross, L = bench.planned.tongue, bench.planned.gross, bench.rig.trailer.ball_to_axle
    if isinstance(tongue, Missing) or isinstance(gross, Missing) or L is None:
        return
    at = L.value * (1 - tongue.value / gross.value)

    def out(kg: float) -> tuple[Load, ...]:
        return load_changes.gone(bench.rig, kg, at)

    probed = bench.tried(out(PROBE)).demands.get(link.key)
    if probed is None or probed >= sure(link.demand).value - SAME:
        return
    each = (sure(link.demand).value - probed) / PROBE
    for within, end in ((guard(sure(link.demand)), ""), (0.0, NOT_SURELY)):
        wanted = load_changes.to_the_pound((within - there(link.margin)) / each)
        for _ in range(TRIES):
            if wanted > _can_come_out(bench):
                break
            outcome = tryout.loads(out(wanted))
            fine = _cured(outcome, link) and (outcome.settled(link.key) or end)
            if fine and steady(bench, tryout, out(wanted)):
                yield _out_words(link, wanted, -there(link.margin) / each, end)
                return
            wanted = load_changes.to_the_pound(wanted * FURTHER)


def _out_words(link: Link, out: float, bare: float, end: str) -> Phrase:
    put = {"out": (out, WEIGHT, "up")}
    alike = "" if link.key in _WHOLE_TRAILER else ", ahead of the axles and behind them alike"
    says = Phrase(f"Take {{out}} out of the trailer{alike}, or choose one rated for it.{end}", put)
    return _with_why(says, out, bare)


#: where so much more must come out than the link is over, it is said why
NOTABLY = 1.2


def _with_why(says: Phrase, out: float, bare: float) -> Phrase:
    """Behind an amount, how much of it is the overload itself; kg."""
    if out <= bare * NOTABLY:
        return says
    put = {"bare": (bare, WEIGHT, "up")}
    return joined(
        says, Phrase("{bare} of that is the overload; the rest covers weights that are not known closely.", put)
    )


def _can_come_out(bench: Bench) -> float:
    """What is in the trailer beyond its empty weight, kg; half of it all where nobody knows that."""
    gross, empty = sure(bench.planned.gross).value, bench.rig.figure("trailer.unladen_weight")
    return gross / 2 if isinstance(empty, Missing) else max(0.0, gross - empty.value)


def _out_of_the_bed(bench: Bench, link: Link, tryout: Tryout) -> Iterator[Phrase]:
    """So much out of the bed that the link is within its rating; a bed load bears on the rear axle by its place."""
    for within, end in ((guard(sure(link.demand)), ""), (0.0, NOT_SURELY)):
        out = load_changes.to_the_pound(_out_of_bed(bench.rig, link, within))
        writes: list[Load] = []
        left = out
        for one in bench.placed:
            if one.load.kind_key == BED and travels(one) and not isinstance(one.weight, Missing) and left > SAME:
                writes += load_changes.taken_out(bench.rig, one, min(left, one.weight.value))
                left -= one.weight.value
        if not writes or left > SAME:
            continue
        outcome = tryout.loads(tuple(writes))
        if _cured(outcome, link) and (outcome.settled(link.key) or end):
            says = Phrase(
                f"Take {{out}} out of the bed or boot, or choose a lighter trailer.{end}", {"out": (out, WEIGHT, "up")}
            )
            yield _with_why(says, out, _out_of_bed(bench.rig, link))
            return


BED = "bed"


def _out_of_bed(rig: Rig, link: Link, within: float = 0.0) -> float:
    """How much must come out of the bed for the link to stand so far within its rating, kg; without end where that does nothing."""
    in_bed = [load for load in rig.loads if load.kind_key == BED and load.when_key != TO_COME_OUT]
    # Of several the one that bears least on the rear axle: enough, whichever is taken.
    usual = there(KINDS[BED].wheelbases)
    lever = min([_bed_lever(rig, load) for load in in_bed] or [usual]) if link.key == "rear_gawr" else 1.0
    return (within - (link.margin or 0.0)) / lever if lever > 0 else float("inf")


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
