"""A change of load judged without choosing a hitch anew, where the one that is chosen plainly stays.

The whole judgement of a rig with other loads differs from its chain in what is chosen of the shelf, how high that stands, and
what is said of the tongue. Where the hitch in force keeps clear of all its limits, the chain and the share tell the rest.
"""

from __future__ import annotations

from stathmos.core import decisions
from stathmos.core.choice import Choice
from stathmos.core.figures import Anything, Missing, expanded, sure, there, wanting
from stathmos.core.finding import FINE, PERHAPS_TOO_MUCH, REFUSED, SEVERITY, UNKNOWN
from stathmos.core.limits.steady import HEIGHT_CLEAR
from stathmos.core.ratings import Link, State, full_tongue, hitch_load
from stathmos.core.rig import Load
from stathmos.core.selection import USABLE, AnyVerdict
from stathmos.core.stock import Kit, Shank, Sleeve
from stathmos.core.trial import Bench, Tried
from stathmos.core.tryout import SHARE, Outcome, Spare, Stood, link_severities, outcome_of
from stathmos.core.units import KG_PER_LB, WEIGHT
from stathmos.core.weighing import CANNOT_TELL, HEAVY, INSIDE, LIGHT, LOW_SIDE, surely_light

Part = Kit | Shank | Sleeve

#: kg of hitch load that are clear of another hitch
CLEAR = 25 * KG_PER_LB
#: kg by which another kit, heavier or longer, may load an axle otherwise: from memory
ANOTHER_KIT = 100 * KG_PER_LB
#: and another shank or mount, which may stand an inch otherwise and weigh a few pounds more
ANOTHER_SHANK = 20 * KG_PER_LB
#: a trailer that loses or gains more than this share of its weight is judged whole
NEARLY_ALL = 0.5
#: so many times less well a load may be known with other loads than without: from memory
LESS_WELL = 2.0
TONGUE = "weigh/tongue"


def on_the_same_hitch(bench: Bench, choice: Choice, stood: Stood, writes: tuple[Load, ...]) -> Outcome | None:
    """The rig with some loads written otherwise, against the rig as it stood; None where the whole must be judged."""
    if not _plain(bench):
        return None
    then = bench.tried(writes)
    close = _close(bench, then, writes)
    spare = _spare(bench, choice, then, close)
    if spare is None or _too_light_as_towed(then) or surely_light(bench.loaded(writes).rig, then.weights):
        return None
    judged, before = then.weights.judgement, stood.severities
    severity = {name: badly for name, badly in before.items() if "/" in name and name not in (SHARE, TONGUE)}
    beside = {link.key for link in stood.planned} - {link.key for link in then.links}
    severity |= {name: badly for name, badly in before.items() if name in beside}
    severity |= link_severities(close)
    state = _of_the_share(judged.state, judged.sides)
    if state != FINE:
        severity[SHARE] = state
    over = tuple(link for link in then.links if link.state is State.OVER)
    fixed = tuple(link for link in stood.planned if link.key in beside and link.state is State.OVER)
    light = frozenset({("tongue_light", "share")}) if judged.state == LIGHT else frozenset()
    return outcome_of(
        stood, (*over, *fixed), severity, stood.refused - {("tongue_light", "share")} | light, lambda worse: (), spare
    )


def _plain(bench: Bench) -> bool:
    """Whether the tongue was weighed and nothing of the style hangs on what the trailer weighs: what is demanded and what forbidden."""
    weights, rig = bench.weights, bench.rig
    weighed = weights.weighed and weights.reconciled.settled and weights.gross_reconciled.settled
    of_itself = bench.on_hitch.build.weight_distributing or not decisions.forbidden_by(rig)
    return weighed and of_itself and rig.choice("vehicle.handbook_wd") != "required"


def _of_the_share(state: str, sides: tuple[str, ...]) -> int:
    if state == LIGHT:
        return SEVERITY[REFUSED]
    if state == CANNOT_TELL:
        return SEVERITY[UNKNOWN] if LOW_SIDE in sides else PERHAPS_TOO_MUCH
    return PERHAPS_TOO_MUCH if state == HEAVY else FINE if state == INSIDE else SEVERITY[UNKNOWN]


def _too_light_as_towed(then: Tried) -> bool:
    if then.towed is None or isinstance(then.weights.gross, Missing):
        return False
    return then.towed.value < then.weights.judgement.low * then.weights.gross.value + CLEAR


def _serves(verdicts: tuple[AnyVerdict, ...], name: str) -> bool:
    """Whether a part, by its name, serves, if with care."""
    return any(one.part.name == name and one.state in USABLE for one in verdicts)


