"""How spring bars are held at the frame, and what follows from it: what is proved, warned of and said."""

from __future__ import annotations

from dataclasses import dataclass

L_BRACKET, CHAIN = "l_bracket", "chain"


@dataclass(frozen=True, kw_only=True)
class BarStyle:
    """One way of holding the bars.

    ``flat``: they must lie flat on their brackets, else there is no friction; ``slant_refused``: whether a slant is
    refused, or only flagged. ``hold`` is what holds them; ``put_on`` and ``secure`` are steps of the drill.
    ``no_sway_control``: what a kit without it says, behind its name.
    """

    key: str
    words: str
    hold: str
    flat: bool
    slant_refused: bool
    put_on: str
    secure: str
    no_sway_control: str


BAR_STYLES: dict[str, BarStyle] = {
    style.key: style
    for style in (
        BarStyle(
            key=L_BRACKET, words="rigid bars on L-brackets", hold="brackets", flat=True, slant_refused=True,
            put_on="Bars on and into their brackets", secure="Pins and clips in both brackets.",
            no_sway_control="has none built in: it needs an add-on friction bar.",
        ),
        BarStyle(
            key=CHAIN, words="bars on chains", hold="chains", flat=False, slant_refused=False,
            put_on="Bars on, chains up", secure="Levers up and safety pins in.",
            no_sway_control="hangs its bars on chains and has none: it needs an add-on friction bar, to be taken off before reversing.",
        ),
    )
}  # fmt: skip

#: where the catalogue does not say
USUAL = BAR_STYLES[L_BRACKET]
