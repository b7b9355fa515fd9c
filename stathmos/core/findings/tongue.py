"""What is to be said of the tongue: whether it is weighed, whether its share is right, whether that can be told."""

from __future__ import annotations

from collections.abc import Callable

from stathmos.core.figures import Missing, Provenance, expanded, sure
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.limits import TongueAdvice, TongueRange
from stathmos.core.phrases import Phrase, as_text, joined
from stathmos.core.ratings import link_name
from stathmos.core.units import SHARE, WEIGHT
from stathmos.core.weighing import CANNOT_TELL, DISAGREE, HEAVY, LIGHT, LOW_SIDE, Weights
from stathmos.core.weighing import UNKNOWN as SHARE_UNKNOWN

TONGUE_SCALE = "weighing.tongue_scale"
_LIGHT = "A light tongue lets the trailer sway, then whip."
_HEAVY = "It squats the vehicle and spoils ride, steering and braking."


#: what to do about the tongue, load moved forward or rearward; None where nothing can be told, or nothing is tried yet
Advise = Callable[[bool], TongueAdvice | None]


def tongue(weights: Weights, advise: Advise = lambda forward: None) -> list[Finding]:
    """The findings of the weighing, for the school in force. ``advise``: what to aim at, tried on the rig."""
    judged = weights.judgement
    if isinstance(weights.share, Missing) or judged.state == SHARE_UNKNOWN:
        says = Phrase("Tongue weight or gross trailer weight is unknown: nothing can be chosen on a guess.")
        if not isinstance(weights.share, Missing):
            says = Phrase("The school in force goes by the S-limit of the coupling, and nobody has read it.")
        go = Phrase(f"Go and read: {needs_in_words(judged.needs)}.")
        return [_finding("share_unknown", UNKNOWN, "share", says, go, judged.needs)]
    found = []
    if sure(weights.tongue).value >= sure(weights.gross).value:
        says = Phrase("The tongue weighs no less than the whole trailer: one of the two figures is wrong.")
        found.append(_share("tongue_impossible", REFUSED, says, Phrase("Weigh both again.")))
    if not weights.weighed:
        # A share from a brochure, a plan or a guess is no verdict on the tongue, neither way.
        says = weights.warnings[0].says if weights.warnings else Phrase("The tongue weight is not measured.")
        weigh, reads = (
            Phrase("Weigh the tongue: that one measurement settles it."),
            weights.half_entered or (TONGUE_SCALE,),
        )
        if weights.half_entered:
            weigh = Phrase(f"Finish the weighing: {needs_in_words(weights.half_entered)}.")
        # What was read, however weakly, and is too light is no better for being weak.
        light = [one for one in _band(weights, advise) if one.state == REFUSED] if weights.read else []
        return [
            *found,
            *light,
            _finding("tongue_not_weighed", UNKNOWN, "tongue", says, weigh, reads),
        ]
    settled = weights.reconciled.settled and weights.gross_reconciled.settled
    if not settled:
        says = next(warning.says for warning in weights.warnings if warning.key == DISAGREE)
        until = Phrase("Until they agree nothing is chosen on them.")
        found.append(_finding("weighings_disagree", UNKNOWN, "tongue", says, until))
    if settled or weights.judgement.state != CANNOT_TELL:
        found += _band(weights, advise)
    if weights.change.steps:
        says = Phrase(
            "Part of the load is still to come, to be moved or to come out: the tongue as planned is worked out."
        )
        again = Phrase("Weigh again, loaded to travel.")
        found.append(_finding("load_still_to_change", CAUTION, "tongue", says, again))
    if sure(weights.gross_standing).provenance is not Provenance.MEASURED:
        put = {"share": (weights.share.value, SHARE, "nearest")}
        says = Phrase(
            "Nobody weighed the trailer: its gross weight is worked out, and with it the tongue's share of {share}.",
            put,
        )
        found.append(
            _finding(
                "gross_planned", UNKNOWN, "gross", says, Phrase("Weigh the loaded trailer."), ("trailer.gross_weight",)
            )
        )
    return found


def _finding(key: str, state: str, subject: str, says: Phrase, remedy: Phrase, reads: tuple[str, ...] = ()) -> Finding:
    return Finding(key=key, state=state, station="weigh", subject=subject, says=says, remedy=remedy, reads=reads)


def _share(key: str, state: str, says: Phrase, remedy: Phrase) -> Finding:
    return _finding(key, state, "share", says, remedy)


