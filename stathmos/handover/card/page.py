"""The card as one page: HTML for looking and printing, PDF for the glovebox. Nothing is fetched from anywhere."""

from __future__ import annotations

from collections.abc import Mapping
from html import escape
from pathlib import Path

from weasyprint import CSS, HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import FatalURLFetchingError, URLFetcher, URLFetcherResponse

from stathmos.handover.card.drawing import side_elevation

FONTS = Path(__file__).parent / "fonts"
#: type sizes tried until the card fits its page: a card of two pages loses one of them
SIZES = (8.6, 8.0, 7.4, 6.8, 6.2, 5.6)


def pdf(content: Mapping, system: str) -> bytes:
    """The card on one Letter page."""
    fonts, fetcher = FontConfiguration(), _OwnFonts()
    for size in SIZES:
        style = CSS(string=_style(size), url_fetcher=fetcher, font_config=fonts)
        document = HTML(string=_html(content, system), url_fetcher=fetcher).render(
            stylesheets=[style], font_config=fonts
        )
        if len(document.pages) == 1:
            break
    return document.write_pdf()


class _OwnFonts(URLFetcher):
    """Only the fonts beside this file are ever read."""

    def fetch(self, url: str, headers: object = None) -> URLFetcherResponse:
        name = url.rpartition("/")[2]
        if not url.startswith("card://fonts/") or not (FONTS / name).is_file():
            raise FatalURLFetchingError("a card fetches nothing")
        return URLFetcherResponse(url, (FONTS / name).read_bytes(), {"Content-Type": "font/woff2"})


def _style(size: float) -> str:
    faces = "".join(
        f"@font-face{{font-family:'{family}';font-weight:{weight};src:url('card://fonts/{name}')}}"
        for family, weight, name in (
            ("Besley", 600, "besley-latin-600-normal.woff2"),
            ("Barlow Semi Condensed", 400, "barlow-semi-condensed-latin-400-normal.woff2"),
            ("Barlow Semi Condensed", 600, "barlow-semi-condensed-latin-600-normal.woff2"),
        )
    )
    return faces + (
        "@page{size:Letter;margin:11mm}"
        f"body{{font-family:'Barlow Semi Condensed',sans-serif;font-size:{size}pt;color:#1d1b16;margin:0;line-height:1.25}}"
        "h1,h2{font-family:'Besley',serif;font-weight:600;margin:0}h1{font-size:1.9em}h2{font-size:1.15em;border-bottom:1px solid #1d1b16;margin-bottom:.2em}"
        ".head{border-bottom:2px solid #1d1b16;padding-bottom:.3em;margin-bottom:.5em}"
        ".columns{columns:2;column-gap:7mm}.block{break-inside:avoid;margin-bottom:.8em}"
        "table{width:100%;border-collapse:collapse}td{vertical-align:top;padding:.1em 0;border-bottom:.5px solid #c9c2b2}"
        "td.name{width:38%;padding-right:.6em}td.says{font-weight:600;font-variant-numeric:tabular-nums}"
        ".plain{font-weight:400}.cautions{border:1.5px solid #1d1b16;padding:.5em .7em;margin-top:.3em}.cautions p{margin:.15em 0}"
        ".signed{display:flex;gap:8mm;margin-top:.8em}.signed div{flex:1;border-top:1px solid #1d1b16;padding-top:.2em}"
    )


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
