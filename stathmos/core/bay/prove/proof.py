"""What is proved once the bars are set: attitude, bars, clearances, reach."""

from __future__ import annotations

from dataclasses import replace

from stathmos.core.answer import Assessment
from stathmos.core.bay.check import Check, at_least, at_most
from stathmos.core.bay.measure.attitude import coupled_attitude
from stathmos.core.bay.prove.another_hole import another_hole
from stathmos.core.bay.prove.contradicted import taped
from stathmos.core.families import PLAIN
from stathmos.core.figures import Anything, Missing, expanded
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.looks import LEAST, SEEN, Look, wanted
from stathmos.core.mounts import MOUNTS
from stathmos.core.phrases import Phrase, Quantity, as_text, joined
from stathmos.core.rig import Rig, Trial
from stathmos.core.rig.bay import NOT_ON
from stathmos.core.schools import LevelSchool
from stathmos.core.settings import SIDES, Counted, counted_in
from stathmos.core.stock import Kit
from stathmos.core.tolerances import ATTITUDE, PAST_BRACKET, SAME, Between
from stathmos.core.units import LENGTH

#: why how level it stands matters, by the end that is high
_HIGH_IN_FRONT = "Nose-up it sways."
_LOW_IN_FRONT = "Nose-down the front trailer axle carries more, and its tires and bearings wear."


def attitude_check(
    apart: Anything, trial: Trial | None, kit: Kit | None, level: LevelSchool, mend: Phrase | None = None
) -> Check:
    """Within 1¼ in; too high in front, the head goes down a hole, too low, up. ``mend``: what stands it level, where it is known."""
    paths = (f"trials.{trial.key}.rail_front", f"trials.{trial.key}.rail_rear") if trial else ()
    if kit is None:
        paths = ("bay.rail_front_coupled", "bay.rail_rear_coupled")

    def check(state: str, says: Phrase, why: str) -> Check:
        return Check("attitude", "Trailer attitude", state, says, why, paths, ATTITUDE.rule)

    if isinstance(apart, Missing):
        return check(UNKNOWN, Phrase(_not_taped(apart, kit)), f"{_HIGH_IN_FRONT} {_LOW_IN_FRONT}")
    is_high, is_level = apart.value > 0, abs(apart.value) < 1
    way = "level" if is_level else "higher in front" if is_high else "lower in front"
    why = f"{_HIGH_IN_FRONT} {_LOW_IN_FRONT}" if is_level else _HIGH_IN_FRONT if is_high else _LOW_IN_FRONT
    said = {"apart": (abs(apart.value), LENGTH, "up"), "limit": (ATTITUDE.value, LENGTH, "down")}
    says = Phrase(f"The rail stands {{apart}} {way}; {{limit}} is the most.", said)
    if not ATTITUDE.within(apart.value):
        return check(REFUSED, says if mend is None else joined(says, mend), why)
    if not level.holds(apart.value):
        other = f"; the shop's method is “{as_text(level.name)}”."
        stands = Phrase(f"The rail stands {{apart}} {way}, within {{limit}}{other}", said)
        check_so = check(CAUTION, stands, level.means)
        return replace(check_so, rule=level.rule)
    near = abs(apart.value) + expanded(apart) > ATTITUDE.value and abs(apart.value) > 0.9 * ATTITUDE.value
    return check(CAUTION if near else GOOD, says, why)


def _not_taped(apart: Missing, kit: Kit | None) -> str:
    loaded = "coupled and loaded" if kit is None else f"with the {kit.held.loaded}"
    if apart.needs == ("bay.floor",):
        return (
            "The floor is not flat: what the rail says there is no attitude. Level the trailer by a level laid on the frame, tape both "
            f"ends of the rail there, leave the rig on its spot and tape them again {loaded}; lay a 4 ft level on the rail "
            f"{loaded}; or measure on a flat floor."
        )
    return f"The rail is not measured front and rear, {loaded}."


def equal_ends(trial: Trial | None, kit: Kit) -> tuple[Check, ...]:
    """What is set on each bar, the same on both sides."""
    if trial is None:
        return ()
    return tuple(_equal(trial, one) for one in counted_in(trial, kit) if one.kind.sided)


