"""What is to be said of a rig that may swing by itself: a caution, whatever else is good."""

from __future__ import annotations

from stathmos.core.finding import CAUTION, Finding
from stathmos.core.phrases import Phrase
from stathmos.core.sway import LEAVES_OUT, Swings


def swing(found: Swings | None) -> list[Finding]:
    """By its masses, places and tyres as usual; what that leaves out is said with it."""
    if found is None or found.says is None:
        return []
    out = ", ".join(LEAVES_OUT[:-1]) + f" and {LEAVES_OUT[-1]}"
    says = found.says.then(f" By its masses, where they are, and tyres as usual; {out} are left out.")
    remedy = Phrase("More weight ahead of the axles steadies it, and less speed; sway control mends no light tongue.")
    return [Finding(key="may_swing", state=CAUTION, station="load", subject="sway", says=says, remedy=remedy)]
