"""A complaint against the rig's own record: likely causes ranked, the figure that speaks for each, what to measure first.

The table of symptoms is common practice, no source. A cause for which the record has a
figure out of bounds *speaks*; one for which the record has nothing is *open*, since what
nobody measured cannot be ruled out. A figure that hangs on the load was in order *at the
visit*: another load changes it, so it is measured again on the rig as it came back; one that
does not, such as a bolt's torque, is *in order*.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from stathmos.core import cargo
from stathmos.core.axles import read_one_by_one, words_for
from stathmos.core.bay import Fit
from stathmos.core.bay_schools import TOO_LITTLE, TOO_MUCH
from stathmos.core.figures import COMMON_PRACTICE, Anything, Missing, expanded, sure, there
from stathmos.core.finding import GOOD, REFUSED
from stathmos.core.phrases import Phrase, as_text, joined
from stathmos.core.ratings import Link, State
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import NOT_ON, WENT_ON
from stathmos.core.rig.loads import TRAILER
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import KG_PER_LB, KPA_PER_PSI, LENGTH, MM_PER_IN, PRESSURE, SHARE, WEIGHT

SPEAKS, OPEN, THEN, QUIET = "speaks for it", "not known", "in order at the visit", "in order"
#: so much behind the axles is worth a word, kg: from memory
MUCH_BEHIND = 50 * KG_PER_LB
#: what nobody knows and what another load may have changed since stand alike, in the order of the table
_RANK = {SPEAKS: 0, OPEN: 1, THEN: 1, QUIET: 2}
SOURCE = COMMON_PRACTICE


@dataclass(frozen=True)
class Cause:
    """One likely cause. ``measure``: what to measure first if it is this one, and ``path`` where that is written, if anywhere."""

    name: str
    standing: str
    says: Phrase
    measure: str
    path: str


@dataclass(frozen=True)
class _Case:
    rig: Rig
    fit: Fit


def _known(figure: Anything) -> bool:
    return not isinstance(figure, Missing)


def _light_tongue(case: _Case) -> Cause:
    share, school = case.fit.now.weights.share, case.fit.now.rules.share
    measure, path = "Weigh the tongue again, loaded as it came back.", "weighing.tongue_scale"
    name = "Too little weight on the tongue"
    if not _known(share):
        return Cause(name, OPEN, Phrase("The tongue's share is not known."), measure, path)
    put = {
        "share": (sure(share).value, SHARE, "down"),
        "low": (school.low, SHARE, "nearest"),
        "u": (expanded(sure(share)), SHARE, "up"),
    }
    # near the low edge it takes little to fall under it: a full tank behind the axles, a rack of bicycles
    near = sure(share).value - expanded(sure(share)) < school.low + 0.01
    says = Phrase("The tongue was {share} of the trailer, give or take {u}; {low} is the least.", put)
    return Cause(name, SPEAKS if near else THEN, says, measure, path)


def _rear_load(case: _Case) -> Cause:
    L = case.rig.figure("trailer.ball_to_axle")
    name, measure = "Load behind the trailer's axles", "Look what rides behind the axles, and weigh the tongue again."
    if not _known(L):
        return Cause(name, OPEN, Phrase("Where the axles are is not known."), measure, "weighing.tongue_scale")
    riding = [one for one in case.fit.now.placed if one.kind.on == TRAILER and cargo.travels(one)]
    behind = [one for one in riding if _known(one.weight) and _known(one.to) and sure(one.to).value > sure(L).value]
    total = sum(sure(one.weight).value for one in behind)
    message = Phrase("By the loading plan {total} ride behind the axles.", {"total": (total, WEIGHT, "up")})
    if total > MUCH_BEHIND:
        return Cause(name, SPEAKS, message, measure, "weighing.tongue_scale")
    if not riding:
        nothing = Phrase("The loading plan says nothing of what is in the trailer.")
        return Cause(name, OPEN, nothing, measure, "weighing.tongue_scale")
    unknown = [one for one in riding if not _known(one.weight) or not _known(one.to)]
    if unknown:
        where = Phrase(
            as_text(f"Of {_named(unknown)} the loading plan does not say how heavy it is and where it rides.")
        )
        return Cause(name, OPEN, where, measure, "weighing.tongue_scale")
    return Cause(name, QUIET, message, measure, "weighing.tongue_scale")


def _named(loads: list[cargo.Placed]) -> str:
    """What some loads are called, in a sentence."""
    return ", ".join(one.load.word.lower() for one in loads)


def _of_check(key: str, name: str, measure: str) -> Callable[[_Case], Cause]:
    """A cause that a proof of the bay speaks for."""

    def cause(case: _Case) -> Cause:
        check = next((one for one in case.fit.proved.proofs if one.key == key), None)
        if check is None:
            return Cause(name, OPEN, Phrase("Not looked at in the bay."), measure, "")
        standing = QUIET if check.state == GOOD else SPEAKS if check.state == REFUSED else OPEN
        return Cause(name, standing, check.says, measure, check.paths[0] if check.paths else "")

    return cause


def _nose(high: bool) -> Callable[[_Case], Cause]:
    name = "Nose high" if high else "Trailer not level"

    def cause(case: _Case) -> Cause:
        apart, measure = case.fit.measured.attitude, "Rail front and rail rear, coupled, bars on."
        path = "trials.trial_1.rail_front"
        if not _known(apart):
            return Cause(name, OPEN, Phrase("The rail was not measured with the bars on."), measure, path)
        put = {"apart": (abs(sure(apart).value), LENGTH, "up"), "limit": (ATTITUDE.value, LENGTH, "down")}
        way = "higher" if sure(apart).value > 0 else "lower"
        off = sure(apart).value if high else abs(sure(apart).value)
        return Cause(
            name,
            SPEAKS if off > ATTITUDE.value / 2 else THEN,
            Phrase(f"The rail stood {{apart}} {way} in front; {{limit}} is the most.", put),
            measure,
            path,
        )

    return cause


def _one_axle(case: _Case) -> Cause:
    """This rig's own split: as weighed axle by axle, or by the rail as it was taped, else as planned."""
    name, measure, path = (
        "One axle carries more than the other",
        "Weigh the trailer axle by axle, coupled.",
        "weighing.bridge_axle_1_bars",
    )
    taped = case.fit.measured.on_axles
    on = taped if taped and not any(isinstance(one.load, Missing) for one in taped) else case.fit.now.bench.planned.each
    rating = case.rig.figure("trailer.axle_rating")
    if len(on) < 2 or any(isinstance(one.load, Missing) for one in on) or isinstance(rating, Missing):
        return Cause(name, OPEN, Phrase("What each axle carries is not known."), measure, path)
    put: dict[str, tuple[float, str, str]] = {f"axle_{one.number}": (sure(one.load).value, WEIGHT, "up") for one in on}
    told = ", ".join(f"{{axle_{one.number}}} on the {words_for(one.number, len(on))}" for one in on)
    loads = [sure(one.load).value for one in on]
    put |= {"rating": (rating.value, WEIGHT, "down")}
    by = (
        "By the rail as it was taped"
        if on is taped and not read_one_by_one(case.rig)
        else "As it was weighed"
        if on is taped
        else "As planned"
    )
    apart = max(loads) - min(loads) > UNLIKE * rating.value or max(loads) > rating.value
    if not all(one.told for one in on):
        look = "Look between the wheels: without an equaliser to join the springs each axle carries by how the trailer stands."
        says = Phrase(f"{by}, and if no equaliser joins the springs: {told}, of {{rating}} each.", put)
        return Cause(name, SPEAKS if apart else OPEN, says, look, "trailer.suspension")
    says = Phrase(f"{by}: {told}, of {{rating}} each.", put)
    return Cause(name, SPEAKS if apart else THEN, says, measure, path)


