"""What must be so before a tape is put to the rig, each with why."""

from __future__ import annotations

from stathmos.core.bay.check import Check, seen
from stathmos.core.bay.measure.arches import of_trial
from stathmos.core.bay.measure.as_found import as_found
from stathmos.core.bay.measure.sides import COUPLED, STANDS, WITH_BARS, uneven
from stathmos.core.figures import Missing, Rule
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import BY_BUBBLE, NOT_FLAT
from stathmos.core.stock import Kit
from stathmos.core.tolerances import TRAILER_LEVEL
from stathmos.core.units import LENGTH


def preconditions(rig: Rig, kit: Kit | None, known_good: bool = False) -> tuple[Check, ...]:
    """Every precondition, in the order in which one walks round the rig."""
    return tuple(
        check
        for check in (
            seen(
                rig, "bay.floor", "floor", "Flat, hard floor", "The floor is flat and hard.",
                "The floor is not flat: only differences at one mark count, and only while the rig does not move. Heights and attitude do not.",
                "A tape measures to the ground: what the ground does is read as the hitch's doing.", wanted="flat", refuses=False,
            ),
            _same_spot(rig),
            _sides(rig),
            seen(
                rig, "bay.loaded", "loaded", "Both loaded as they will travel", "Loaded as they will travel.",
                "Not loaded as they will travel: a set-up for another load is void. Load both, then measure.",
                "Every pound moves the marks; what is set empty is wrong full.",
            ),
            seen(
                rig, "bay.in_line", "in_line", "Straight in line", "In line.",
                "Not in line: the bars pull unequally in a turn. Straighten the rig before measuring.",
                "Out of line one side carries and the other is slack.",
            ),
            _levelling(rig),
            _air(rig, kit),
            *as_found(rig),
            _trailer_level(rig),
            seen(
                rig, "bay.good_same_spot", "same_spot", "Same spot as the known-good rig", "Same spot, same marks, trailer not moved.",
                "Not the same spot, or the trailer was moved: those heights are no target here. Choose another school, or measure both again at one spot.",
                "Differences count, not absolutes.",
            ) if known_good else None,
            _same_vehicle(rig) if known_good else None,
        )
        if check is not None
    )  # fmt: skip


def _same_spot(rig: Rig) -> Check | None:
    """On a floor that is not flat only differences on one spot count: whether the rig stood there all along."""
    if rig.choice("bay.floor") != NOT_FLAT:
        return None
    return seen(
        rig, "bay.stayed", "stayed", "Same spot in every state", "The rig stood on the same spot in every state.",
        "The rig was moved on a floor that is not flat: what one state differs from another by is the floor's. Measure every state again on one spot.",
        "What the floor does is the same in every state only where nothing is moved.",
    )  # fmt: skip


def is_of_another_vehicle(rig: Rig) -> bool:
    """Whether the heights to match were taped with another vehicle, by the names that were written down."""
    good, now = (_plain(rig.choice(path)) for path in ("bay.good_vehicle", "which.called_vehicle"))
    return bool(good and now) and good != now


def _plain(name: str) -> str:
    return " ".join(name.split()).casefold()


def _same_vehicle(rig: Rig) -> Check | None:
    """Fender heights of another vehicle are no target; what carries over is the trailer's own, and what its bars did."""
    paths = ("bay.good_vehicle", "bay.good_front", "bay.good_rear")
    if not is_of_another_vehicle(rig):
        return None
    then, now = (as_text(rig.choice(path)) for path in ("bay.good_vehicle", "which.called_vehicle"))
    says = Phrase(
        f"The heights to match were taped with {then}; this is {now}. Another vehicle's fender heights are no target: measure A, B and C, and choose another school."
    )
    why = "Each vehicle stands at its own height on its own springs. The trailer's coupler and rail heights do carry over."
    return Check("same_vehicle", "Same vehicle as the known-good rig", UNKNOWN, says, why, paths)


def _sides(rig: Rig) -> Check | None:
    """Left and right compared, once there is something to compare."""
    said = uneven(rig)
    paths = ("bay.front_left_a", "bay.front_right_a", "bay.rear_left_a", "bay.rear_right_a")
    name, why = (
        "Left and right agree",
        "A hitch loads both sides alike; what differs between them is the ground, or the vehicle's lean.",
    )
    seen_whole = not any(isinstance(rig.figure(path), Missing) for path in paths)
    for kind, state in ((COUPLED, REFUSED), (WITH_BARS, CAUTION), (STANDS, CAUTION)):
        told = [one for one in said if one.kind == kind]
        if told:
            where = (*paths, *(corner for one in told if one.trial for corner in of_trial(one.trial).paths.values()))
            return Check("sides", name, state, told[-1].says, why, where)
    return (
        Check("sides", name, GOOD, Phrase("Left and right agree within what the tape can tell."), why, paths)
        if seen_whole
        else None
    )


