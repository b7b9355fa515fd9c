"""What to lay out before beginning, from the kit: sizes, and which wrench does which torque."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay.prove.torque import CANNOT, NEEDS_EXTENSION, REACHES, Fastener, Reach, reach
from stathmos.core.figures import Missing
from stathmos.core.finding import CAUTION, GOOD, UNKNOWN
from stathmos.core.joints import BY_FEEL, JOINTS
from stathmos.core.phrases import Phrase
from stathmos.core.stock import Kit, Wrench
from stathmos.core.units import COUPLE, LENGTH


@dataclass(frozen=True)
class Tool:
    """One tool to lay out, and what for. ``state``: good, caution where something else is wanted with it, unknown."""

    name: Phrase
    purpose: Phrase
    state: str


@dataclass(frozen=True)
class Served:
    """One joint's torque against every wrench of the bay; ``best`` is the one to take, None where none does it."""

    joint: str
    name: str
    fastener: Fastener
    reaches: tuple[Reach, ...]
    best: Reach | None


_BEST = {REACHES: 0, NEEDS_EXTENSION: 1}


def served(fasteners: tuple[Fastener, ...], wrenches: tuple[Wrench, ...]) -> tuple[Served, ...]:
    """Each joint once, with what every wrench can do about it."""
    found = []
    for joint in dict.fromkeys(one.joint for one in fasteners):
        first = next(one for one in fasteners if one.joint == joint)
        reaches = tuple(reach(first.target, wrench) for wrench in wrenches)
        usable = [one for one in reaches if one.verdict in _BEST]
        best = min(usable, key=lambda one: _BEST[one.verdict], default=None)
        found.append(Served(joint, JOINTS[joint].name, first, reaches, best))
    return tuple(found)


def tools(kit: Kit | None, fasteners: tuple[Fastener, ...], by_joint: tuple[Served, ...]) -> tuple[Tool, ...]:
    """All the tools, those of the bolts first."""
    found = []
    for one in by_joint:
        across = one.fastener.across
        socket = "Thin-wall deep socket" if one.joint == "ball_nut" else "Socket"
        if across is None:
            found.append(
                Tool(
                    Phrase(f"{socket}, size not in the catalogue"),
                    Phrase(f"{one.name}: measure across the flats."),
                    UNKNOWN,
                )
            )
        else:
            found.append(
                Tool(
                    Phrase(f"{socket}, {{size}}", {"size": (across.value, LENGTH, "nearest")}),
                    Phrase(f"{one.name}."),
                    GOOD,
                )
            )
        bolt = one.fastener.bolt_across
        if bolt is not None:
            held = Phrase("Wrench to hold the bolt, {size}", {"size": (bolt.value, LENGTH, "nearest")})
            found.append(Tool(held, Phrase(f"{one.name}: nut and bolt's head are two sizes."), GOOD))
    for one in by_joint:
        if one.fastener.by not in BY_FEEL:
            found.append(_wrench(one))
    plain = [
        ("Lever for the bars", "Bars on and off. Stand clear of it when it is loaded."),
        ("Tape, to 1/16 in or 1 mm", "Every height, always to the same mark."),
        ("Level", "The trailer's rail, and the floor."),
        ("Paint marker", "A witness mark on every nut and bolt."),
        ("Grease", "Ball and pivots, where the hitch handbook wants it."),
        ("Wheel chocks", "Both sides, before the coupler is touched."),
    ]
    if kit is None or not kit.held.levered:
        plain = plain[1:]
    if kit is not None and kit.half_links is not None and kit.half_links.typed == "yes":
        plain.append(("12 mm bolts, a pair", "Half a link."))
    return (*found, *(Tool(Phrase(name), Phrase(purpose), GOOD) for name, purpose in plain))


def _wrench(one: Served) -> Tool:
    target = one.fastener.target
    if isinstance(target, Missing):
        return Tool(
            Phrase("Torque wrench"),
            Phrase(f"{one.name}: the torque is not in the catalogue; read the hitch handbook."),
            UNKNOWN,
        )
    said = {"target": (target.value, COUPLE, "nearest")}
    if one.best is None:
        cannot = next((reached for reached in one.reaches if reached.verdict == CANNOT), None)
        why = cannot.says.template if cannot else "No torque wrench is written down for this bay."
        return Tool(
            Phrase("Torque wrench wanted for {target}", said),
            Phrase(f"{one.name}: " + why, {**said, **(cannot.says.quantities if cannot else {})}),
            UNKNOWN,
        )
    state = GOOD if one.best.verdict == REACHES else CAUTION
    return Tool(
        Phrase(f"Torque wrench “{one.best.wrench}”"),
        Phrase(f"{one.name}: " + one.best.says.template, one.best.says.quantities),
        state,
    )
