"""What is to be said of the hitch: what the handbook says, what is fitted, what serves."""

from __future__ import annotations

from collections.abc import Sequence

from stathmos.core import decisions
from stathmos.core.choice import Choice
from stathmos.core.decisions import DEMANDS, SPEAKS_FOR, Decisions
from stathmos.core.figures import Authority, Missing
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import Rig
from stathmos.core.rig.hitch import CARRYING, DISTRIBUTING
from stathmos.core.selection import CAPACITY_WINDOW, CHOSEN, REJECTED, RESERVE, SOFT_RULES, USABLE, AnyVerdict
from stathmos.core.selection import UNKNOWN as PART_UNKNOWN
from stathmos.core.tryout import Tryout
from stathmos.core.weighing import Weights


def _finding(key: str, state: str, subject: str, says: Phrase, remedy: Phrase) -> Finding:
    return Finding(key=key, state=state, station="hitch", subject=subject, says=says, remedy=remedy)


def _serves(tryout: Tryout | None, *chooses: tuple[str, str]) -> bool:
    """Whether the rig with something chosen otherwise has nothing refused that hangs on the hitch; untried nothing is told."""
    if tryout is None:
        return True
    outcome = tryout.chosen(chooses)
    return outcome.clean and not any(subject in _HITCH_SUBJECTS for _, subject in outcome.still)


_HITCH_SUBJECTS = ("style", "kit")


def style(rig: Rig, choice: Choice, decided: Decisions, tryout: Tryout | None) -> list[Finding]:
    """Whether bars may be on, must be on, and who chose otherwise."""
    who = decisions.forbidden_by(rig)
    verdict, bars = decided.distribution.verdict, choice.weight_distributing
    they = f"{' and '.join(who)} {'forbid' if len(who) > 1 else 'forbids'} weight distribution"
    if who and bars:
        says = Phrase(f"Do not tow so. {they}.")
        remedy = Phrase("Choose a lighter trailer, or a vehicle and receiver that carry this one without bars.")
        if _serves(tryout, ("hitch.style", CARRYING)):
            remedy = Phrase("Choose weight-carrying at the Hitch station, within the receiver's WC ratings.")
        return [_finding("bars_forbidden", REFUSED, "style", says, remedy)]
    demanded = [one for one in decided.distribution.reasons if one.weight == DEMANDS]
    if who and demanded:
        says = demanded[0].says.after(f"Do not tow. {they}, and it is demanded: ")
        remedy = Phrase("Choose a lighter trailer, or a vehicle and receiver that carry this one without bars.")
        return [_finding("bars_forbidden_and_demanded", REFUSED, "style", says, remedy)]
    required = [one for one in demanded if one.rule.authority is Authority.VEHICLE_HANDBOOK]
    if required and not bars:
        says = required[0].says.after("Do not tow so. ")
        remedy = Phrase("Choose a lighter trailer: weight distribution does not make this one right either.")
        if _serves(tryout, ("hitch.style", DISTRIBUTING)):
            remedy = Phrase("Choose weight-distributing at the Hitch station.")
        return [_finding("bars_demanded", REFUSED, "style", says, remedy)]
    if verdict == decisions.OPEN and not rig.choice("hitch.style"):
        waits = tuple(dict.fromkeys(need for one in decided.distribution.reasons for need in one.needs))
        says = Phrase("Not checked yet: whether this rig needs weight distribution.")
        remedy = Phrase("Enter what is missing, or choose the style at the Hitch station.")
        return [
            Finding(key="style_open", state=UNKNOWN, station="hitch", subject="style", says=says, remedy=remedy, reads=waits)
        ]  # fmt: skip
    if verdict == decisions.CHOICE and not bars and not rig.choice("hitch.style_reason"):
        says = Phrase("Common practice speaks for weight distribution here, and it is left off.")
        remedy = Phrase("Write down why at the Hitch station, or choose it.")
        return [_finding("bars_left_off", CAUTION, "style", says, remedy)]
    return []


