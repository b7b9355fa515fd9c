"""What the hand-over and later visits write down: the drill, the brake tests, complaints."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import choice, described, flag, named, read_of
from stathmos.core.figures import Given
from stathmos.core.subjects import AS_SET, COUPLED, CUSTOMER, FITTED
from stathmos.core.units import DISTANCE, MM_PER_KM

SYMPTOMS = (
    ("sway", "it sways or whips"),
    ("turns", "it does not straighten after a turn, the pivots groan"),
    ("light_steering", "light steering, high headlights, long braking"),
    ("front_buried", "front buried, harsh, the rear skips"),
    ("porpoising", "it porpoises, it bounces"),
    ("tyres", "one trailer axle wears its tyres or runs hot"),
    ("bars_fit", "the bars are hard to fit, or fall on by hand"),
    ("bars_bowed", "the bars are bowed"),
    ("clunk", "a clunk, slop"),
)


@dataclass(frozen=True)
@read_of(COUPLED)
class Handover:
    """Tests done with the customer, and what the next visit is reckoned from."""

    brake_test: Given | None = choice(
        "Brake controller squeeze test", "at walking pace, by hand",
        ("held", "the trailer's brakes held"), ("weak", "weak or pulling"), ("none", "no brakes felt"), usual="measured",
    )  # fmt: skip
    brake_gain: Given | None = named("Controller set to", "the controller's own scale")
    breakaway_test: Given | None = choice(
        "Breakaway pull test", "pin pulled, vehicle eased forward",
        ("held", "the brakes held"), ("did_not", "the brakes did not hold"), usual="measured",
    )  # fmt: skip
    test_drive: Given | None = flag("Short test drive done", "with the customer", of=FITTED, under=AS_SET)
    retorqued: Given | None = flag(
        "Torque and witness marks looked at after the drive", "wrench and eye", of=FITTED, under=AS_SET
    )
    a_year: Given | None = described(
        "Towed in a year", DISTANCE, "ask the customer", 10 * MM_PER_KM, 200_000 * MM_PER_KM, usual="assumed",
        of=CUSTOMER,
    )  # fmt: skip
    towed: Given | None = described(
        "Towed since it was handed over", DISTANCE, "ask the customer", 0, 2_000_000 * MM_PER_KM, usual="assumed",
        of=CUSTOMER,
    )  # fmt: skip


@dataclass(frozen=True)
@read_of(COUPLED)
class Step:
    """One step of the drill, done with the customer."""

    key: str = ""
    done: Given | None = flag("Done with the customer", "together, at the rig")


@dataclass(frozen=True)
@read_of(CUSTOMER)
class Complaint:
    """What a customer came back with."""

    key: str = ""
    symptom: Given | None = choice("What is wrong", "ask the customer", *SYMPTOMS, usual="measured")
    said: Given | None = named("In the customer's words")
    closed: Given | None = named("What it was, and what was done")
