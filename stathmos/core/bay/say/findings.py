"""What is to be said of the bay's work, worst first: whatever is refused or unknown here keeps the rig in the bay."""

from __future__ import annotations

from collections.abc import Mapping

from stathmos.core.axles import OnAxle, words_for
from stathmos.core.bay.adjust import Adjusted, Next
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure import Measured
from stathmos.core.bay.measure.calibrate import WAYS, Loads, Reconciled
from stathmos.core.bay.measure.frames import at_marks
from stathmos.core.bay.measure.windows import Window
from stathmos.core.bay.prove import Proved
from stathmos.core.bay.prove.torque import Fastener
from stathmos.core.bay_schools import CANNOT_TELL, NEVER, OPEN, TOO_LITTLE, TOO_MUCH
from stathmos.core.families import PLAIN
from stathmos.core.figures import Missing, expanded
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, worst_first
from stathmos.core.phrases import Phrase, joined
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import CORNERS, corner_path
from stathmos.core.units import SHARE, WEIGHT

SURE = 0.95  # a pass likelier than this is said without a caution: from memory, to be verified
LEAST_LIKELY = 0.25  # and one that is not even this likely is no pass: the window lies inside of what a tape can tell


def collect(measured: Measured, adjusted: Adjusted, proved: Proved) -> tuple[Finding, ...]:
    """Every finding of the bay."""
    windows, trials = measured.windows, measured.trials
    return worst_first(
        [
            *_of_checks(measured.checks, _CHECKS),
            *_states(measured),
            *_trials(measured),
            *(_window(windows[0], adjusted.next) if windows and trials else ()),
            *_apart(measured.restoration),
            *_refit(None if measured.rails_measured else measured.refit),
            *_axles(measured.rig, measured.loads),
            *_trailer_axles(measured.rig, measured.on_axles),
            *_of_checks(proved.proofs, _PROOFS),
            *_bolts(proved.torque),
        ]
    )


def _finding(key: str, state: str, subject: str, says: Phrase, remedy: Phrase) -> Finding:
    return Finding(key=key, state=state, station="bay", subject=subject, says=says, remedy=remedy)


_CHECKS: Mapping[str, str] = {REFUSED: "check_refused", UNKNOWN: "check_open", CAUTION: "check_flagged"}
_PROOFS: Mapping[str, str] = {REFUSED: "proof_refused", UNKNOWN: "proof_open", CAUTION: "proof_flagged"}


def _of_checks(checks: tuple[Check, ...], keys: Mapping[str, str]) -> list[Finding]:
    """What of some checks is to be said: those that hold are not."""
    return [
        _finding(keys[one.state], one.state, one.key, one.says.after(f"{one.name}: "), Phrase(one.why))
        for one in checks
        if one.state in keys
    ]


def _states(measured: Measured) -> list[Finding]:
    """States A and B as far as the school in force wants them; a jack that was not clear; one side that speaks for both."""
    rig, found = measured.rig, []
    family = PLAIN if measured.kit is None else measured.kit.held
    wanted, known = (
        measured.taped.needs(measured.windows[0].school) if measured.windows else (),
        at_marks(measured.taped.states),
    )
    for state, name in (("a", "A, uncoupled"), ("b", f"B, coupled and {family.bare}")):
        ends = [end for end in ENDS if f"{end}_{state}" in wanted and f"{end}_{state}" not in known]
        if ends:
            says = Phrase(f"State {name}, is not measured {' and '.join(_AT[end] for end in ends)}.")
            found.append(_finding("state_not_measured", UNKNOWN, state, says, Phrase("Measure it in the bay.")))
    clear = rig.choice("bay.jack_clear")
    if clear == "no" or any(not isinstance(rig.figure(corner_path(corner, "b")), Missing) for corner in CORNERS):
        found += _jack(clear, "B")
    if measured.current is not None:
        found += _jack(rig.choice(f"trials.{measured.current.trial.key}.jack_clear"), "C")
    if measured.kit is None and measured.now.choice.weight_distributing:
        says = Phrase("No kit is chosen or named: what the hitch is to do cannot be told.")
        found.append(_finding("kit_not_named", UNKNOWN, "kit", says, Phrase("The Hitch station chooses one.")))
    if measured.windows and measured.current is not None and measured.taped.states.one_sided:
        ends_said = " and ".join(measured.taped.states.one_sided)
        says = Phrase(f"Taped on one side only, {ends_said}: the other side is taken to have moved alike.")
        both = Phrase("Tape both sides: a floor, a stuck spring or a jack shows there first.")
        found.append(_finding("one_side", CAUTION, "sides", says, both))
    current = measured.current
    if (
        measured.windows
        and current is not None
        and isinstance(current.state.rear_mark, Missing)
        and "rear_c" not in wanted
    ):
        says = Phrase("Taped in front only: the rear is taken to have followed.")
        rear = Phrase("Tape the rear too: a jack that carries or a spring that sticks shows there.")
        found.append(_finding("front_only", CAUTION, "sides", says, rear))
    return found


