"""Each kind of job, once: what it is called, where it is done and by whom, what it needs, what must come before, what its time is made of.

A kind is a row of `KINDS`; board, slots, morning, letters and screens go by what stands in it. Source of all: common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass

#: kinds of places
BAY, FLOOR = "bay", "floor"
PLACES = {BAY: "fitting bay", FLOOR: "flat floor"}

#: who can do it
TECHNICIAN, ADVISOR, MANAGER = "technician", "advisor", "manager"

#: what must be so before a job begins
LABELS, WEIGHED, SIGNED, BAY_SIGNED, NOT_REFUSED = "labels", "weighed", "signed", "bay_signed", "not_refused"
BEFORE = {
    LABELS: "every label that decides is read",
    WEIGHED: "the tongue is weighed",
    SIGNED: "the desk's stations are signed, and none is stale",
    BAY_SIGNED: "the bay is signed, and not stale",
    NOT_REFUSED: "nothing is refused",
}

#: what a job's time is made of
MOUNT, MEASURE, TRIALS, JOINTS, STEPS, PASSES, LOOK, LISTEN = (
    "mount", "measure", "trials", "joints", "steps", "passes", "look", "listen",
)  # fmt: skip


@dataclass(frozen=True)
class JobKind:
    """A kind of job.

    ``places``: where it may be done, the best first; ``roles``: who may do it; ``after``: the kinds that go before it where a rig has
    both; ``pieces``: what its time is made of. ``tools``: whether the kit's tools and torque wrench are wanted, ``parts`` the build's
    parts, ``loaded`` the trailer as it travels, ``customer`` the customer.
    """

    key: str
    word: str
    places: tuple[str, ...]
    roles: tuple[str, ...]
    pieces: tuple[str, ...]
    before: tuple[str, ...] = ()
    after: tuple[str, ...] = ()
    tools: bool = False
    parts: bool = False
    loaded: bool = False
    customer: bool = False


_IN_THE_BAY = (TECHNICIAN, MANAGER)
KINDS: dict[str, JobKind] = {
    one.key: one
    for one in (
        JobKind(
            "weighing", "Weighing", (FLOOR, BAY), (TECHNICIAN, ADVISOR, MANAGER), (PASSES,), loaded=True,
        ),
        JobKind(
            "fit", "Fit", (BAY,), _IN_THE_BAY, (MOUNT, TRIALS, JOINTS), before=(LABELS, WEIGHED, SIGNED, NOT_REFUSED),
            after=("weighing",), tools=True, parts=True, loaded=True,
        ),
        JobKind(
            "refit", "Re-fit", (BAY,), _IN_THE_BAY, (MEASURE, TRIALS, JOINTS), before=(LABELS, WEIGHED, NOT_REFUSED),
            after=("weighing",), tools=True, parts=True, loaded=True,
        ),
        JobKind(
            "handover", "Hand-over", (FLOOR, BAY), (ADVISOR, MANAGER), (STEPS,), before=(BAY_SIGNED,),
            after=("weighing", "fit", "refit"), customer=True,
        ),
        JobKind("recheck", "First-stop re-check", (BAY, FLOOR), _IN_THE_BAY, (LISTEN, JOINTS), tools=True, customer=True),
        JobKind("inspection", "Inspection", (BAY,), _IN_THE_BAY, (LOOK, MEASURE, JOINTS), tools=True),
        JobKind("complaint", "Complaint", (BAY,), _IN_THE_BAY, (LISTEN, MEASURE), loaded=True, customer=True),
        JobKind("recall", "Recall", (BAY,), _IN_THE_BAY, (LOOK, JOINTS), tools=True),
    )
}  # fmt: skip
