"""What is to be said of the bay's work, worst first: whatever is refused or unknown here keeps the rig in the bay."""

from __future__ import annotations

from collections.abc import Mapping

from stathmos.core.bay.adjust import Adjusted, Next
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure import Measured
from stathmos.core.bay.measure.calibrate import Loads, Reconciled
from stathmos.core.bay.measure.windows import CANNOT_TELL, INSIDE, NEVER, OPEN, TOO_LITTLE, TOO_MUCH, Window
from stathmos.core.bay.prove import Proved
from stathmos.core.bay.prove.torque import Fastener
from stathmos.core.figures import Missing, expanded, sure
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, worst_first
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import CORNERS, corner_path
from stathmos.core.units import SHARE, WEIGHT

SURE = 0.90  # a pass likelier than this is said without a caution: from memory, to be verified


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
            *_refit(measured.refit),
            *_axles(measured.rig, measured.loads),
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
    """States A and B that are not measured whole; a jack that was not clear."""
    rig, found = measured.rig, []
    for state, name in (("a", "A, uncoupled"), ("b", "B, coupled and no bars")):
        if any(isinstance(rig.figure(corner_path(corner, state)), Missing) for corner in CORNERS):
            says = Phrase(f"State {name}, is not measured at all four marks.")
            found.append(_finding("state_not_measured", UNKNOWN, state, says, Phrase("Measure it in the bay.")))
    clear = rig.choice("bay.jack_clear")
    if clear == "no":
        says = Phrase("State B was measured with the jack on the ground.")
        found.append(_finding("jack_bore", REFUSED, "jack", says, Phrase("Wind it clear and measure B again.")))
    elif clear != "yes":
        says = Phrase("Nobody has written down that the jack was clear in state B.")
        found.append(_finding("jack_not_seen", UNKNOWN, "jack", says, Phrase("Look under the jack.")))
    if measured.kit is None and measured.now.choice.weight_distributing:
        says = Phrase("No kit is chosen or named: what the bars are to do cannot be told.")
        found.append(_finding("kit_not_named", UNKNOWN, "kit", says, Phrase("The Hitch station chooses one.")))
    return found


def _trials(measured: Measured) -> list[Finding]:
    """State C: whether the setting as it is now was counted and measured."""
    if measured.kit is None:
        return []
    if not measured.trials:
        set_bars = Phrase("Set the bars as the coach says, and measure.")
        return [_finding("c_not_begun", UNKNOWN, "c", Phrase("State C, bars on, is not measured."), set_bars)]
    found, last = [], measured.trials[-1]
    if not last.measured:
        marks = Phrase("Measure the marks with the bars on.")
        if any(one.void for one in measured.trials):
            says = Phrase("The head has moved, and C was not measured again: every C before it is void.")
            found.append(_finding("c_void", UNKNOWN, "c", says, marks))
        else:
            says = Phrase("State C of the last setting is not measured.")
            found.append(_finding("c_not_measured", UNKNOWN, "c", says, marks))
    else:
        if isinstance(last.state.rear, Missing):
            says = Phrase("State C is measured in front and not at both rear marks.")
            rear = Phrase("Measure the rear marks with the bars on.")
            found.append(_finding("c_rear_not_measured", UNKNOWN, "c", says, rear))
        if last.setting is None:
            says = Phrase("How the bars are set in the last trial is not written down whole.")
            count = Phrase("Count head and bar ends, both sides.")
            found.append(_finding("setting_not_counted", UNKNOWN, "setting", says, count))
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
        says = Phrase(f"“{window.name}” cannot be judged yet.")
        return [_finding("window_open", UNKNOWN, "window", says, remedy)]
    if window.verdict == INSIDE and window.likely is not None and window.likely < SURE:
        says = Phrase(
            "The front mark lies in its window as measured, with {likely} likelihood by what the tape can tell.",
            {"likely": (window.likely, SHARE, "down")},
        )
        again = Phrase("Measure again, or weigh pass 3 on a weighbridge.")
        return [_finding("window_unsure", CAUTION, "window", says, again)]
    return []


def _apart(restored: Reconciled) -> list[Finding]:
    if not restored.apart:
        return []
    said = {
        "tape": (sure(restored.tape).value, SHARE, "nearest"),
        "bridge": (sure(restored.bridge).value, SHARE, "nearest"),
    }
    says = Phrase("Tape and weighbridge disagree beyond their doubt: {tape} and {bridge} restored.", said)
    remedy = Phrase("Was pass 3 read with this setting and this load? Measure C again, or repeat pass 3.")
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
        set_so = f"As the bars are set the {end} axle carries {{load}}"
        if load.value > rating.value + 1e-6:
            says = Phrase(f"{set_so}, and {{rating}} is its GAWR.", said)
            remedy = Phrase("Another setting, or less load.")
            found.append(_finding("axle_over_as_set", REFUSED, f"{end}_axle", says, remedy))
        elif load.value + expanded(load) > rating.value:
            says = Phrase(f"{set_so}, give or take {{u}}; {{rating}} is its GAWR.", said)
            remedy = Phrase("The weighbridge would settle it.")
            found.append(_finding("axle_may_be_over_as_set", CAUTION, f"{end}_axle", says, remedy))
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
