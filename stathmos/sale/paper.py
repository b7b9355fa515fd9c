"""The customer's sheet as one page."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from html import escape

from stathmos.core.quote import money as quote_money
from stathmos.papers.drawing import side_elevation
from stathmos.papers.paper import one_page

_STYLE = (
    ".head{display:flex;justify-content:space-between;border-bottom:2px solid #1d1b16;padding-bottom:.3em;margin-bottom:.4em}"
    ".dealer{white-space:pre-line;text-align:right}.dealer b{font-family:'Besley',serif;font-weight:600}"
    ".verdict{border-left:5px solid #1d1b16;padding:.3em .8em;margin:.4em 0;font-size:1.15em}.verdict.refused,.changed{border-left-color:#a1301a}"
    ".changed{border:2px solid #a1301a;color:#a1301a;font-weight:600;padding:.3em .8em;margin:.4em 0}"
    ".two{display:flex;gap:8mm}.two>div{flex:1}ul{margin:.2em 0;padding-left:1.3em}h2{margin-top:.6em}"
    "td.money,th.money{text-align:right;font-variant-numeric:tabular-nums;white-space:nowrap}tr.total td{font-weight:600;border-top:1.5px solid #1d1b16;border-bottom:0;font-size:1.1em}"
    ".cautions{border:1.5px solid #1d1b16;padding:.3em .8em;margin-top:.7em}.cautions p{margin:.15em 0}"
    ".foot{display:flex;gap:8mm;margin-top:1.6em}.foot div{flex:1;border-top:1px solid #1d1b16;padding-top:.2em}"
)


def money(amount: str | None) -> str:
    """A kept amount as it is printed."""
    return quote_money(None if amount is None else Decimal(amount))


def pdf(content: Mapping, called: str, version: int, system: str, changed: bool) -> bytes:
    """The sheet on one Letter page. ``changed``: what it stands on is otherwise now, and it says so."""
    return one_page(_html(content, called, version, system, changed), _STYLE, (9.6, 9.0, 8.4, 7.8, 7.2, 6.6, 6.0, 5.4))


def _html(content: Mapping, called: str, version: int, system: str, changed: bool) -> str:
    names, dealer, quote = content["names"], content["dealer"], content["quote"]

    def said(both: Mapping[str, str]) -> str:
        return escape(both[system])

    def listed(lines: list[str]) -> str:
        return "<ul>" + "".join(f"<li>{line}</li>" for line in lines) + "</ul>"

    old = '<div class="changed">What this sheet stands on has changed since it was made: the rig, the rules, the catalogue or the program. Ask for a new one before you go by it.</div>'
    to_read = ", ".join(escape(one) for one in content["to_read"][:14]) or "Nothing: every figure that decides is read."
    more = len(content["to_read"]) - 14
    further = f" and {more} more" if more > 0 else ""
    build = [
        f"{line['quantity']} × {escape(line['name'])}, {escape(line['what'])}: {escape(line['state'])}"
        for line in content["build"]
    ]
    return (
        f'<html lang="en"><head><title>Sheet {escape(called)}</title></head><body>'
        f'<div class="head"><div><h1>{escape(names["customer"])}</h1><div>{escape(names["vehicle"] or "tow vehicle not named")} with {escape(names["trailer"] or "trailer not named")}</div>'
        f"<div>Sheet {escape(called)}, {escape(content['day'])}, of the rig as saved, version {version}. Valid until {escape(content['valid_until'])}.</div></div>"
        f'<div class="dealer"><b>{escape(dealer["name"])}</b>\n{escape(dealer["address"])}\nYour advisor: {escape(names["advisor"])}</div></div>'
        f"{old if changed else ''}{side_elevation(content['elevation'])}"
        f'<div class="verdict {escape(content["state"])}"><b>{escape(content["plain"])}</b> {said(content["says"])} {said(content["remedy"])}</div>'
        f'<div class="two"><div><h2>What may be loaded</h2>{listed([said(one) for one in content["may_load"]])}'
        f"<h2>Still to be read</h2><p>{to_read}{further}</p>"
        f"<h2>The hitch</h2>{listed(build)}</div>"
        f"<div><h2>Quote</h2>{_quote(quote)}</div></div>"
        f'<div class="cautions"><h2>Cautions</h2>{"".join(f"<p>{said(one)}</p>" for one in content["cautions"])}</div>'
        '<div class="foot"><div>Advisor</div><div>Customer</div></div></body></html>'
    )


def _quote(quote: Mapping) -> str:
    rows = "".join(_row(line) for line in quote["lines"])
    if quote["total"] is None:
        total = f'<tr class="total"><td>No total: {escape(quote["no_total"])}</td><td></td></tr>'
    else:
        total = f'<tr class="total"><td>Total</td><td class="money">{money(quote["total"])}</td></tr>'
    return (
        f'<table>{rows}<tr><td>Together</td><td class="money">{money(quote["subtotal"])}</td></tr>'
        f'<tr><td>Tax, {escape(quote["tax_percent"])} %</td><td class="money">{money(quote["tax"])}</td></tr>{total}</table>'
    )


def _row(line: Mapping) -> str:
    count = "" if line["quantity"] == 1 else f", {line['quantity']} of"
    return f'<tr><td>{escape(line["name"])}{count}</td><td class="money">{money(line["amount"])}</td></tr>'
