"""The card as one page, for the glovebox."""

from __future__ import annotations

from collections.abc import Mapping
from html import escape

from stathmos.papers.drawing import side_elevation
from stathmos.papers.hitch import hitch_svg
from stathmos.papers.paper import one_page

_STYLE = (
    ".head{border-bottom:2px solid #1d1b16;padding-bottom:.3em;margin-bottom:.5em}"
    ".columns{columns:2;column-gap:7mm}.block{break-inside:avoid;margin-bottom:.8em}"
    "td.name{width:38%;padding-right:.6em}td.says{font-weight:600;font-variant-numeric:tabular-nums}"
    ".plain{font-weight:400}.cautions{border:1.5px solid #1d1b16;padding:.5em .7em;margin-top:.3em}.cautions p{margin:.15em 0}"
    ".strip{border:1.5px solid #1d1b16;padding:.4em .7em;margin-bottom:.6em}.strip h2{font-size:1.3em}.beside{display:flex;gap:5mm;align-items:center}"
    ".drawn{flex:1.25}.facts{flex:1}.facts td{font-size:1.15em}.fact{font-weight:600;font-size:1.4em;white-space:nowrap}"
    ".order{font-size:1.1em;margin-top:.25em}.step{display:inline-block;margin-right:.7em;white-space:nowrap}"
    ".signed{display:flex;gap:8mm;margin-top:.8em}.signed div{flex:1;border-top:1px solid #1d1b16;padding-top:.2em}"
)

#: a page as tall and narrow as a phone, its order one step a line
_PHONE = (
    "@page{size:90mm 180mm;margin:5mm}h1{font-size:1.25em}.beside{display:block}.step{display:block;margin:0}.strip{border-width:0;padding:0}"
    ".order{border-top:1px solid #1d1b16;padding-top:.2em}"
)
PHONE_SIZES = (9.4, 8.6, 8.0, 7.4, 6.8)


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
        f"{strip(content, system)}"
        f'<div class="columns">{blocks}</div>'
        f'<div class="cautions"><h2>Cautions</h2>{known}{cautions}</div>'
        f'<div class="signed"><div>Technician: {escape(names["technician"])}</div><div>Advisor: {escape(names["advisor"])}</div><div>Customer:</div></div>'
        "</body></html>"
    )


def strip(content: Mapping, system: str) -> str:
    """How to hook up again, large; nothing on a card from before it was kept."""
    if "hook_up" not in content:
        return ""
    told = content["hook_up"]
    facts = "".join(
        f"<tr><td>{escape(one['name'])}</td><td class='fact'>{escape(one['says'][system])}</td></tr>"
        for one in told["facts"]
    )
    return (
        '<div class="strip"><h2>How to hook up again</h2><div class="beside">'
        f'<div class="drawn">{hitch_svg(content["hitch"], system)}</div><table class="facts">{facts}</table></div>'
        f'<div class="order"><b>On:</b> {_in_order(told["on"])}</div><div class="order"><b>Off:</b> {_in_order(told["off"])}</div></div>'
    )


def _in_order(steps: list[str]) -> str:
    return " ".join(f'<span class="step"><b>{number}</b> {escape(says)}</span>' for number, says in enumerate(steps, 1))


def phone_pdf(content: Mapping, system: str) -> bytes:
    """How to hook up again, on one page of a phone's shape."""
    names = content["names"]
    html = (
        '<html lang="en"><head><title>How to hook up again</title></head><body>'
        f"<h1>{escape(names['vehicle'])} with {escape(names['trailer'])}</h1><p>Set on {escape(content['day'])}.</p>"
        f"{strip(content, system)}<p>{escape(content['cautions'][-1])}</p></body></html>"
    )
    return one_page(html, _STYLE + _PHONE, PHONE_SIZES)


def _block(block: Mapping, system: str) -> str:
    rows = "".join(
        f'<tr><td class="name">{escape(line["name"])}</td><td class="says">{escape(line["says"][system])}</td></tr>'
        if line["name"]
        else f'<tr><td class="plain" colspan="2">{escape(line["says"][system])}</td></tr>'
        for line in block["lines"]
    )
    return f'<div class="block"><h2>{escape(block["heading"])}</h2><table>{rows}</table></div>'
