"""The hitch as it is set, as SVG for a paper, its labels beside it."""

from __future__ import annotations

from collections.abc import Mapping
from html import escape

INK, SOFT, GLASS, PART = "#1d1b16", "#6b665a", "#e9e6dc", "#d8d3c4"
_FILLED = {"body": "#fff", "load": "#fff", "glass": GLASS, "part": PART}
_ROW = 44.0  # mm: a row of labels below it


def hitch_svg(drawn: Mapping, system: str) -> str:
    """A hitch from its left side. ``drawn``: as the report gives it, mm."""
    shapes = "".join(_stroke(one) for one in drawn["strokes"])
    edges, rows = drawn["frame"], len(drawn["labels"])
    labels = "".join(
        _label(one, edges, -edges["low"] + (row + 1) * _ROW, system) for row, one in enumerate(drawn["labels"])
    )
    wide, tall = edges["right"] - edges["left"], edges["top"] - edges["low"] + rows * _ROW + 12
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{edges["left"]:.0f} {-edges["top"]:.0f} {wide:.0f} {tall:.0f}" width="100%" role="img">'
        f"<style>.label{{font:600 38px 'Barlow Semi Condensed';fill:{INK}}}</style>"
        f"{shapes}{labels}</svg>"
    )


def _label(one: Mapping, edges: Mapping, foot: float, system: str) -> str:
    """A label in its row, with the line to its place; near the right edge it is written to the left."""
    x = one["x"]
    ends = x > edges["left"] + 0.6 * (edges["right"] - edges["left"])
    at, anchor = (x - 12, "end") if ends else (x + 12, "start")
    return (
        f'<line x1="{x:.0f}" y1="{-one["y"]:.0f}" x2="{x:.0f}" y2="{foot:.0f}" stroke="{SOFT}" stroke-width="2"/>'
        f'<text x="{at:.0f}" y="{foot:.0f}" class="label" text-anchor="{anchor}">{escape(one["name"])} {escape(one["says"][system])}</text>'
    )


def _stroke(one: Mapping) -> str:
    points = " ".join(f"{x},{-y}" for x, y in zip(one["x"], one["y"], strict=True))
    moved = one["kind"] == "moved"
    fill = _FILLED.get(one["kind"], "none") if one["closed"] else "none"
    dashes = ' stroke-dasharray="9 7"' if moved else ""
    shape = "polygon" if one["closed"] else "polyline"
    return f'<{shape} points="{points}" fill="{fill}" stroke="{SOFT if moved else INK}" stroke-width="2.4"{dashes}/>'
