"""What makes a practice rig safe to load and to roll, by its family's procedure: its bolts at their torque, its latch pinned."""

from __future__ import annotations

from collections.abc import Mapping

from stathmos.core.bay.prove.torque import WRENCH_WITHIN, of_the_ball
from stathmos.core.families import PLAIN
from stathmos.core.joints import JOINTS
from stathmos.core.practice.scene import Fitted, Scene
from stathmos.core.procedure import SECURE, TORQUE

#: what the latch makes sure of
COUPLER = "coupler"


def least_torques(parts: Fitted) -> Mapping[str, float]:
    """What the manual wants of each joint at least, kg·mm; joints that it says nothing of are left out."""
    found = {
        joint: of_the_ball(parts.kit, parts.ball, "least")
        if joint == "ball_nut"
        else getattr(parts.kit, f"{joint}_least", None)
        for joint in JOINTS
    }
    return {joint: least.value for joint, least in found.items() if least is not None}


def loose(parts: Fitted, scene: Scene) -> tuple[str, ...]:
    """The joints whose torque was not reached, within what a torque wrench may be off."""
    return tuple(
        joint
        for joint, least in least_torques(parts).items()
        if scene.torqued.get(joint, 0.0) < least * (1 - WRENCH_WITHIN)
    )


def unsafe(parts: Fitted, scene: Scene, kind: str) -> tuple[str, ...]:
    """What is loose or not pinned, of all that the family has done before its first step of a ``kind``; joints by key, else what it is."""
    steps = (parts.kit.held if parts.kit is not None else PLAIN).steps
    first = next((at for at, one in enumerate(steps) if one.kind == kind), 0)
    before = steps[:first]
    slack = loose(parts, scene)
    bolts = [one.of for one in before if one.kind == TORQUE and one.carries and one.of in slack]
    latch = any(COUPLER in one.secures for one in before if one.kind == SECURE) and not scene.pinned
    return (*bolts, *((COUPLER,) if latch else ()))