def _equal(trial: Trial, counted: Counted) -> Check:
    name, why = (
        f"Equal {counted.kind.equal} both sides",
        "Set unequally, they twist both frames and pull the trailer to one side.",
    )
    paths = tuple(f"trials.{trial.key}.{field}" for field in counted.by_side)
    if counted.both is None:
        return Check("equal", name, UNKNOWN, Phrase("Not counted on both sides."), why, paths)
    if counted.unequal:
        told = ", ".join(
            f"{number:g} on the {side}" for number, side in zip(counted.by_side.values(), SIDES, strict=True)
        )
        says = Phrase(f"{told}: set both sides the same and measure C again.")
        return Check("equal", name, REFUSED, says, why, paths)
    return Check("equal", name, GOOD, Phrase(f"{counted.both:g} on both sides."), why, paths)


def went_on(trial: Trial | None) -> Check | None:
    """Bars that go on without lifting are too loose; with force, too tight."""
    if trial is None or trial.went_on is None:
        return None
    why = "Lifted about 3 in the bars go on and come off without a fight; stand clear of a loaded lever."
    paths = (f"trials.{trial.key}.went_on",)
    found = trial.went_on.typed
    state, says = {
        NOT_ON: (REFUSED, "They would not go on: too tight. Slacken them as the coach says."),
        "lifted": (GOOD, "They went on with the rig lifted about 3 in."),
        "by_hand": (CAUTION, "They went on without lifting: they are too loose to carry anything."),
        "forced": (CAUTION, "They went on only with force: too tight, or the head is in the wrong hole."),
    }[found]
    return Check("went_on", "How the bars went on", state, Phrase(says), why, paths)


def proofs(rig: Rig, now: Assessment, trial: Trial | None, apart: Anything) -> tuple[Check, ...]:
    """Every proof that this rig needs: its attitude, its bars' ends, and what its family is looked at for."""
    kit = now.choice.in_force.kit if now.choice.weight_distributing else None
    mend = another_hole(rig, now, apart) if kit is None else None
    found: list[Check | None] = [attitude_check(apart, trial, kit, now.rules.level, mend)]
    if kit is None:
        found.append(_empty(rig))
    else:
        found += [bracket_as_bolted(rig, kit), *equal_ends(trial, kit), went_on(trial)]
    found += _mounted(rig, kit)
    found += [_against_the_tape(looked_at(rig, look), rig, kit, now) for look in looks_of(rig, kit)]
    return tuple(one for one in found if one is not None)


def bracket_as_bolted(rig: Rig, kit: Kit) -> Check | None:
    """The brackets where they were bolted, against the maker's range and the bars' length; None before they are on."""
    place, paths = rig.bay.bracket_place, ("bay.bracket_place",)
    least, most, bar = kit.bracket_least, kit.bracket_most, kit.bar_length
    reaches = bar is not None and any(one.key == "past" for one in looks_of(rig, kit))
    if place is None or (least is None and most is None and not reaches):
        return None
    name, why = (
        "Brackets as bolted",
        "The bars are made for that place: nearer they bind, farther they slip off the bracket.",
    )
    put: dict[str, Quantity] = {"place": (place.value, LENGTH, "nearest")}
    low, high = least.value if least is not None else None, most.value if most is not None else None
    if (low is not None and place.value < low - SAME) or (high is not None and place.value > high + SAME):
        put |= {key: (edge, LENGTH, "nearest") for key, edge in (("least", low), ("most", high)) if edge is not None}
        both = low is not None and high is not None
        span = "{least} to {most}" if both else "{least} at the least" if low is not None else "{most} at the most"
        says = Phrase(f"{{place}} behind the ball; the handbook says {span}.", put)
        return Check("bracket_as_bolted", name, REFUSED, says, why, paths)
    if reaches and bar is not None and not PAST_BRACKET.least(bar.value - place.value):
        put |= {
            "bar": (bar.value, LENGTH, "nearest"),
            "past": (bar.value - place.value, LENGTH, "down"),
            "limit": (PAST_BRACKET.value, LENGTH, "up"),
        }
        says = Phrase("{place} behind the ball: a bar of {bar} reaches {past} past it, and {limit} is the least.", put)
        return Check("bracket_as_bolted", name, REFUSED, says, why, paths, PAST_BRACKET.rule)
    return Check(
        "bracket_as_bolted", name, GOOD, Phrase("{place} behind the ball, as the bars are made for.", put), why, paths
    )


