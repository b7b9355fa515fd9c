"""On which rigs a field matters, by what the field itself says of its blank."""

from __future__ import annotations

from stathmos.core.entry import Answered
from stathmos.core.rig import ENTRIES, Rig
from stathmos.core.stock import Kit

#: what is asked for where it is blank, by path
ASKED = {path: entry.blank for path, entry in ENTRIES.items() if entry.blank.asked}


def matters(rig: Rig, path: str, kit: Kit | None, distributing: bool) -> bool:
    """Whether a section's field can change the verdict on this hitch; ``kit``: the one in force, ``distributing``: spring bars are on."""
    blank = ENTRIES[path].blank
    if blank.bars is not None and blank.bars != distributing:
        return False
    if blank.only is not None and not _is_written(rig, blank.only, kit):
        return False
    if blank.kit and not any(getattr(kit, name, None) for name in blank.kit):
        return False
    return not any(_is_written(rig, one, kit) for one in blank.unless)


def with_style(path: str, distributing: bool) -> bool:
    """Whether a field can change the verdict in that style, whatever else is on the rig."""
    bars = ENTRIES[path].blank.bars
    return bars is None or bars == distributing


def _is_written(rig: Rig, answered: Answered, kit: Kit | None) -> bool:
    section, name = answered.path.split(".")
    given = getattr(kit if section == "kit" else getattr(rig, section), name, None)
    return given is not None and (not answered.by or given.typed in answered.by)
