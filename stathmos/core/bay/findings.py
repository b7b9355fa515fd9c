"""What is to be said of the bay's work, worst first: whatever is refused or unknown here keeps the rig in the bay."""

from __future__ import annotations

from stathmos.core.assess import Assessment
from stathmos.core.bay.advice import Next
from stathmos.core.bay.calibrate import Loads, Rates, Reconciled
from stathmos.core.bay.check import Check
from stathmos.core.bay.torque import Fastener
from stathmos.core.bay.trials import Tried
from stathmos.core.bay.windows import CANNOT_TELL, INSIDE, NEVER, OPEN, TOO_LITTLE, TOO_MUCH, Window
from stathmos.core.figures import Missing, Phrase, expanded
from stathmos.core.findings.finding import CAUTION, ORDER, REFUSED, UNKNOWN, Finding
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import CORNERS, corner_path
from stathmos.core.stock import Kit
from stathmos.core.units import SHARE, WEIGHT

BAY = "bay"
_NOTHING = Phrase("")
SURE = 0.90  # a pass likelier than this is said without a caution: from memory, to be verified


def collect(
    rig: Rig,
    now: Assessment,
    kit: Kit | None,
    checks: tuple[Check, ...],
    windows: tuple[Window, ...],
    restored: Reconciled,
    rates: Rates,
    loads: Loads | None,
    proofs: tuple[Check, ...],
    bolts: tuple[Fastener, ...],
    following: Next | None,
    trials: tuple[Tried, ...],
    refit: Phrase | None,
) -> tuple[Finding, ...]:
    """Every finding of the bay."""
    found = [
        *(_of_check(one, 40) for one in checks if one.state in (REFUSED, UNKNOWN, CAUTION)),
        *_states(rig, now, kit, trials),
        *(_window(windows[0], following) if windows and trials else ()),
        *_apart(restored),
        *(
            [
                Finding(
                    CAUTION,
                    51,
                    BAY,
                    "refit",
                    refit,
                    Phrase("Measure both heights again; then mount it so, or tell the advisor."),
                )
            ]
            if refit
            else []
        ),
        *_axles(rig, loads),
        *(_of_check(one, 45) for one in proofs if one.state in (REFUSED, UNKNOWN, CAUTION)),
        *_bolts(bolts),
    ]
    return tuple(sorted(found, key=lambda one: (ORDER.index(one.state), one.rank)))


def _of_check(check: Check, rank: int) -> Finding:
    return Finding(
        check.state,
        rank,
        BAY,
        check.key,
        Phrase(f"{check.name}: " + check.says.template, check.says.quantities),
        Phrase(check.why),
    )


def _states(rig: Rig, now: Assessment, kit: Kit | None, trials: tuple[Tried, ...]) -> list[Finding]:
    """States that are not measured whole; a jack that was not clear."""
    found = []
    for state, name in (("a", "A, uncoupled"), ("b", "B, coupled and no bars")):
        if any(isinstance(rig.figure(corner_path(corner, state)), Missing) for corner in CORNERS):
            found.append(
                Finding(
                    UNKNOWN,
                    41,
                    BAY,
                    state,
                    Phrase(f"State {name}, is not measured at all four marks."),
                    Phrase("Measure it in the bay."),
                )
            )
    if rig.choice("bay.jack_clear") != "yes":
        no = rig.choice("bay.jack_clear") == "no"
        found.append(
            Finding(
                REFUSED if no else UNKNOWN, 41, BAY, "jack",
                Phrase("State B was measured with the jack on the ground." if no else "Nobody has written down that the jack was clear in state B."),
                Phrase("Wind it clear and measure B again." if no else "Look under the jack."),
            )
        )  # fmt: skip
    if kit is None and now.choice.weight_distributing:
        says = Phrase("No kit is chosen or named: what the bars are to do cannot be told.")
        found.append(Finding(UNKNOWN, 40, BAY, "kit", says, Phrase("The Hitch station chooses one.")))
    if kit is not None and not trials:
        found.append(
            Finding(
                UNKNOWN,
                42,
                BAY,
                "c",
                Phrase("State C, bars on, is not measured."),
                Phrase("Set the bars as the coach says, and measure."),
            )
        )
    last = trials[-1] if trials else None
    if last is not None and isinstance(last.state.front, Missing):
        void = any(one.void for one in trials)
        says = (
            "The head has moved, and C was not measured again: every C before it is void."
            if void
            else "State C of the last setting is not measured."
        )
        found.append(Finding(UNKNOWN, 42, BAY, "c", Phrase(says), Phrase("Measure the marks with the bars on.")))
    if last is not None and not isinstance(last.state.front, Missing):
        if isinstance(last.state.rear, Missing):
            says = Phrase("State C is measured in front and not at both rear marks.")
            found.append(Finding(UNKNOWN, 42, BAY, "c", says, Phrase("Measure the rear marks with the bars on.")))
        if last.setting is None:
            says = Phrase("How the bars are set in the last trial is not written down whole.")
            found.append(Finding(UNKNOWN, 43, BAY, "setting", says, Phrase("Count head and bar ends, both sides.")))
    if last is not None and len(last.changed) > 1:
        found.append(
            Finding(
                CAUTION, 49, BAY, "c", Phrase("Two things were changed at once between the last two trials: what each did is not known."),
                Phrase("One change, then measure."),
            )
        )  # fmt: skip
    return found