ENDS = ("front", "rear")
_AT = {"front": "in front", "rear": "at the rear"}


def _jack(clear: str, state: str) -> list[Finding]:
    """Whether the jack was seen clear while a state was measured."""
    if clear == "no":
        says = Phrase(f"State {state} was measured with the jack on the ground.")
        return [_finding("jack_bore", REFUSED, "jack", says, Phrase(f"Wind it clear and measure {state} again."))]
    if clear != "yes":
        says = Phrase(f"Nobody has written down that the jack was clear in state {state}.")
        return [_finding("jack_not_seen", UNKNOWN, "jack", says, Phrase("Look under the jack."))]
    return []


def _trials(measured: Measured) -> list[Finding]:
    """State C: whether the setting as it is now was counted and measured."""
    if measured.kit is None:
        return []
    family = measured.kit.held
    if not measured.trials:
        set_bars = Phrase(f"Set the {family.carries_by} as the coach says, and measure.")
        return [_finding("c_not_begun", UNKNOWN, "c", Phrase(f"State C, {family.loaded}, is not measured."), set_bars)]
    found, last = [], measured.trials[-1]
    marks = Phrase(f"Measure the marks with the {family.loaded}.")
    if last.would_not_go_on:
        says = Phrase("At the last setting the bars would not go on: it is too tight.")
        found.append(_finding("bars_would_not_go_on", REFUSED, "c", says, Phrase("Slacken them as the coach says.")))
    elif not last.measured:
        if any(one.void for one in measured.trials):
            says = Phrase("The head has moved, and C was not measured again: every C before it is void.")
            found.append(_finding("c_void", UNKNOWN, "c", says, marks))
        else:
            says = Phrase("State C of the last setting is not measured.")
            found.append(_finding("c_not_measured", UNKNOWN, "c", says, marks))
    else:
        needs = measured.taped.needs(measured.windows[0].school) if measured.windows else ()
        if isinstance(last.state.rear_mark, Missing) and "rear_c" in needs:
            says = Phrase("State C is measured in front and not at the rear.")
            rear = Phrase(f"Measure the rear marks with the {family.loaded}.")
            found.append(_finding("c_rear_not_measured", UNKNOWN, "c", says, rear))
        if last.setting is None:
            says = Phrase("How the hitch is set in the last trial is not written down whole.")
            count = Phrase("Count head and bar ends, both sides.")
            found.append(_finding("setting_not_counted", UNKNOWN, "setting", says, count))
        if last.trial.rocked is None or last.trial.rocked.typed != "yes":
            says = Phrase(
                "The rig was not rolled and rocked before C was read: a spring can stand ⅛ in from where it belongs."
            )
            rock = Phrase("Roll it a length, rock it at both ends, and read C again.")
            found.append(_finding("not_rocked", CAUTION, "c", says, rock))
    if len(last.changed) > 1:
        says = Phrase("Two things were changed at once between the last two trials: what each did is not known.")
        found.append(_finding("two_changes", CAUTION, "c", says, Phrase("One change, then measure.")))
    return found


def _window(window: Window, following: Next | None) -> list[Finding]:
    remedy = following.says if following is not None else Phrase("")
    says = window.says.after(f"“{window.name}”: ")
    if window.verdict in (TOO_LITTLE, TOO_MUCH, NEVER):
        return [_finding("window_missed", REFUSED, "window", says, remedy)]
    if window.verdict == CANNOT_TELL:
        return [_finding("window_not_told", UNKNOWN, "window", says, remedy)]
    if window.verdict == OPEN:
        says = window.says.after(f"“{window.name}” cannot be judged yet. ")
        return [_finding("window_open", UNKNOWN, "window", says, remedy)]
    if window.likely is not None and window.likely < SURE:
        put = {"likely": (window.likely, SHARE, "down")}
        told = joined(says, Phrase("By what the tape can tell it truly stands so with {likely} likelihood.", put))
        again = Phrase("Rock it and read it again, or weigh pass 3 on a weighbridge.")
        if window.likely < LEAST_LIKELY:
            return [_finding("window_not_told", UNKNOWN, "window", told, again)]
        return [_finding("window_unsure", CAUTION, "window", told, again)]
    return []


