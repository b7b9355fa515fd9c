"""What a hitch may want besides its kit: each thing once, with when, why, and how it is told as it is mounted.

A family names those that may follow it (`families`); the parts list, the mounting page and the time go by it. From memory, to be
verified.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.where import Where


@dataclass(frozen=True, kw_only=True)
class Extra:
    """One thing. ``words`` of it in the catalog, ``why`` it is wanted; ``tells``: what is ticked as it is mounted, blank where a look asks
    for it; ``wrong`` what goes wrong otherwise, ``hold`` its place in the drawing. ``only``: where what must stand; ``deep``: only on a rail deeper than the usual
    brackets take. ``surely``: it is always wanted then, else it is looked at first. ``joints``: what its work is like, in joints
    tightened, beside its own bolts."""

    key: str
    words: str
    why: str
    tells: str = ""
    wrong: str = ""
    hold: str = ""
    only: Where | None = None
    deep: bool = False
    surely: bool = True
    joints: int = 1


EXTRAS: dict[str, Extra] = {
    extra.key: extra
    for extra in (
        Extra(
            key="special_bracket", words="special frame bracket, a pair", why="The A-frame's rail is deeper than the usual brackets take.", deep=True,
            tells="Special brackets on: the rail is deeper than the usual ones take.", wrong="The usual brackets do not close around this rail.",
            hold="frame", joints=0,
        ),
        Extra(
            key="bracket_extension", words="extension bracket for an underslung coupler", why="The coupler sits under the A-frame: the bar would meet the frame.",
            hold="extension", only=Where("trailer.coupler_mount", ("underslung",)),
        ),
        Extra(
            key="bar_holder", words="bar holder", why="The bar hangs on it while the trailer is uncoupled; some kits come with one.", surely=False,
            tells="Bar holder on the A-frame, clear of the jack.", wrong="A bar that is left on the ground is bent, or left behind.", hold="holder",
        ),
        Extra(
            key="pads", words="spacers and pads, a set", why="For a height between two settings; only where the coach finds none that fits.", surely=False,
            joints=0,
        ),
    )
}  # fmt: skip
