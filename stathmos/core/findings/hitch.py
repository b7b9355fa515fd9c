"""What is to be said of the hitch: what the handbook says, what is fitted, what serves."""

from __future__ import annotations

from typing import TYPE_CHECKING

from stathmos.core import decisions
from stathmos.core.decisions.reason import DEMANDS, SPEAKS_FOR
from stathmos.core.figures import Missing, Phrase
from stathmos.core.findings.finding import CAUTION, REFUSED, UNKNOWN, Finding
from stathmos.core.rig import Rig
from stathmos.core.selection import CHOSEN, REJECTED, RESERVE
from stathmos.core.selection import UNKNOWN as PART_UNKNOWN
from stathmos.core.weighing import Weights

if TYPE_CHECKING:
    from stathmos.core.assess import Choice, Decisions


def style(rig: Rig, choice: Choice, decided: Decisions) -> list[Finding]:
    """Whether bars may be on, must be on, and who chose otherwise."""
    who = decisions.forbidden_by(rig)
    verdict, bars = decided.distribution.verdict, choice.weight_distributing
    if who and bars:
        return [
            Finding(
                REFUSED, -9500, "hitch", "style",
                Phrase(f"Do not tow so. {' and '.join(who)} {'forbid' if len(who) > 1 else 'forbids'} weight distribution."),
                Phrase("Choose weight-carrying at the Hitch station, within the receiver's WC ratings."),
            )
        ]  # fmt: skip
    demanded = [one for one in decided.distribution.reasons if one.weight == DEMANDS]
    if who and demanded:
        says = f"Do not tow. {' and '.join(who)} {'forbid' if len(who) > 1 else 'forbids'} weight distribution, and it is demanded: {demanded[0].says.template}"
        remedy = Phrase("Choose a lighter trailer, or a vehicle and receiver that carry this one without bars.")
        return [Finding(REFUSED, -9500, "hitch", "style", Phrase(says, demanded[0].says.quantities), remedy)]
    required = [one for one in demanded if "handbook" in one.rule.source]
    if required and not bars:
        says = Phrase("Do not tow so. " + required[0].says.template, required[0].says.quantities)
        remedy = Phrase("Choose weight-distributing at the Hitch station.")
        return [Finding(REFUSED, -9500, "hitch", "style", says, remedy)]
    if verdict == decisions.CHOICE and not bars and not rig.choice("hitch.style_reason"):
        says = Phrase("Common practice speaks for weight distribution here, and it is left off.")
        return [
            Finding(CAUTION, 4, "hitch", "style", says, Phrase("Write down why at the Hitch station, or choose it."))
        ]
    return []


def sway(choice: Choice, decided: Decisions) -> list[Finding]:
    """Sway control wanted, and the hitch brings none."""
    if decided.sway.verdict != decisions.WANTED or decided.sway_provided == "built in":
        return []
    if choice.weight_distributing and choice.in_force.kit is None:
        return []
    speaks = next(one for one in decided.sway.reasons if one.weight == SPEAKS_FOR)
    says = Phrase("Sway control is wanted: " + speaks.says.template, speaks.says.quantities)
    return [Finding(CAUTION, 4, "hitch", "sway", says, decided.sway_says)]


def hitch(rig: Rig, weights: Weights, choice: Choice) -> list[Finding]:
    found = []
    # Bars too heavy for a brochure's tongue may be right for the real one, which is heavier.
    weighed = not isinstance(weights.tongue, Missing) and weights.weighed
    fitted = choice.fitted_kit
    best = next((verdict for verdict in choice.kits if verdict.state == CHOSEN), None)
    take = Phrase(f"Fit {best.part.name} instead.") if best else Phrase("No kit in the stock serves this rig.")
    if fitted and fitted.state in (REJECTED, PART_UNKNOWN):
        sure = fitted.state == REJECTED and (weighed or fitted.rule != "capacity window")
        state = REFUSED if sure else UNKNOWN
        begins = "Do not tow. " if sure else ""
        says = Phrase(
            f"{begins}{fitted.part.name} on the vehicle does not serve. {fitted.reason.template}",
            fitted.reason.quantities,
        )
        found.append(Finding(state, -7000, "hitch", "kit", says, take))
    elif fitted and fitted.state == RESERVE:
        says = Phrase(f"{fitted.part.name} on the vehicle: {fitted.reason.template}", fitted.reason.quantities)
        found.append(Finding(CAUTION, 3, "hitch", "kit", says, take))
    if choice.kits and not fitted and best is None:
        first = choice.kits[0]
        unknown = not weighed or all(verdict.state == PART_UNKNOWN for verdict in choice.kits)
        says = (
            Phrase("No kit can be chosen yet: figures that the choice stands on are not known.")
            if unknown
            else Phrase(
                f"No weight-distributing kit in the stock serves. {first.part.name}: {first.reason.template}",
                first.reason.quantities,
            )
        )
        found.append(
            Finding(
                UNKNOWN if unknown else REFUSED,
                3,
                "hitch",
                "kit",
                says,
                _without_bars(rig, weights, choice),
            )
        )
    if best is not None and fitted is None and best.rule in ("house reserve", "full trailer"):
        found.append(
            Finding(
                CAUTION,
                3,
                "hitch",
                "kit",
                Phrase(f"{best.part.name}: {best.reason.template}", best.reason.quantities),
                Phrase("No larger kit serves."),
            )
        )
    for verdicts, what in ((choice.balls, "ball"), (choice.shanks, "shank")):
        named = getattr(rig.hitch, what)
        rejected = next((v for v in verdicts if named and v.part.name == named.typed and v.state == REJECTED), None)
        if rejected:
            says = Phrase(
                f"{rejected.part.name} on the vehicle does not serve. {rejected.reason.template}",
                rejected.reason.quantities,
            )
            found.append(Finding(REFUSED, -6000, "hitch", what, says, Phrase("See what serves at the Hitch station.")))
        elif verdicts and not named and not any(v.state == CHOSEN for v in verdicts):
            unknown = all(v.state in (PART_UNKNOWN, REJECTED) for v in verdicts) and any(
                v.state == PART_UNKNOWN for v in verdicts
            )
            says = Phrase(f"No {what} can be chosen yet." if unknown else f"No {what} in the stock serves.")
            found.append(
                Finding(
                    UNKNOWN if unknown else REFUSED,
                    4,
                    "hitch",
                    what,
                    says,
                    Phrase("See each one's reason at the Hitch station."),
                )
            )
    return found


def _without_bars(rig: Rig, weights: Weights, choice: Choice) -> Phrase:
    """What to do where no kit serves: carry the weight, where the receiver is rated for it and the load is light."""
    see = Phrase("See each kit's reason at the Hitch station.")
    gross, tongue = rig.vehicle.receiver_wc_gross, rig.vehicle.receiver_wc_tongue
    if gross is None or tongue is None or isinstance(weights.gross, Missing) or isinstance(choice.hitch_load, Missing):
        return see
    if weights.gross.value > gross.value or choice.hitch_load.value > tongue.value:
        return see
    return Phrase(
        "The receiver is rated to carry this without bars: choose weight-carrying at the Hitch station, and it is judged so."
    )
