"""Tongue weight by what is at hand, and what share of the trailer it is."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import COMMON_PRACTICE, Figure, Given, Missing, Phrase, Provenance, Rule, work
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, ShareSchool
from stathmos.core.units import SHARE, WEIGHT


def beam_tongue_weight(R: float, R_tare: float, D: float, d: float) -> float:
    """Tongue weight from a beam on a pivot and a bathroom scale, kg.  TW = (R - R_tare)·D / d

    ``R`` the scale with the tongue on the beam, ``R_tare`` with the beam alone,
    ``D`` pivot to scale, ``d`` pivot to coupler. Moments about the pivot.

    >>> round(beam_tongue_weight(R=155.0, R_tare=5.0, D=914.4, d=304.8), 6)  # coupler 1 ft from the pivot, scale 2 ft on: times 3
    450.0
    """
    return (R - R_tare) * D / d


def tongue_share(TW: float, GTW: float) -> float:
    """Tongue weight as a share of gross trailer weight.  TW / GTW

    >>> tongue_share(TW=1000, GTW=10000)
    0.1
    """
    return TW / GTW


@dataclass(frozen=True)
class ShareJudgement:
    """Where the share lies against a school's band: ``light``, ``inside``, ``heavy`` or ``unknown``.

    ``correction``: kg of tongue weight to add (positive) or take off to stand at the nearer edge.
    """

    state: str
    school: ShareSchool
    correction: float | None = None


def judge_share(share: Figure | Missing, gross: Figure | Given | Missing, school: ShareSchool) -> ShareJudgement:
    """The share against the school's band; either edge itself is inside."""
    if isinstance(share, Missing) or isinstance(gross, Missing):
        return ShareJudgement("unknown", school)
    if share.value < school.low - 1e-9:
        return ShareJudgement("light", school, (school.low - share.value) * gross.value)
    if share.value > school.high + 1e-9:
        return ShareJudgement("heavy", school, (school.high - share.value) * gross.value)
    return ShareJudgement("inside", school)


@dataclass(frozen=True)
class Weights:
    """What the trailer weighs and how it lies on the ball.

    ``ways``: each way of getting tongue weight that this rig has, best first;
    ``tongue`` is the one used.
    """

    tongue: Figure | Given | Missing
    ways: tuple[tuple[str, Figure | Given], ...]
    gross: Figure | Given | Missing
    share: Figure | Missing
    judgement: ShareJudgement
    warnings: tuple[Phrase, ...] = ()


_BEAM_RULE = Rule("Moments about the pivot of a beam.", "lever, statics")


def gross_trailer_weight(rig: Rig) -> Figure | Given | Missing:
    """The loaded trailer: as weighed, else its empty weight and what is to go into it."""
    weighed = rig.figure("trailer.gross_weight")
    if isinstance(weighed, Given):
        return weighed
    planned = work(
        "GTW = empty weight + trailer load",
        WEIGHT,
        lambda empty, load: empty + load,
        Rule("A trailer not weighed is its brochure weight and its load; brochures run low.", COMMON_PRACTICE),
        empty=rig.figure("trailer.unladen_weight"),
        load=rig.figure("load.trailer_cargo"),
    )
    return Missing(("trailer.gross_weight",)) if isinstance(planned, Missing) else planned


def ways_of_weighing(rig: Rig) -> tuple[tuple[str, Figure | Given], ...]:
    """Every way of getting tongue weight for which the readings are complete, strongest first."""
    scale = rig.figure("weighing.tongue_scale")
    tare = rig.figure("weighing.beam_tare")
    if isinstance(tare, Missing):
        tare = Given(0.0, WEIGHT, Provenance.ASSUMED)  # a light beam; a tare left out reads heavy, never light
    beam = work(
        "TW = (R − R_tare) · D / d",
        WEIGHT,
        beam_tongue_weight,
        _BEAM_RULE,
        R=rig.figure("weighing.beam_reading"),
        R_tare=tare,
        D=rig.figure("weighing.beam_pivot_to_scale"),
        d=rig.figure("weighing.beam_pivot_to_coupler"),
    )
    brochure = rig.figure("trailer.brochure_tongue")
    found = (("tongue scale", scale), ("beam and bathroom scale", beam), ("brochure", brochure))
    return tuple((name, way) for name, way in found if not isinstance(way, Missing) and way.value > 0)


def weigh(rig: Rig, rules: Rules) -> Weights:
    """Tongue weight, gross trailer weight and their share, judged by the school in force."""
    ways = ways_of_weighing(rig)
    tongue: Figure | Given | Missing = ways[0][1] if ways else Missing(("weighing.tongue_scale",))
    gross = gross_trailer_weight(rig)
    share = work(
        "share = TW / GTW",
        SHARE,
        tongue_share,
        rules.rule(f"Tongue weight is to be {rules.share.name} of gross trailer weight.", rules.share.source),
        TW=tongue,
        GTW=gross,
    )
    return Weights(
        tongue, ways, gross, share, judge_share(share, gross, rules.share), _warnings(rig, ways, tongue, gross)
    )


def _warnings(rig: Rig, ways, tongue, gross) -> tuple[Phrase, ...]:
    said = []
    if not isinstance(tongue, Missing) and tongue.provenance.strength < Provenance.MEASURED.strength:
        if ways[0][0] == "brochure":
            said.append(
                Phrase(
                    "The tongue weight is the brochure's: it is for an empty trailer and runs low. "
                    "Weigh the tongue, loaded to travel, before anything is sold on it."
                )
            )
        elif ways[0][0] == "beam and bathroom scale" and rig.weighing.beam_tare is None:
            said.append(
                Phrase("The beam's own reading is left out and taken as nothing; read the scale with the beam alone.")
            )
        else:
            said.append(
                Phrase(f"The tongue weight is not measured: a figure it stands on is marked {tongue.provenance.value}.")
            )
    if not isinstance(tongue, Missing) and not isinstance(gross, Missing) and tongue.value >= gross.value:
        said.append(Phrase("The tongue weighs no less than the whole trailer: one of the two figures is wrong."))
    believed = dict(ways).get("brochure")
    if believed is not None and ways[0][1].value > 1.05 * believed.value and ways[0][0] != "brochure":
        said.append(
            Phrase(
                "The brochure says {brochure}; weighed as loaded there is {more} more on the ball.",
                {
                    "brochure": (believed.value, WEIGHT, "nearest"),
                    "more": (ways[0][1].value - believed.value, WEIGHT, "nearest"),
                },
            )
        )
    if len(ways) > 1 and ways[1][0] != "brochure":
        apart = abs(ways[0][1].value - ways[1][1].value)
        said.append(
            Phrase(
                "Tongue scale and beam differ by {apart}; the tongue scale is used. Repeat whichever is in doubt.",
                {"apart": (apart, WEIGHT, "up")},
            )
        )
    return tuple(said)