def _window(window: Window, following: Next | None) -> list[Finding]:
    remedy = following.says if following is not None else _NOTHING
    says = Phrase(f"“{window.name}”: " + window.says.template, window.says.quantities)
    if window.verdict in (TOO_LITTLE, TOO_MUCH, NEVER):
        return [Finding(REFUSED, 42, BAY, "window", says, remedy)]
    if window.verdict == CANNOT_TELL:
        return [Finding(UNKNOWN, 42, BAY, "window", says, remedy)]
    if window.verdict == OPEN:
        return [Finding(UNKNOWN, 43, BAY, "window", Phrase(f"“{window.name}” cannot be judged yet."), remedy)]
    if window.verdict == INSIDE and window.likely is not None and window.likely < SURE:
        return [
            Finding(
                CAUTION, 50, BAY, "window",
                Phrase("The front mark lies in its window as measured, with {likely} likelihood by what the tape can tell.", {"likely": (window.likely, SHARE, "down")}),
                Phrase("Measure again, or weigh pass 3 on a weighbridge."),
            )
        ]  # fmt: skip
    return []


def _apart(restored: Reconciled) -> list[Finding]:
    if not restored.apart:
        return []
    said = {"tape": (restored.tape.value, SHARE, "nearest"), "bridge": (restored.bridge.value, SHARE, "nearest")}
    return [
        Finding(
            UNKNOWN, 43, BAY, "restoration", Phrase("Tape and weighbridge disagree beyond their doubt: {tape} and {bridge} restored.", said),
            Phrase("Was pass 3 read with this setting and this load? Measure C again, or repeat pass 3."),
        )
    ]  # fmt: skip


def _axles(rig: Rig, loads: Loads | None) -> list[Finding]:
    """Axle loads as the bars were measured to leave them, against their ratings."""
    if loads is None:
        return []
    found = []
    for end in ("front", "rear"):
        load, rating = getattr(loads, end), rig.figure(f"vehicle.{end}_gawr")
        if isinstance(load, Missing) or isinstance(rating, Missing):
            continue
        said = {
            "load": (load.value, WEIGHT, "up"),
            "rating": (rating.value, WEIGHT, "down"),
            "u": (expanded(load), WEIGHT, "up"),
        }
        if load.value > rating.value + 1e-6:
            found.append(
                Finding(
                    REFUSED,
                    30,
                    BAY,
                    f"{end}_axle",
                    Phrase(f"As the bars are set the {end} axle carries {{load}}, and {{rating}} is its GAWR.", said),
                    Phrase("Another setting, or less load."),
                )
            )
        elif load.value + expanded(load) > rating.value:
            found.append(
                Finding(
                    CAUTION,
                    50,
                    BAY,
                    f"{end}_axle",
                    Phrase(
                        f"As the bars are set the {end} axle carries {{load}}, give or take {{u}}; {{rating}} is its GAWR.",
                        said,
                    ),
                    Phrase("The weighbridge would settle it."),
                )
            )
    return found


def _bolts(bolts: tuple[Fastener, ...]) -> list[Finding]:
    found = [
        Finding(
            REFUSED,
            44,
            BAY,
            "torque",
            Phrase(f"{one.name}: " + one.says.template, one.says.quantities),
            Phrase("Tighten by the torque sheet."),
        )
        for one in bolts
        if one.state == REFUSED
    ]
    open_yet = [one for one in bolts if one.state == UNKNOWN]
    if open_yet:
        names = ", ".join(one.name.lower() for one in open_yet[:3]) + (
            f" and {len(open_yet) - 3} more" if len(open_yet) > 3 else ""
        )
        found.append(
            Finding(
                UNKNOWN,
                46,
                BAY,
                "torque",
                Phrase(f"Not proved tight: {names}."),
                Phrase("The torque sheet: tighten, paint the witness mark, write it down."),
            )
        )
    return found
