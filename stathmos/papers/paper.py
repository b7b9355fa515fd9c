"""HTML made into one page of PDF. Nothing is fetched from anywhere but the fonts beside this file."""

from __future__ import annotations

from pathlib import Path

from weasyprint import CSS, HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import FatalURLFetchingError, URLFetcher, URLFetcherResponse

FONTS = Path(__file__).parent / "fonts"
#: type sizes tried until all of it fits its page: a paper of two pages loses one of them
SIZES = (8.6, 8.0, 7.4, 6.8, 6.2, 5.6)
_FACES = "".join(
    f"@font-face{{font-family:'{family}';font-weight:{weight};src:url('paper://fonts/{name}')}}"
    for family, weight, name in (
        ("Besley", 600, "besley-latin-600-normal.woff2"),
        ("Barlow Semi Condensed", 400, "barlow-semi-condensed-latin-400-normal.woff2"),
        ("Barlow Semi Condensed", 600, "barlow-semi-condensed-latin-600-normal.woff2"),
    )
)
#: what every paper of the house has in common
_HOUSE = (
    "@page{size:Letter;margin:11mm}"
    "body{font-family:'Barlow Semi Condensed',sans-serif;color:#1d1b16;margin:0;line-height:1.25}"
    "h1,h2{font-family:'Besley',serif;font-weight:600;margin:0}h1{font-size:1.9em}h2{font-size:1.15em;border-bottom:1px solid #1d1b16;margin-bottom:.2em}"
    "table{width:100%;border-collapse:collapse}td,th{vertical-align:top;text-align:left;padding:.1em 0;border-bottom:.5px solid #c9c2b2}"
)


def one_page(html: str, style: str, sizes: tuple[float, ...] = SIZES) -> bytes:
    """A PDF of one Letter page, in the largest type in which all of it fits; ``style``: the paper's own."""
    fonts, fetcher = FontConfiguration(), _OwnFonts()
    for size in sizes:
        rules = f"{_FACES}{_HOUSE}body{{font-size:{size}pt}}{style}"
        css = CSS(string=rules, url_fetcher=fetcher, font_config=fonts)
        document = HTML(string=html, url_fetcher=fetcher).render(stylesheets=[css], font_config=fonts)
        if len(document.pages) == 1:
            break
    return document.write_pdf()


class _OwnFonts(URLFetcher):
    """Only the fonts beside this file are ever read."""

    def fetch(self, url: str, headers: object = None) -> URLFetcherResponse:
        name = url.rpartition("/")[2]
        if not url.startswith("paper://fonts/") or not (FONTS / name).is_file():
            raise FatalURLFetchingError("a paper fetches nothing")
        return URLFetcherResponse(url, (FONTS / name).read_bytes(), {"Content-Type": "font/woff2"})
