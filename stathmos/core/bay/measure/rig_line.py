"""This rig's line: where front and rear come as the bars give back more, and every school's windows on it.

The bars move both ends at once, along one line. A school whose front window and rear window share no place on that line cannot be
met by any setting of them.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from stathmos.core.bay.measure.frames import Frame
from stathmos.core.bay.measure.scale import Scale, begins_at, moved, restored_at
from stathmos.core.bay.measure.windows import EndSpan, Taped, Window, end_spans
from stathmos.core.bay_schools import Marks

BEYOND, FURTHEST = (
    1.25,
    3.0,
)  # as far as the line is drawn, in restoration, and as far as it is for a window that lies further


@dataclass(frozen=True, kw_only=True)
class Stop:
    """One place on the line: the restoration there, and both marks, mm; None of a mark that is not known."""

    key: str
    f: float
    front: float | None
    rear: float | None


@dataclass(frozen=True, kw_only=True)
class SchoolSpans:
    """One school's windows on the line. ``meets``: whether they share a place; None of one that looks at one end only."""

    key: str
    name: str
    in_force: bool
    spans: tuple[EndSpan, ...]
    meets: bool | None


@dataclass(frozen=True, kw_only=True)
class RigLine:
    """The line of one rig: some places on it, every school's windows, and between which restorations the drawing lies."""

    stops: tuple[Stop, ...]
    schools: tuple[SchoolSpans, ...]
    low: float
    high: float


def rig_line(taped: Taped, windows: tuple[Window, ...]) -> RigLine | None:
    """The line of a rig as it was taped; None where it is not known how far the bars move its front."""
    if not windows:
        return None
    own = taped.frame(windows[0].school)
    if own.scale is None:
        return None
    schools = tuple(found for one in windows if (found := _on_the_line(taped, one)) is not None)
    stops = _stops(own, own.scale, windows[0])
    if not stops or not schools:
        return None
    now = [one.f for one in stops]
    begins = [span.low + 0.1 for school in schools for span in school.spans if math.isfinite(span.low)]
    high = max(BEYOND, *now, *(one for one in begins if one <= FURTHEST))
    return RigLine(stops=stops, schools=schools, low=min(0.0, *now), high=high)


def _stops(frame: Frame, scale: Scale, window: Window) -> tuple[Stop, ...]:
    """No bars, all given back, and where it stands now."""
    marks = frame.marks
    zero = begins_at(marks, scale)
    if zero is None:
        return ()
    f = restored_at(window.school, marks, scale)
    from_ = (
        marks
        if f is not None
        else Marks(front_a=marks.front_a, front_b=marks.front_b, front_c=zero, rear_c=marks.rear_b)
    )
    here = 0.0 if f is None else f
    wanted = {"b": 0.0, "a": 1.0, **({} if f is None else {"c": f})}
    found = []
    for key, at in wanted.items():
        then = moved(from_, scale, at - here)
        rear = None if then.rear_c is None else float(then.rear_c)
        front = None if then.front_c is None else float(then.front_c)
        found.append(Stop(key=key, f=at, front=frame.told(front), rear=rear))
    return tuple(found)


def _on_the_line(taped: Taped, window: Window) -> SchoolSpans | None:
    frame = taped.frame(window.school)
    spans = end_spans(window.school, frame.marks, frame.scale)
    known = [one for one in spans if math.isfinite(one.low) or math.isfinite(one.high)]
    if not known:
        return None
    two_ended = len({one.end for one in known}) > 1
    meets = max(one.low for one in known) <= min(one.high for one in known) if two_ended else None
    return SchoolSpans(key=window.key, name=window.name, in_force=window.in_force, spans=tuple(known), meets=meets)