def sway(choice: Choice, decided: Decisions) -> list[Finding]:
    """Sway control wanted, and the hitch brings none."""
    if decided.sway.verdict != decisions.WANTED or decided.sway_provided == decisions.BUILT_IN:
        return []
    if choice.weight_distributing and choice.in_force.kit is None:
        return []
    speaks = next(one for one in decided.sway.reasons if one.weight == SPEAKS_FOR)
    says = speaks.says.after("Sway control is wanted: ")
    return [_finding("sway_control_wanted", CAUTION, "sway", says, decided.sway_says)]


def hitch(rig: Rig, weights: Weights, choice: Choice, tryout: Tryout | None) -> list[Finding]:
    """What is fitted and does not serve, and what cannot be chosen."""
    return [
        *_kit(rig, weights, choice, tryout),
        *_ball_up(rig, choice),
        *_part("ball", choice.balls, rig, _is_own(choice)),
        *_part("shank", choice.shanks, rig),
    ]


def _kit(rig: Rig, weights: Weights, choice: Choice, tryout: Tryout | None) -> list[Finding]:
    found = []
    # Bars too heavy for a brochure's tongue may be right for the real one, which is heavier; so of one known to be under something.
    read = not isinstance(weights.tongue, Missing) and weights.read and not weights.bounded
    fitted = choice.fitted_kit or choice.selected_kit
    where = "on the vehicle" if choice.fitted_kit else "selected for this job"
    best = next((verdict for verdict in choice.kits if verdict.state == CHOSEN), None)
    take = _instead(rig, choice, tryout) if fitted else Phrase("")
    if fitted and fitted.state in (REJECTED, PART_UNKNOWN):
        does_not = f"{fitted.part.name} {where} does not serve. "
        if fitted.state == REJECTED and (read or fitted.rule != CAPACITY_WINDOW):
            says = fitted.reason.after("Do not tow. " + does_not)
            found.append(_finding("kit_does_not_serve", REFUSED, "kit", says, take))
        else:
            found.append(_finding("kit_not_known", UNKNOWN, "kit", fitted.reason.after(does_not), take))
    elif fitted and fitted.state == RESERVE:
        says = fitted.reason.after(f"{fitted.part.name} {where}: ")
        found.append(_finding("kit_with_care", CAUTION, "kit", says, take))
    if choice.kits and not fitted and best is None:
        first, remedy = choice.kits[0], _without_bars(tryout)
        if choice.may_carry:
            says = Phrase(
                "Not checked yet: the style. As loaded nothing asks for weight distribution; filled to its GVWR it would."
            )
            remedy = Phrase("Choose the style at the Hitch station.")
            found.append(_finding("style_open", UNKNOWN, "style", says, remedy))
        elif not read or any(verdict.state == PART_UNKNOWN for verdict in choice.kits):
            says = Phrase("No kit can be chosen yet: figures that the choice stands on are not known.")
            found.append(_finding("no_kit_yet", UNKNOWN, "kit", says, remedy))
        else:
            says = first.reason.after(f"No weight-distributing kit in the stock serves. {first.part.name}: ")
            found.append(_finding("no_kit_serves", REFUSED, "kit", says, remedy))
    if best is not None and fitted is None and best.rule in SOFT_RULES:
        says = best.reason.after(f"{best.part.name}: ")
        found.append(_finding("chosen_kit_with_care", CAUTION, "kit", says, Phrase("No larger kit serves.")))
    return found