def _levelling(rig: Rig) -> Check:
    path = "vehicle.auto_levelling"
    why = "Levelling pumps the rear up while it is being measured, and hides what the tongue does."
    found = rig.choice(path)
    state = {"none": GOOD, "off": GOOD, "on": REFUSED}.get(found, UNKNOWN)
    says = {
        "none": "The vehicle has no auto-levelling.",
        "off": "Auto-levelling is off while measuring.",
        "on": "Auto-levelling is on: switch it off, let the vehicle settle, and measure again.",
    }.get(found, "Nobody has written down whether the vehicle levels itself.")
    return Check("levelling", "Auto-levelling off", state, Phrase(says), why, (path,))


def _air(rig: Rig, kit: Kit | None) -> Check:
    fitted, path = rig.choice("vehicle.air_springs"), "bay.air_set"
    why = "Air springs carry what the hitch should give back; measured at another pressure the set-up is void."
    name = "Air springs by the rule"
    if not fitted:
        return Check(
            "air",
            name,
            UNKNOWN,
            Phrase("Nobody has written down whether it has air springs."),
            why,
            ("vehicle.air_springs",),
        )
    if fitted == "none":
        return Check("air", name, GOOD, Phrase("The vehicle has no air springs."), why, ("vehicle.air_springs",))
    vehicle = rig.choice("vehicle.handbook_air")
    hitch = kit.handbook_air.typed if kit is not None and kit.handbook_air is not None else ""
    wanted, whose = (vehicle, "tow-vehicle handbook") if vehicle else (hitch, "hitch handbook")
    words = {"pump_up": "pumped to towing pressure", "let_down": "let down to the minimum"}
    now = rig.choice(path)
    if not now:
        return Check("air", name, UNKNOWN, Phrase("Nobody has written down how the air springs are set."), why, (path,))
    if not wanted:
        return Check(
            "air",
            name,
            CAUTION,
            Phrase(f"They are {words[now]}; no handbook on record says how they should be. Keep to it in every state."),
            why,
            (path,),
        )
    rule = Rule(f"Air springs are to be {words[wanted]} before measuring.", whose)
    if now != wanted:
        return Check(
            "air",
            name,
            REFUSED,
            Phrase(f"They are {words[now]}, and the {whose} wants them {words[wanted]}."),
            why,
            (path,),
            rule,
        )
    return Check("air", name, GOOD, Phrase(f"They are {words[now]}, as the {whose} wants."), why, (path,), rule)


def _trailer_level(rig: Rig) -> Check:
    paths = ("bay.rail_front_level", "bay.rail_rear_level")
    why = "The coupler height of a trailer that is not level is a wrong target for the ball."
    front, rear = (rig.figure(path) for path in paths)
    name = "Trailer level, taken first"
    if isinstance(front, Missing) or isinstance(rear, Missing):
        return Check(
            "trailer_level",
            name,
            UNKNOWN,
            Phrase("The rail is not measured front and rear."),
            why,
            paths,
            TRAILER_LEVEL.rule,
        )
    if rig.choice("bay.floor") == NOT_FLAT and rig.choice("bay.levelled_by") == BY_BUBBLE:
        says = Phrase(
            "Level by a level laid on the frame; the floor makes {apart} between the rail's ends there.",
            {"apart": (abs(front.value - rear.value), LENGTH, "nearest")},
        )
        return Check("trailer_level", name, GOOD, says, why, (*paths, "bay.levelled_by"), TRAILER_LEVEL.rule)
    apart = front.value - rear.value
    said = {"apart": (abs(apart), LENGTH, "up")}
    if TRAILER_LEVEL.within(apart):
        return Check(
            "trailer_level",
            name,
            GOOD,
            Phrase("Rail front and rear are within {apart}.", said),
            why,
            paths,
            TRAILER_LEVEL.rule,
        )
    way = "high" if apart > 0 else "low"
    return Check(
        "trailer_level", name, REFUSED, Phrase(f"The rail stands {{apart}} {way} in front: wind the jack until front and rear read the same.", said),
        why, paths, TRAILER_LEVEL.rule,
    )  # fmt: skip
