"""What keeps a rig from being handed over: anything over or unknown, and tests or steps not done."""

from __future__ import annotations

from stathmos.core.bay import Fit
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, worst_first
from stathmos.core.handover.drill import DrillStep
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import Rig

HANDOVER = "handover"


def tests(rig: Rig, steps: tuple[DrillStep, ...]) -> tuple[Finding, ...]:
    """Brake and breakaway tests, the drill, the drive: what failed and what nobody wrote down."""
    found = []
    asked = {step.key for step in steps}
    if "squeeze" in asked or "surge" in asked:
        found += _test(
            rig,
            "handover.brake_test",
            "Brake test",
            "held",
            "A trailer whose brakes do not hold is not handed over: it goes to a qualified technician.",
        )
    if "pull_test" in asked:
        found += _test(
            rig,
            "handover.breakaway_test",
            "Breakaway test",
            "held",
            "The breakaway did not hold: battery, switch and wiring belong to a qualified technician.",
        )
    for path, name in (
        ("handover.test_drive", "Test drive"),
        ("handover.retorqued", "Torque and witness marks after the drive"),
    ):
        found += _test(rig, path, name, "yes", f"{name}: not done.")
    open_yet = [step for step in steps if not step.done]
    if open_yet:
        more = f", and {len(open_yet) - 1} more" if len(open_yet) > 1 else ""
        says = open_yet[0].does.after(f"Not done with the customer{more}: ")
        found.append(_finding("drill_open", UNKNOWN, "drill", says, Phrase("Do the drill together, step by step.")))
    return tuple(found)


def _finding(key: str, state: str, subject: str, says: Phrase, remedy: Phrase) -> Finding:
    return Finding(key=key, state=state, station=HANDOVER, subject=subject, says=says, remedy=remedy)


def _test(rig: Rig, path: str, name: str, wanted: str, bad: str) -> list[Finding]:
    result = rig.choice(path)
    if not result:
        do_it = Phrase("Do it with the customer and write down how it went.")
        return [_finding("test_open", UNKNOWN, path, Phrase(f"{name}: not written down."), do_it)]
    if result != wanted:
        return [_finding("test_failed", REFUSED, path, Phrase(f"{name}: {bad}"), Phrase("Mend it, and test again."))]
    return []


def hindrances(
    fit: Fit, rig: Rig, steps: tuple[DrillStep, ...], unsigned: tuple[Finding, ...] = ()
) -> tuple[Finding, ...]:
    """Everything that is over or unknown, worst first, wherever it was found. ``unsigned``: what the record wants besides."""
    everything = (*fit.whole.findings, *tests(rig, steps), *unsigned)
    return worst_first(one for one in everything if one.state in (REFUSED, UNKNOWN))


def cautions(fit: Fit) -> tuple[Finding, ...]:
    """What does not stop the hand-over, and is to be known."""
    return tuple(one for one in fit.whole.findings if one.state == CAUTION)


def unsigned(state: str, changed: tuple[str, ...] = ()) -> tuple[Finding, ...]:
    """The technician's name under the bay: wanting, or no longer standing. ``state``: signed, stale or open."""
    if state == "signed":
        return ()
    if state == "stale":
        what = "; ".join(changed[:3]) + (f"; and {len(changed) - 3} more" if len(changed) > 3 else "")
        says = Phrase(f"The bay was signed off, and something changed since: {as_text(what)}.")
        again = Phrase("The technician looks again and signs.")
        return (_finding("bay_signature_stale", UNKNOWN, "bay", says, again),)
    says = Phrase("The technician has not signed the bay off.")
    return (_finding("bay_not_signed", UNKNOWN, "bay", says, Phrase("Sign it at the bay.")),)