def _ball_up(rig: Rig, choice: Choice) -> list[Finding]:
    """A mount with several balls is on the vehicle, and which of them is up is not entered."""
    mount = choice.in_force.shank
    if mount is None or len(mount.own_balls) < 2 or rig.choice("hitch.shank") != mount.name or rig.choice("hitch.ball"):
        return []
    says = Phrase(as_text(f"Not checked yet: which of the {len(mount.own_balls)} balls of {mount.name} is up."))
    remedy = Phrase("Look at the mount as it sits in the receiver and enter the ball that is up.")
    return [
        Finding(key="ball_not_told", state=UNKNOWN, station="hitch", subject="ball", says=says, remedy=remedy, reads=("hitch.ball",))
    ]  # fmt: skip


def _is_own(choice: Choice) -> bool:
    ball = choice.in_force.ball
    return ball is not None and ball.own


def _part(what: str, verdicts: Sequence[AnyVerdict], rig: Rig, own_ball: bool = False) -> list[Finding]:
    """A ball or a shank that is named and does not serve; or none that does."""
    if what == "ball" and own_ball:
        return []  # the mount brings it
    named = rig.part_named(what)
    where = "on the vehicle" if rig.choice(f"hitch.{what}") else "selected for this job"
    rejected = next((one for one in verdicts if named and one.part.name == named and one.state == REJECTED), None)
    if rejected:
        says = rejected.reason.after(f"{rejected.part.name} {where} does not serve. ")
        return [_finding("part_does_not_serve", REFUSED, what, says, Phrase("See what serves at the Hitch station."))]
    waits = next((one for one in verdicts if named and one.part.name == named and one.state == PART_UNKNOWN), None)
    if waits:
        says = waits.reason.after(f"{waits.part.name} {where} is not known to serve. ")
        return [_finding("part_not_known", UNKNOWN, what, says, Phrase("Read its stamp, or fit one that is known."))]
    if not verdicts or named or any(one.state == CHOSEN for one in verdicts):
        return []
    see = Phrase("See each one's reason at the Hitch station.")
    states = {one.state for one in verdicts}
    if PART_UNKNOWN in states:
        return [_finding("no_part_yet", UNKNOWN, what, Phrase(f"No {what} can be chosen yet."), see)]
    return [_finding(NO_PART, REFUSED, what, Phrase(f"No {what} in the stock serves."), see)]


def _instead(rig: Rig, choice: Choice, tryout: Tryout | None) -> Phrase:
    """What to fit instead of the kit on the vehicle: its own bars, else the first kit that was put on the rig and serves."""
    own, others = choice.own_bars, (("hitch.bars", ""),) if rig.choice("hitch.bars") else ()
    if own is not None and own.state in USABLE and _serves(tryout, *others):
        return Phrase(as_text(f"Put its own bars on, those of {own.part.name}: with them it serves."))
    fitted = rig.part_named("kit")
    for one in choice.kits:
        if one.state in USABLE and one.part.name != fitted and _serves(tryout, ("hitch.kit", one.part.name), *others):
            return Phrase(as_text(f"Fit {one.part.name} instead."))
    return Phrase("No kit in the stock serves this rig.")


def _without_bars(tryout: Tryout | None) -> Phrase:
    """What to do where no kit serves: carry the weight, where that was tried and nothing but a mount is wanting."""
    see = Phrase("See each kit's reason at the Hitch station.")
    if tryout is None:
        return see
    outcome = tryout.chosen((("hitch.style", CARRYING),))
    wanting = {key for key, _ in outcome.refusals}
    worse = {name for name in outcome.worse - wanting if not (wanting and name.startswith(_OF_A_MOUNT))}
    if worse or wanting - {NO_PART} or any(subject in _HITCH_SUBJECTS for _, subject in outcome.still):
        return see
    return Phrase(
        "The receiver is rated to carry this without bars: choose weight-carrying at the Hitch station, and it is judged so."
        + (" A mount for it is not in the stock." if wanting else "")
    )


NO_PART = "no_part_serves"
#: what is not known for want of a mount, where the stock has none: by link, and by station and subject
_OF_A_MOUNT = ("shank_", "ball", "hitch/shank", "hitch/ball", "height/")