def _to_one_side(case: _Case) -> Cause:
    name, measure = "Load off-centre", "Weigh left and right wheels apart, or measure the frame left and right."
    lean, each = case.fit.now.bench.lean, case.fit.now.bench.planned.trailer_axles
    if isinstance(lean, Missing) or isinstance(each, Missing) or not lean.value:
        return Cause(name, OPEN, Phrase("The record says of no load on which side it stands."), measure, "")
    put = {"lean": (abs(lean.value), WEIGHT, "up")}
    side = "right" if lean.value > 0 else "left"
    says = Phrase(f"By the loading plan the {side}-hand wheels carry {{lean}} more than half.", put)
    return Cause(name, SPEAKS if abs(lean.value) > UNLIKE / 2 * each.value else THEN, says, measure, "")


UNLIKE = 0.05  # of an axle's rating: so far apart two axles wear their tyres unlike: from memory, to be verified


def _air(name: str) -> Callable[[_Case], Cause]:
    """The trailer's tyres by the pressure that was found in them."""

    def cause(case: _Case) -> Cause:
        found, rated = (case.rig.figure(f"trailer.{one}") for one in ("tyre_pressure", "tyre_rated_pressure"))
        measure, path = "Every tyre's pressure, cold.", "trailer.tyre_pressure"
        if isinstance(found, Missing) or isinstance(rated, Missing):
            return Cause(name, OPEN, Phrase("The record has no pressure of the trailer's tyres."), measure, path)
        put = {"found": (found.value, PRESSURE, "nearest"), "rated": (rated.value, PRESSURE, "nearest")}
        says = Phrase("The trailer's tyres stood at {found}; {rated} is what their rating is for.", put)
        return Cause(name, SPEAKS if abs(found.value - rated.value) > OFF_PRESSURE else THEN, says, measure, path)

    return cause