def _spare(bench: Bench, choice: Choice, then: Tried, close: tuple[Link, ...]) -> Spare | None:
    """How far the hitch in force is from its limits with the changed trailer; None where it is not clear of them."""
    build, on = choice.in_force, bench.on_hitch
    tongue, gross, behind = then.weights.tongue, then.weights.gross, then.carried.loads.behind_axle
    above, slack = on.above_as_set(tongue), on.heights.slack
    if not build.complete or wanting(tongue, gross, behind, above, slack):
        return None
    kit, shank = build.kit, there(build.shank)
    if not _serves(choice.shanks, shank.name) or (kit is not None and not _serves(choice.kits, kit.name)):
        return None
    if _near_a_rating(close, ANOTHER_SHANK):
        return None
    otherwise = _carried_otherwise(bench, choice, then)
    if otherwise and (
        _near_a_rating(close, ANOTHER_KIT, known=True) or _rated_for_less(otherwise, sure(gross).value + ANOTHER_KIT)
    ):
        return None
    was = sure(bench.weights.gross).value
    if abs(sure(gross).value - was) > NEARLY_ALL * was:
        return None
    load = sure(tongue).value + sure(behind).value
    ratings = [part.tongue_rating for part in (kit, shank, build.sleeve) if part is not None]
    spare = [given.value - load if given else -1.0 for given in ratings]
    if kit is not None and kit.tongue_minimum is not None:
        spare.append(load - kit.tongue_minimum.value)
    found = Spare(min(spare), sure(slack).value - abs(sure(above).value))
    return found if found.tongue > CLEAR and found.height > HEIGHT_CLEAR else None


def _close(bench: Bench, then: Tried, writes: tuple[Load, ...]) -> tuple[Link, ...]:
    """The links but for those that are within their rating by far, whatever is not known and whichever kit it is.

    How well a load is known is reckoned from above, so that it need not be worked out for each.
    """
    written = {load.key for load in writes}
    put = [known for one in bench.placed_with(writes) if one.key in written for known in (one.weight, one.tongue_to)]
    tongue, was = then.weights.tongue, bench.weights.tongue
    if wanting(*put, tongue, was) or sure(was).value <= 0:
        return then.links
    grown = LESS_WELL * max(1.0, sure(tongue).value / sure(was).value)
    more = LESS_WELL * sum(expanded(sure(one)) for one in put)
    before = {link.key: link.demand for link in bench.planned.links}

    def far(link: Link) -> bool:
        known = before.get(link.key)
        if link.state not in (State.WITHIN, State.RESERVE) or known is None or isinstance(known, Missing):
            return False
        if known.dimension != WEIGHT or link.margin is None:
            return False
        return link.margin > ANOTHER_KIT + grown * expanded(known) + more

    return tuple(link for link in then.links if not far(link))


def _near_a_rating(links: tuple[Link, ...], by: float, known: bool = False) -> bool:
    """Whether some link is so near its rating that another part, by so many kg, could make it stand otherwise.

    ``known``: what is not known of the load counts with it.
    """
    for link in links:
        rating, demand = link.rating, link.demand
        if not rating or demand is None or isinstance(rating, Missing) or isinstance(demand, Missing):
            continue
        if abs(rating.value - demand.value) < by + (expanded(demand) if known else 0.0):
            return True
    return False


def _rated_for_less(parts: tuple[Part, ...], gross: float) -> bool:
    """Whether some part is rated for a lighter trailer than that, kg, or nobody knows."""
    return any(not part.gross_rating or part.gross_rating.value < gross for part in parts)


def _carried_otherwise(bench: Bench, choice: Choice, then: Tried) -> tuple[Part, ...]:
    """The parts in force, and the kits that would go before the one in force, that carry the changed trailer with another reserve."""
    rules, gvwr = bench.on_hitch.rules, bench.rig.figure("trailer.gvwr")
    behind = then.carried.loads.behind_axle
    full = hitch_load(full_tongue(then.weights.share, gvwr, rules.share.high, then.weights.never_over), behind)
    load = hitch_load(then.weights.tongue, behind)
    was, now = (choice.hitch_load, choice.hitch_load_full), (load, full)
    build = choice.in_force

    def carried(part: Part, how: tuple[Anything, Anything]) -> tuple[bool, ...]:
        return _carries(there(part.tongue_rating).value, rules.reserve, *how)

    def otherwise(part: Part) -> bool:
        return carried(part, was) != carried(part, now)

    fitted = tuple(part for part in (build.kit, build.shank, build.sleeve) if part and part.tongue_rating)
    changed = tuple(part for part in fitted if otherwise(part))
    if build.kit is None or bench.rig.part_named("kit"):
        return changed
    others = [one.part for one in choice.kits if one.part.tongue_rating]
    if otherwise(build.kit):
        return (*changed, *others)
    # The one in force carries as it did: only one that carries better than it did may go before it; and where it keeps the
    # reserve with the trailer full, only a smaller one that does so too.
    if not any(_lighter(before, after) for before, after in zip(was, now, strict=True)):
        return changed
    better = [
        one for one in others if any(n and not w for w, n in zip(carried(one, was), carried(one, now), strict=True))
    ]
    if all(carried(build.kit, was)):
        own = there(build.kit.tongue_rating).value
        better = [one for one in better if there(one.tongue_rating).value < own and all(carried(one, now))]
    return (*changed, *better)


def _lighter(before: Anything, after: Anything) -> bool:
    """Whether a load is less than it was, or one of the two is not known."""
    return isinstance(before, Missing) or isinstance(after, Missing) or after.value < before.value


def _carries(rating: float, reserve: float, load: Anything, full: Anything) -> tuple[bool, ...]:
    """Whether a rating bears the load, bears it with the reserve, and bears the full trailer's."""
    planned = [not isinstance(load, Missing) and load.value <= part * rating for part in (1.0, 1 - reserve)]
    return (*planned, isinstance(full, Missing) or full.value <= rating)
