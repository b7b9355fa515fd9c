"""Tongue weight and gross trailer weight by what is at hand, and what share the one is of the other.

`weigh` goes the way: weighbridge → every way of the tongue → reconciled → as it stands →
what is still to come → as planned → share → under each school → what to read next.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from stathmos.core.cargo import Change, Placed, aboard, still_to_change
from stathmos.core.figures import (
    COMMON_PRACTICE,
    COVERAGE,
    NO_LIMIT,
    Anything,
    Figure,
    Given,
    Known,
    Lazily,
    Missing,
    Provenance,
    Rule,
    sum_of,
    sure,
    work,
)
from stathmos.core.phrases import Notice, Phrase
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.loads import TRAILER
from stathmos.core.rules import Rules
from stathmos.core.schools import ShareSchool
from stathmos.core.uncertainty import as_written, read_on_weighbridge
from stathmos.core.units import SHARE, WEIGHT
from stathmos.core.weighing.dial import Dial, Passed, mark_to_pass, read_by_needle
from stathmos.core.weighing.next_reading import GROSS, Band, NextReading, Taken, next_readings
from stathmos.core.weighing.reconcile import CROSS_CHECK, ODD, USED, Reconciled, disagreements, reconcile
from stathmos.core.weighing.share import (
    CANNOT_TELL,
    HEAVY,
    INSIDE,
    LIGHT,
    LOW_SIDE,
    UNKNOWN,
    ShareJudgement,
    Within,
    against_the_user,
    judge_share,
    place_in_band,
    s_limit,
    tongue_share,
    under_each_school,
)
from stathmos.core.weighing.ways import NAMES, READINGS, Way, half_entered, ways
from stathmos.core.weighing.weighbridge import Weighbridge, weighbridge

__all__ = [
    "CANNOT_TELL",
    "DISAGREE",
    "HEAVY",
    "INSIDE",
    "LIGHT",
    "LOW_SIDE",
    "UNKNOWN",
    "Dial",
    "NextReading",
    "Passed",
    "Reconciled",
    "ShareJudgement",
    "Way",
    "Weighbridge",
    "Weights",
    "against_the_user",
    "judge_share",
    "mark_to_pass",
    "replanned",
    "s_limit",
    "surely_light",
    "tongue_share",
    "weigh",
    "weighbridge",
]


#: what the weighing warns of, by key; `DISAGREE` points at nobody, so nothing is chosen on the figure
NOT_MEASURED, IMPOSSIBLE, BROCHURE_LOW, PLAN_DIFFERS = "not_measured", "impossible", "brochure_low", "plan_differs"
DIFFER, DISAGREE, ODD_ONE, REPEAT_PASS = "differ", "disagree", "odd_one", "repeat_pass"


@dataclass(frozen=True)
class Weights:
    """What the trailer weighs and how it lies on the ball, as it stands and as planned. kg.

    ``ways``: each way of getting the tongue weight, with what became of it in ``became``.
    ``weighed``: the tongue as it stands was measured; ``read``: somebody read it off something, measured or not, and it is
    neither a brochure's nor a plan's; ``bounded``: all that was read of it is that it is less than something.
    ``dial``: the coarse dial by which alone the tongue as it stands is known. ``half_entered``: what a way still waits for of which something was read, by path.
    ``surely_light``: the share would lie under the band, all its spread, had every figure in it been measured.
    ``tongue``, ``gross`` and ``share`` are as planned: what the rig is judged by.
    """

    ways: tuple[Way, ...]
    became: Mapping[str, str]
    reconciled: Reconciled
    gross_reconciled: Reconciled
    bridge: Weighbridge
    tongue_standing: Anything
    gross_standing: Anything
    change: Change
    weighed: bool
    read: bool
    bounded: bool
    surely_light: bool
    tongue: Anything
    gross: Anything
    share: Figure | Missing
    school: ShareSchool
    s_limit: Anything
    schools: tuple[ShareJudgement, ...]
    next_readings: tuple[NextReading, ...]
    half_entered: tuple[str, ...] = ()
    warnings: tuple[Notice, ...] = ()
    dial: Dial | None = None

    @property
    def never_over(self) -> Anything:
        """What the school in force never lets the tongue be more than, kg: the S-limit where it goes by that and it was read.

        A tongue that is over it already stays as heavy as it is.
        """
        if not self.school.s_limited or isinstance(self.s_limit, Missing):
            return NO_LIMIT
        now = self.tongue
        return now if not isinstance(now, Missing) and now.value > self.s_limit.value else self.s_limit

    @Lazily
    def judgement(self) -> ShareJudgement:
        """The share against the school in force."""
        return judge_share(self.share, self.gross, self.school, self.s_limit, self.within)

    @property
    def needle(self) -> Dial | None:
        """The coarse dial by which alone the tongue is known, as planned; None where it is known otherwise."""
        if self.dial is None or isinstance(self.tongue, Missing) or isinstance(self.tongue_standing, Missing):
            return None
        return self.dial.shifted(self.tongue.value - self.tongue_standing.value)

    @property
    def within(self) -> Within:
        """What the share cannot be beyond, as the needle stood between two marks."""
        return _within(self.needle, self.gross)


def weigh(rig: Rig, rules: Rules, placed: tuple[Placed, ...], asking: bool = True) -> Weights:
    """Tongue weight, gross trailer weight and their share, judged by the school in force.

    ``asking``: whether to say what to read next.
    """
    bridge = weighbridge(rig)
    found = ways(rig, placed, bridge)
    measured = {way.key: way.tongue for way in found if way.measured}
    weakly = {way.key: way.tongue for way in found if not way.measured and way.key in READINGS}
    told = [way for way in found if not way.measured]
    if measured:
        reconciled = reconcile(measured, beside=weakly)
    elif weakly:
        reconciled = reconcile(weakly)
    else:
        # Nothing is read: the first that was told stands in, and is no verdict.
        reconciled = (
            Reconciled(told[0].tongue, (told[0].key,)) if told else Reconciled(Missing(("weighing.tongue_scale",)), ())
        )
    tongue_standing = reconciled.figure
    gross_reconciled = _gross(rig, placed, bridge, tongue_standing)
    gross_standing = gross_reconciled.figure
    change = still_to_change(placed)
    tongue, gross = (
        _planned(tongue_standing, change.tongue, "TW", change),
        _planned(gross_standing, change.gross, "GTW", change),
    )
    share = work("share = TW / GTW", SHARE, tongue_share, rules.share.rule(), TW=tongue, GTW=gross)
    limit = s_limit(rig)
    dial = read_by_needle(rig, reconciled.used) if measured or weakly else None
    by_change = 0.0 if isinstance(tongue, Missing) else tongue.value - sure(tongue_standing).value
    within = _within(None if dial is None else dial.shifted(by_change), gross)
    judgement = judge_share(share, gross, rules.share, limit, within)
    became = {way.key: _became(way, reconciled) for way in found}
    taken = Taken((*measured, *((GROSS,) if _is_weighed(gross_standing) else ())), bool(measured))
    # While weighings disagree, how likely a further one settles it cannot be reckoned: repeat them, or take a third.
    open_question = asking and reconciled.settled and (judgement.state in (CANNOT_TELL, UNKNOWN) or not measured)
    return Weights(
        found,
        became,
        reconciled,
        gross_reconciled,
        bridge,
        tongue_standing,
        gross_standing,
        change,
        bool(measured),
        bool(measured or weakly),
        bool(reconciled.used)
        and all(isinstance(way.tongue, Given) and way.tongue.bound for way in found if way.key in reconciled.used),
        _surely_light(rig, share, judgement),
        tongue,
        gross,
        share,
        rules.share,
        limit,
        under_each_school(share, gross, rules, limit, within),
        next_readings(
            rig,
            tongue_standing,
            gross_standing,
            share,
            taken,
            Band(judgement.low, judgement.high),
            lambda read: weigh(read, rules, placed, asking=False),
        )
        if open_question
        else (),
        half_entered(rig, found),
        _warnings(rig, found, reconciled, gross_reconciled, tongue, gross, bridge),
        dial,
    )


def _within(needle: Dial | None, gross: Anything) -> Within:
    """The marks between which a needle stands as shares of a gross weight, as wide as that is doubted, kg."""
    if needle is None or isinstance(gross, Missing):
        return Within()
    doubt = COVERAGE * gross.u
    return Within(needle.least / (gross.value + doubt), needle.most / max(gross.value - doubt, 1.0))


def _at_best(rig: Rig, share: Figure) -> float:
    """Standard uncertainty of the share, had every figure in it been measured: to have come by one more weakly excuses nothing."""
    found = []
    for path, part in share.spread.items():
        given, entry = rig.figure(path) if entry_at(path) else None, entry_at(path)
        if isinstance(given, Given) and entry is not None and not path.startswith(_READ_ON_SCALES):
            weak, strong = (
                as_written(given.value, entry, origin) for origin in (given.provenance, Provenance.MEASURED)
            )
            part *= min(1.0, strong / weak) if weak else 1.0
        found.append(part)
    return math.hypot(*found)


_READ_ON_SCALES = ("weighing.", "trailer.gross_weight")  # known by the scale, wherever the figure comes from


def surely_light(rig: Rig, weights: Weights) -> bool:
    """The same of a weighing with another plan: whether it is known to be light but for how weakly its figures were read."""
    return weights.judgement.state != LIGHT and _surely_light(rig, weights.share, weights.judgement)


def _surely_light(rig: Rig, share: Figure | Missing, judgement: ShareJudgement) -> bool:
    if isinstance(share, Missing) or judgement.state == UNKNOWN:
        return False
    return place_in_band(share.value, COVERAGE * _at_best(rig, share), judgement.low, judgement.high)[0] == LIGHT


def replanned(weights: Weights, rig: Rig, rules: Rules, placed: tuple[Placed, ...]) -> Weights:
    """The same weighing with another plan for what is still to come: as it stands stays, as planned is worked out anew."""
    change = still_to_change(placed)
    tongue = _planned(weights.tongue_standing, change.tongue, "TW", change)
    gross = _planned(weights.gross_standing, change.gross, "GTW", change)
    share = work("share = TW / GTW", SHARE, tongue_share, rules.share.rule(), TW=tongue, GTW=gross)
    return replace(
        weights, change=change, tongue=tongue, gross=gross, share=share, school=rules.share, s_limit=s_limit(rig)
    )  # fmt: skip


def _became(way: Way, reconciled: Reconciled) -> str:
    if way.key in reconciled.used:
        return USED
    return ODD if way.key == reconciled.odd else CROSS_CHECK


def _is_weighed(gross: Anything) -> bool:
    return not isinstance(gross, Missing) and gross.provenance is Provenance.MEASURED


def _planned(standing: Anything, change: Anything, symbol: str, moving: Change) -> Anything:
    """As it stands and what is still to come; the standing figure itself where nothing is."""
    if not moving.steps:
        return standing
    planned = sum_of(
        f"{symbol} planned = as it stands + still to come − comes out",
        WEIGHT,
        {"standing": standing, "change": change},
        Rule("As it will travel, not as it stands on the day.", COMMON_PRACTICE),
    )
    if symbol == "GTW" and not isinstance(planned, Missing) and planned.value <= 0:
        return Missing(("trailer.gross_weight",))  # more comes out than the trailer weighs: said as a contradiction
    return planned


def _gross(rig: Rig, placed: tuple[Placed, ...], bridge: Weighbridge, tongue: Anything) -> Reconciled:
    """The trailer as it stands: as weighed, several weighings reconciled; else its empty weight and what is aboard."""
    weighed: dict[str, Known] = {}
    ticket = read_on_weighbridge(rig, "trailer.gross_weight")
    if isinstance(ticket, Given):
        if ticket.provenance is not Provenance.MEASURED:
            return Reconciled(ticket, ("ticket",))
        weighed["ticket"] = ticket
    if not isinstance(bridge.gross, Missing):
        weighed["passes"] = bridge.gross
    elif not isinstance(bridge.trailer_axles, Missing) and not isinstance(tongue, Missing):
        one_pass = work(
            "GTW = TW + X2", WEIGHT, lambda TW, X2: TW + X2,
            Rule("What the ball does not carry the axles do.", "statics"), TW=tongue, X2=bridge.trailer_axles,
        )  # fmt: skip
        assert isinstance(one_pass, Figure)
        if one_pass.provenance is Provenance.MEASURED:
            weighed["one_pass"] = one_pass
    if weighed:
        return reconcile(weighed, "GTW")
    loads = {one.key: one.weight for one in placed if one.on == TRAILER and aboard(one)}
    planned = sum_of(
        "GTW = empty weight + Σ loads aboard",
        WEIGHT,
        {"empty": rig.figure("trailer.unladen_weight"), **(loads or {"loads": Missing(("trailer.gross_weight",))})},
        Rule("A trailer not weighed is its brochure weight and its load; brochures run low.", COMMON_PRACTICE),
    )
    return Reconciled(Missing(("trailer.gross_weight",)) if isinstance(planned, Missing) else planned, ("plan",))


def _warnings(
    rig: Rig,
    found: tuple[Way, ...],
    reconciled: Reconciled,
    of_gross: Reconciled,
    tongue: Anything,
    gross: Anything,
    bridge: Weighbridge,
) -> tuple[Notice, ...]:
    said: list[Notice] = []
    by_key = {way.key: way for way in found}
    measured = [way for way in found if way.measured]
    if not isinstance(tongue, Missing) and not measured:
        said.append(Notice(NOT_MEASURED, _not_measured(rig, reconciled, tongue)))
    if not isinstance(tongue, Missing) and not isinstance(gross, Missing) and tongue.value >= gross.value:
        says = Phrase("The tongue weighs no less than the whole trailer: one of the two figures is wrong.")
        said.append(Notice(IMPOSSIBLE, says))
    said += _disagreements(reconciled, NAMES) + _disagreements(of_gross, GROSS_NAMES)
    believed = by_key.get("brochure")
    if measured and believed is not None and sure(reconciled.figure).value > 1.05 * believed.tongue.value:
        more = sure(reconciled.figure).value - believed.tongue.value
        put = {"brochure": (believed.tongue.value, WEIGHT, "nearest"), "more": (more, WEIGHT, "nearest")}
        says = Phrase("The brochure says {brochure}; weighed as loaded there is {more} more on the ball.", put)
        said.append(Notice(BROCHURE_LOW, says))
    if (
        measured
        and "plan" in by_key
        and disagreements({"plan": sure(by_key["plan"].tongue), "weighed": sure(reconciled.figure)})
    ):
        put = {
            "plan": (by_key["plan"].tongue.value, WEIGHT, "nearest"),
            "weighed": (sure(reconciled.figure).value, WEIGHT, "nearest"),
        }
        says = Phrase(
            "The loading plan makes it {plan}, the weighing {weighed}: something is aboard that the plan does not have, or the brochure ran low.",
            put,
        )
        said.append(Notice(PLAN_DIFFERS, says))
    if bridge.repeat is not None:
        said.append(Notice(REPEAT_PASS, bridge.repeat))
    return tuple(said)


def _not_measured(rig: Rig, reconciled: Reconciled, tongue: Known) -> Phrase:
    if reconciled.used == ("brochure",):
        return Phrase(
            "The tongue weight is the brochure's: it is for an empty trailer and runs low. "
            "Weigh the tongue, loaded to travel, before anything is sold on it."
        )
    if reconciled.used == ("plan",):
        return Phrase(
            "The tongue weight is worked out from the loading plan on the brochure's empty trailer. "
            "Weigh the tongue, loaded to travel, before anything is sold on it."
        )
    if reconciled.used == ("beam",) and rig.weighing.beam_tare is None:
        return Phrase("The beam's own reading is left out and taken as nothing; read the scale with the beam alone.")
    return Phrase(f"The tongue weight is not measured: a figure it stands on is marked {tongue.provenance.value}.")


_REPEAT_BOTH = "Nothing says which is wrong: repeat both, or weigh in a third way."

GROSS_NAMES = {
    "ticket": "written gross trailer weight",
    "passes": "weighbridge passes",
    "one_pass": "trailer axles and tongue",
}


def _disagreements(reconciled: Reconciled, names: Mapping[str, str]) -> list[Notice]:
    said = []
    for found in reconciled.disagreements:
        put = {"apart": (found.apart, WEIGHT, "up"), "allowed": (found.allowed, WEIGHT, "down")}
        pair = f"{names[found.one].capitalize()} and {names[found.other]}"
        says = f"{pair} differ by {{apart}}; together they can be {{allowed}} out."
        if found.apart <= found.allowed:
            says = f"All together the weighings scatter more than they may; {pair.lower()} are furthest apart, by {{apart}}."
        if reconciled.odd:
            said.append(Notice(DIFFER, Phrase(says, put)))
        else:
            said.append(Notice(DISAGREE, Phrase(f"{says} {_REPEAT_BOTH}", put)))
    if reconciled.odd:
        says = f"The {names[reconciled.odd]} is the odd one, and is left out: repeat it."
        said.append(Notice(ODD_ONE, Phrase(says)))
    return said