OFF_PRESSURE = 3 * KPA_PER_PSI  # so far from the rated pressure a tyre is soft or hard: common practice, no source


def _restoration(little: bool) -> Callable[[_Case], Cause]:
    name = "Too little restored" if little else "Too much restored"

    def cause(case: _Case) -> Cause:
        measure, path = "Front arches against state A, loaded as it came back.", "bay.front_left_a"
        window = case.fit.measured.windows[0] if case.fit.measured.windows else None
        f = case.fit.measured.restoration.together
        if window is None:
            return Cause(name, OPEN, Phrase("No bars: nothing is restored."), measure, path)
        if not _known(f) or window.low is None:
            return Cause(name, OPEN, Phrase("What the bars restored is not known."), measure, path)
        put = {
            "f": (sure(f).value, SHARE, "nearest"),
            "u": (expanded(sure(f)), SHARE, "up"),
            "low": (there(window.low), SHARE, "nearest"),
            "high": (there(window.high), SHARE, "nearest"),
        }
        beyond = (TOO_LITTLE,) if little else (TOO_MUCH,)
        edge = (
            sure(f).value - expanded(sure(f)) < there(window.low)
            if little
            else sure(f).value + expanded(sure(f)) > there(window.high)
        )
        says = Phrase(
            "{f} of the front's rise was given back, give or take {u}; “" + window.name + "” wants {low} to {high}.",
            put,
        )
        return Cause(name, SPEAKS if window.verdict in beyond or edge else THEN, says, measure, path)

    return cause


def _link(case: _Case, key: str) -> Link | None:
    return next((one for one in case.fit.now.planned if one.key == key), None)


def _hitch_load(over: bool) -> Callable[[_Case], Cause]:
    """The hitch load against the kit: over its rating (undersized), or under what its bars want (too stiff)."""
    name = "Kit overloaded for its tongue rating" if over else "Bars too stiff for the load"
    key = "hitch_tongue" if over else "hitch_window"

    def cause(case: _Case) -> Cause:
        measure, link = "Weigh the tongue, and what rides behind the rear axle.", _link(case, key)
        if (
            link is None
            or link.demand is None
            or isinstance(link.demand, Missing)
            or link.rating is None
            or not _known(link.rating)
        ):
            return Cause(
                name, OPEN, Phrase("Hitch load or the kit's rating is not known."), measure, "weighing.tongue_scale"
            )
        # the window's link has it the other way about: the bars' least is its demand, the hitch load its rating
        load, rating = (link.demand, link.rating) if over else (link.rating, link.demand)
        put = {"load": (sure(load).value, WEIGHT, "up"), "rating": (sure(rating).value, WEIGHT, "down")}
        says = Phrase(
            "Hitch load {load} on a kit of {rating}."
            if over
            else "Hitch load {load}; the kit's bars want at least {rating}.",
            put,
        )
        bad = link.state in (State.OVER, State.RESERVE, State.LIMIT) if over else link.state is State.OVER
        return Cause(name, SPEAKS if bad else THEN, says, measure, "weighing.tongue_scale")

    return cause


def _bowed(case: _Case) -> Cause:
    """Each bar's force, against the half of what its kit's rating takes to lift."""
    found, loads = _hitch_load(True)(case), case.fit.measured.loads
    if loads is not None and _known(loads.bar_each):
        pulled = Phrase("Each bar pulled {force}.", {"force": (sure(loads.bar_each).value, WEIGHT, "up")})
        return replace(found, says=joined(found.says, pulled))
    return found


def _by_eye(
    name: str, measure: str, says: str = "The record has no figure for it.", path: str = ""
) -> Callable[[_Case], Cause]:
    """A cause that no figure of the record can speak for."""
    return lambda case: Cause(name, OPEN, Phrase(says), measure, path)