def _apart(restored: Reconciled) -> list[Finding]:
    """Tape, weighbridge and gauge where they do not agree: each with its own figure."""
    if not restored.apart:
        return []
    said = {name: (one.value, SHARE, "nearest") for name, one in restored.ways.items()}
    told = ", ".join(f"{WAYS[name]} {{{name}}}" for name in said)
    says = Phrase(f"What was measured disagrees beyond its doubt: restored {told}.", said)
    remedy = Phrase("Was each read with this setting and this load? Measure C again, or weigh again.")
    return [_finding("restorations_disagree", UNKNOWN, "restoration", says, remedy)]


def _refit(refit: Phrase | None) -> list[Finding]:
    if refit is None:
        return []
    again = Phrase("Measure both heights again; then mount it so, or tell the advisor.")
    return [_finding("refit", CAUTION, "refit", refit, again)]


def _axles(rig: Rig, loads: Loads | None) -> list[Finding]:
    """Axle loads as the bars were measured to leave them, against their ratings."""
    if loads is None:
        return []
    found = []
    for end, load in (("front", loads.front), ("rear", loads.rear)):
        rating = rig.figure(f"vehicle.{end}_gawr")
        if isinstance(load, Missing) or isinstance(rating, Missing):
            continue
        said = {
            "load": (load.value, WEIGHT, "up"),
            "rating": (rating.value, WEIGHT, "down"),
            "u": (expanded(load), WEIGHT, "up"),
        }
        set_so = f"As the hitch is set the {end} axle carries {{load}}"
        if load.value > rating.value + 1e-6:
            says = Phrase(f"{set_so}, and {{rating}} is its GAWR.", said)
            remedy = Phrase("Another setting, or less load.")
            found.append(_finding("axle_over_as_set", REFUSED, f"{end}_axle", says, remedy))
        elif load.value + expanded(load) > rating.value:
            says = Phrase(f"{set_so}, give or take {{u}}; {{rating}} is its GAWR.", said)
            remedy = Phrase("The weighbridge would settle it.")
            found.append(_finding("axle_may_be_over_as_set", CAUTION, f"{end}_axle", says, remedy))
    return found


def _trailer_axles(rig: Rig, on_axles: tuple[OnAxle, ...]) -> list[Finding]:
    """Each of the trailer's axles as it was weighed, or as the rail was taped, against its rating."""
    rating, found = rig.figure("trailer.axle_rating"), []
    if isinstance(rating, Missing) or len(on_axles) < 2:
        return []
    for one in on_axles:
        if isinstance(one.load, Missing):
            continue
        name = words_for(one.number, len(on_axles))
        said = {
            "load": (one.load.value, WEIGHT, "up"),
            "rating": (rating.value, WEIGHT, "down"),
            "u": (expanded(one.load), WEIGHT, "up"),
        }
        so = f"As the trailer stands its {name} carries {{load}}"
        over = one.load.value > rating.value + 1e-6
        if over and (one.told or (not isinstance(one.shared, Missing) and one.shared.value > rating.value + 1e-6)):
            remedy = Phrase("Stand it level, or take load out.")
            says = Phrase(f"{so}, and {{rating}} is its GAWR.", said)
            found.append(_finding("axle_over_as_set", REFUSED, f"axle_{one.number}", says, remedy))
        elif over:
            says = Phrase(f"{so} if its axles do not share, and {{rating}} is its GAWR.", said)
            remedy = Phrase("Look between the wheels: does an equaliser join the springs?")
            found.append(_finding("axle_may_be_over_as_set", CAUTION, f"axle_{one.number}", says, remedy))
        elif one.load.value + expanded(one.load) > rating.value:
            says = Phrase(f"{so}, give or take {{u}}; {{rating}} is its GAWR.", said)
            remedy = Phrase("The weighbridge, axle by axle, would settle it.")
            found.append(_finding("axle_may_be_over_as_set", CAUTION, f"axle_{one.number}", says, remedy))
    return found


def _bolts(bolts: tuple[Fastener, ...]) -> list[Finding]:
    by_sheet = Phrase("Tighten by the torque sheet.")
    found = [
        _finding("torque_wrong", REFUSED, "torque", one.says.after(f"{one.name}: "), by_sheet)
        for one in bolts
        if one.state == REFUSED
    ]
    open_yet = [one.name.lower() for one in bolts if one.state == UNKNOWN]
    if open_yet:
        more = f" and {len(open_yet) - 3} more" if len(open_yet) > 3 else ""
        says = Phrase(f"Not proved tight: {', '.join(open_yet[:3])}{more}.")
        sheet = Phrase("The torque sheet: tighten, paint the witness mark, write it down.")
        found.append(_finding("torque_open", UNKNOWN, "torque", says, sheet))
    return found
