"""The card as one page, for the glovebox."""

from __future__ import annotations

from collections.abc import Mapping
from html import escape

from stathmos.papers.drawing import side_elevation
from stathmos.papers.paper import one_page

_STYLE = (
    ".head{border-bottom:2px solid #1d1b16;padding-bottom:.3em;margin-bottom:.5em}"
    ".columns{columns:2;column-gap:7mm}.block{break-inside:avoid;margin-bottom:.8em}"
    "td.name{width:38%;padding-right:.6em}td.says{font-weight:600;font-variant-numeric:tabular-nums}"
    ".plain{font-weight:400}.cautions{border:1.5px solid #1d1b16;padding:.5em .7em;margin-top:.3em}.cautions p{margin:.15em 0}"
    ".signed{display:flex;gap:8mm;margin-top:.8em}.signed div{flex:1;border-top:1px solid #1d1b16;padding-top:.2em}"
)


def pdf(content: Mapping, system: str) -> bytes:
    """The card on one Letter page."""
    return one_page(_html(content, system), _STYLE)


def _html(content: Mapping, system: str) -> str:
    names = content["names"]
    blocks = "".join(_block(block, system) for block in content["blocks"])
    known = "".join(f"<p>{escape(said[system])}</p>" for said in content["known"])
    cautions = "".join(f"<p>{escape(said)}</p>" for said in content["cautions"])
    return (
        '<html lang="en"><head><title>Stathmos card</title></head><body>'
        f'<div class="head"><h1>{escape(names["customer"])}</h1>'
        f"<div>{escape(names['vehicle'])} with {escape(names['trailer'])}. Set, measured and handed over on {escape(content['day'])}. Keep this in the glovebox.</div></div>"
        f"{side_elevation(content['elevation'])}"
        f'<div class="columns">{blocks}</div>'
        f'<div class="cautions"><h2>Cautions</h2>{known}{cautions}</div>'
        f'<div class="signed"><div>Technician: {escape(names["technician"])}</div><div>Advisor: {escape(names["advisor"])}</div><div>Customer:</div></div>'
        "</body></html>"
    )


def _block(block: Mapping, system: str) -> str:
    rows = "".join(
        f'<tr><td class="name">{escape(line["name"])}</td><td class="says">{escape(line["says"][system])}</td></tr>'
        if line["name"]
        else f'<tr><td class="plain" colspan="2">{escape(line["says"][system])}</td></tr>'
        for line in block["lines"]
    )
    return f'<div class="block"><h2>{escape(block["heading"])}</h2><table>{rows}</table></div>'