def _against_the_tape(check: Check, rig: Rig, kit: Kit | None, now: Assessment) -> Check:
    """A look as it was answered; where a taped figure says otherwise it is asked about, and is no approval."""
    tape = taped(check.key, rig, kit, now)
    if tape is None or check.state == UNKNOWN or tape.so == (check.state == GOOD):
        return check
    state = UNKNOWN if check.state == GOOD else check.state
    asks = joined(check.says, tape.says, Phrase("One of the two is wrong: measure again, or correct the answer."))
    return replace(check, state=state, says=asks, paths=(*check.paths, *tape.paths))


def _empty(rig: Rig) -> Check | None:
    """How level the trailer stands empty, where it was taped: a slightly different attitude is expected, and more is a caution."""
    apart = coupled_attitude(rig, "empty")
    if isinstance(apart, Missing):
        return None
    way = "level" if abs(apart.value) < 1 else "higher in front" if apart.value > 0 else "lower in front"
    said = {"apart": (abs(apart.value), LENGTH, "up"), "limit": (ATTITUDE.value, LENGTH, "down")}
    why = "It will be towed empty one day: what stands level full may stand nose-up then."
    state = GOOD if ATTITUDE.within(apart.value) else CAUTION
    paths = ("bay.rail_front_empty", "bay.rail_rear_empty")
    says = Phrase(f"Empty, the rail stands {{apart}} {way}; {{limit}} is the most.", said)
    return Check("attitude_empty", "Trailer attitude, empty", state, says, why, paths, ATTITUDE.rule)


def _mounted(rig: Rig, kit: Kit | None) -> list[Check | None]:
    """What was said not to be mounted as it should be."""
    told = (MOUNTS[key] for key in (kit.held if kit is not None else PLAIN).mounted)
    says = Phrase("It is not mounted so: put it right before anything is coupled.")
    return [
        Check(f"mounted_{one.key}", one.name, REFUSED, says, one.why, (f"bay.{one.field}",))
        for one in told
        if one.counts is None and rig.choice(f"bay.{one.field}") == "no"
    ]


def looks_of(rig: Rig, kit: Kit | None) -> tuple[Look, ...]:
    """What this rig is looked at for, in the order of the work."""
    return wanted((kit.held if kit is not None else PLAIN).looks, rig.choice)


def looked_at(rig: Rig, look: Look) -> Check:
    """One thing that is looked at, as it was seen or taped."""
    if look.how == SEEN:
        return _seen(rig, look)
    assert look.limit is not None
    if isinstance(look.limit, Between):
        return _between(rig, look, look.limit)
    if look.how == LEAST:
        return at_least(rig, look.paths, look.key, look.name, look.limit, look.why)
    return at_most(rig, look.paths[0], look.key, look.name, look.limit, look.why)


def _seen(rig: Rig, look: Look) -> Check:
    wrong = look.words[-1][0] if look.words else "no"
    found = rig.choice(look.paths[0])
    if not found:
        return Check(
            look.key, look.name, UNKNOWN, Phrase("Nobody has written down whether it is so."), look.why, look.paths
        )
    state = GOOD if found != wrong else REFUSED if look.refuses else CAUTION
    return Check(look.key, look.name, state, Phrase(look.good if state == GOOD else look.bad), look.why, look.paths)


def _between(rig: Rig, look: Look, limit: Between) -> Check:
    """A figure between two limits, counted from another mark where it is."""
    figure, from_mark = rig.figure(look.paths[0]), 0.0
    if look.over:
        end, _, state = look.over.partition("_")
        marks = [rig.figure(f"bay.{end}_{side}_{state}") for side in SIDES]
        known = [one.value for one in marks if not isinstance(one, Missing)]
        if not known:
            return Check(
                look.key,
                look.name,
                UNKNOWN,
                Phrase("The mark that it is counted from is not taped."),
                look.why,
                look.paths,
                limit.rule,
            )
        from_mark = sum(known) / len(known)
    if isinstance(figure, Missing):
        return Check(look.key, look.name, UNKNOWN, Phrase("Not measured."), look.why, look.paths, limit.rule)
    dimension, off = look.dimension or LENGTH, figure.value - from_mark
    said = {
        "is": (off, dimension, "nearest"),
        "low": (limit.low, dimension, "up"),
        "high": (limit.high, dimension, "down"),
    }
    over = ", over where it stands uncoupled" if look.over else ""
    state = GOOD if limit.holds(off) else REFUSED
    return Check(
        look.key,
        look.name,
        state,
        Phrase(f"{{is}}{over}; {{low}} to {{high}} is wanted.", said),
        look.why,
        look.paths,
        limit.rule,
    )