def _went_on(tight: bool) -> Callable[[_Case], Cause]:
    name = "Wound too tight: wrong hole, or the head too high or low" if tight else "Bars too loose"

    def cause(case: _Case) -> Cause:
        last = case.fit.measured.trials[-1].trial if case.fit.measured.trials else None
        how = last.went_on.typed if last is not None and last.went_on is not None else ""
        measure, path = "How far the rig must be lifted before the bars go on: about 3 in.", "trials.trial_1.went_on"
        if not how:
            return Cause(name, OPEN, Phrase("How the bars went on is not written down."), measure, path)
        speaks = how in (("forced", NOT_ON) if tight else ("by_hand",))
        says = Phrase(f"In the bay they went on: {dict(WENT_ON)[how]}.")
        return Cause(name, SPEAKS if speaks else QUIET, says, measure, path)

    return cause


def _sleeve(case: _Case) -> Cause:
    sleeve, name = case.fit.now.choice.in_force.sleeve, "Reducer sleeve"
    measure = "Lift and drop the shank in the receiver: how much does it move?"
    if sleeve is None:
        return Cause(name, QUIET, Phrase("The build has no reducer sleeve."), measure, "")
    if sleeve.slop is None:
        return Cause(name, SPEAKS, Phrase(f"“{sleeve.name}” is in the receiver; its play is not known."), measure, "")
    return Cause(
        name,
        SPEAKS,
        Phrase(
            f"“{sleeve.name}” is in the receiver, with {{slop}} of play.", {"slop": (sleeve.slop.value, LENGTH, "up")}
        ),
        measure,
        "",
    )


def _torque(joint: str, name: str) -> Callable[[_Case], Cause]:
    def cause(case: _Case) -> Cause:
        bolts = [one for one in case.fit.proved.torque if one.joint == joint]
        measure = "Witness mark, then the torque wrench."
        if not bolts or any(one.state != GOOD for one in bolts):
            bad = next((one for one in bolts if one.state != GOOD), None)
            return Cause(
                name,
                SPEAKS if bad is not None and bad.state == REFUSED else OPEN,
                bad.says if bad else Phrase("Not written down."),
                measure,
                f"torque.{bad.key}.reached" if bad else "",
            )
        return Cause(name, QUIET, bolts[0].says, measure, f"torque.{bolts[0].key}.reached")

    return cause


def _jaw(case: _Case) -> Cause:
    found = _of_check("jaw", "Jaw play", "Lift the tongue against the latch and measure the play.")(case)
    play = case.rig.figure("bay.jaw_play")
    if _known(play) and found.standing == QUIET and sure(play).value > MM_PER_IN / 8:
        return Cause(found.name, SPEAKS, found.says, found.measure, found.path)
    return found


_SYMPTOMS: dict[str, tuple[Callable[[_Case], Cause], ...]] = {
    "sway": (
        _light_tongue,
        _rear_load,
        _of_check("flat", "Bars not flat, so no friction", "Look along each bar for full contact on its bracket."),
        _nose(True),
        _air("Trailer tyres"),
    ),
    "turns": (
        _hitch_load(True),
        _by_eye("Dry pivots", "Look for grease and scoring at head and brackets."),
    ),
    "light_steering": (_restoration(True), _hitch_load(True)),
    "front_buried": (_restoration(False), _hitch_load(False)),
    "porpoising": (
        _restoration(True),
        _light_tongue,
        _air("Tyre pressures"),
        _by_eye("Worn springs or dampers", "States A and B again: the spring rates against this record."),
    ),
    "tyres": (_one_axle, _nose(False), _to_one_side, _air("Tyre pressures")),
    "bars_fit": (_went_on(True), _went_on(False), _nose(False)),
    "bars_bowed": (_bowed,),
    "clunk": (
        _sleeve,
        _torque("ball_nut", "Loose ball nut"),
        _jaw,
        _torque("head_bolts", "Witness marks moved at the head"),
    ),
}  # fmt: skip


#: symptoms that are a swing: of those one can ask what a load further forward, less speed or friction would do
SWINGS = frozenset({"sway"})


def likely_causes(symptom: str, rig: Rig, fit: Fit) -> tuple[Cause, ...]:
    """Causes of a symptom, likeliest first: those that a figure speaks for, then those nobody knows of or the load may have
    changed, then those in order.

    Raises KeyError for a symptom that is none.
    """
    case = _Case(rig, fit)
    found = [look(case) for look in _SYMPTOMS[symptom]]
    return tuple(sorted(found, key=lambda one: _RANK[one.standing]))