def _band(weights: Weights, advise: Advise) -> list[Finding]:
    """Light is the dangerous side, heavy the troublesome one; what straddles an edge is told as that."""
    judged = weights.judgement
    light = judged.state == LIGHT or LOW_SIDE in judged.sides
    put = {
        "share": (sure(weights.share).value, SHARE, "down" if light else "up"),
        "spread": (expanded(sure(weights.share)), SHARE, "up"),
        "low": (judged.low, SHARE, "nearest"),
        "high": (judged.high, SHARE, "nearest"),
        "most": (sure(weights.share).value + expanded(sure(weights.share)), SHARE, "up"),
    }
    if judged.state == LIGHT or weights.surely_light:
        share = "under {most}" if weights.bounded else "{share}"
        known = "" if judged.state == LIGHT else ", known to ± {spread}"
        says = Phrase(
            f"Do not tow. The tongue is too light: {share} of the trailer{known}, at least {{low}} wanted. {_LIGHT}",
            put,
        )
        act = _move(weights, advise, forward=True)
        if judged.state != LIGHT:
            act = joined(act, _settling(weights))
        return [_share("tongue_light", REFUSED, says, act)]
    if judged.state == HEAVY:
        says = Phrase(f"The tongue is heavy: {{share}} of the trailer, at most {{high}} wanted. {_HEAVY}", put)
        return [_share("tongue_heavy", CAUTION, says, _move(weights, advise, forward=False))]
    if judged.state != CANNOT_TELL:
        return []
    if light:
        says = Phrase(
            f"It cannot be told yet whether the tongue is too light: {{share}} of the trailer, known to ± {{spread}}, "
            f"at least {{low}} wanted. {_LIGHT}",
            put,
        )
        return [_share("tongue_may_be_light", UNKNOWN, says, _settling(weights, advise, forward=True))]
    says = Phrase(
        "It cannot be told yet whether the tongue is heavy: {share} of the trailer, known to ± {spread}, at most {high} wanted.",
        put,
    )
    return [_share("tongue_may_be_heavy", CAUTION, says, _settling(weights, advise, forward=False))]


def _move(weights: Weights, advise: Advise, forward: bool) -> Phrase:
    """Load moved until the tongue weighs enough, in figures that were tried; or why no load plan does it."""
    told, way = advise(forward), "forward" if forward else "rearward"
    if told is None:
        return Phrase(f"Move load {way} a little at a time, and weigh again after each move.")
    if told.excluded is not None:
        return _excluded(weights, told.excluded)
    if told.passes is not None:
        put = {"mark": (told.passes.mark, WEIGHT, "nearest")}
        stands = "passes" if told.passes.up else "is under"
        return _with_costs(
            Phrase(f"Move load {way} until the needle {stands} {{mark}}. Then weigh again with finer marks.", put), told
        )
    if told.narrow is not None or told.target is None or told.holds is None:
        return _narrow(told.narrow)
    put = {
        "target": (told.target, WEIGHT, "up" if forward else "down"),
        "by": (abs(told.by), WEIGHT, "up"),
        "end": (told.holds.at, WEIGHT, "down" if forward else "up"),
    }
    end, change = ("at most", "more") if forward else ("at least", "less")
    least = "at least" if forward else "at most"
    says = Phrase(
        f"Move load {way} until the tongue weighs {least} {{target}} ({{by}} {change} than now), and {end} {{end}}. Then weigh again.",
        put,
    )
    return _with_costs(says, told)


def _with_costs(says: Phrase, told: TongueAdvice) -> Phrase:
    """The same, and what else it leaves worse."""
    if told.outcome is None or told.outcome.clean:
        return says
    worse = [link_name(key) for key in told.outcome.worse_links]
    named = [Phrase(f"{', '.join(worse)}: over, or not known.")] if worse else []
    return joined(says, Phrase("It brings with it:"), *named, *told.outcome.comes_with)


def _narrow(between: TongueRange | None) -> Phrase:
    """What would do is narrower than the weights are known."""
    if between is None:
        return Phrase("Weigh the tongue and the axles more closely before moving load.")
    put = {"least": (between.least.at, WEIGHT, "up"), "most": (between.most.at, WEIGHT, "down")}
    return Phrase(
        f"Only {{least}} ({as_text(between.least.name)}) to {{most}} ({as_text(between.most.name)}) on the tongue would do. That is narrower "
        "than these weights are known: weigh the tongue and the axles more closely before moving load.",
        put,
    )


def _excluded(weights: Weights, between: TongueRange) -> Phrase:
    """The band wants more on the tongue than a rating allows, or what is least is over what is most."""
    put = {
        "least": (between.least.at, WEIGHT, "up"),
        "most": (max(0.0, between.most.at), WEIGHT, "down"),
        "low": (weights.judgement.low, SHARE, "nearest"),
        "gross": (sure(weights.gross).value, WEIGHT, "nearest"),
    }
    return Phrase(
        f"No load plan fits: at {{gross}} this trailer needs {{least}} on the tongue ({as_text(between.least.name)}), "
        f"and {as_text(between.most.name)} allows {{most}}. Choose a lighter trailer, or a vehicle and hitch that carry more.",
        put,
    )


def _settling(weights: Weights, advise: Advise | None = None, forward: bool = True) -> Phrase:
    """The reading that would most likely settle it; where none would, load moved clear of the edge."""
    best = next(iter(weights.next_readings), None)
    if best is None or best.settles < 0.5:
        none = Phrase("No single further reading is likely to settle it.")
        return none if advise is None else joined(none, _move(weights, advise, forward))
    put = {"chance": (best.settles, SHARE, "down")}
    return Phrase(f"Most likely to settle it: {best.name} ({{chance}} likely).", put)
