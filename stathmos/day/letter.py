"""A letter to a customer: why their rig is wanted, when, and what to bring. One page."""

from __future__ import annotations

from html import escape

from stathmos.core.day.hours import told
from stathmos.core.day.kinds import KINDS
from stathmos.day import telling
from stathmos.day.models import Job
from stathmos.day.opening import Week
from stathmos.house.models import the_dealer
from stathmos.papers.drawing import side_elevation
from stathmos.papers.paper import one_page

_STYLE = ".head{display:flex;justify-content:space-between;margin-bottom:2em}.dealer{white-space:pre-line;text-align:right}p{margin:.7em 0}"
_CAUTION = "Until then keep to the card in your glovebox. If anything sways, knocks or hangs lower than it did, do not tow: call us."


def html(job: Job, week: Week) -> str:
    """The letter's page."""
    rig, kind, dealer = job.rig, KINDS[job.kind], the_dealer()
    when = (
        f"We have set aside {escape(told(job.begins, week.zone))}, for about {job.planned} minutes."
        if job.begins is not None
        else "Please call us for a time that suits you."
    )
    by = f" It is due by {job.due:%Y-%m-%d}." if job.due else ""
    bring = "Please bring the trailer loaded as you travel." if kind.loaded else "Please bring vehicle and trailer."
    drawn = telling.drawing(rig)
    plates = ", ".join(filter(None, (rig.vehicle_plate, rig.trailer_plate)))
    return (
        f'<html lang="en"><head><title>{escape(kind.word)}</title></head><body><div class="head"><div>{escape(rig.customer)}</div>'
        f'<div class="dealer"><b>{escape(dealer.name)}</b>\n{escape(dealer.address)}</div></div>'
        f"<h1>{escape(kind.word)}</h1><p>{escape(rig.vehicle_name)} with {escape(rig.trailer_name)}{f', {escape(plates)}' if plates else ''}.</p>"
        f"{side_elevation(drawn) if drawn else ''}<p>{escape(job.why)}{by}</p><p>{when} {bring}</p><p>{_CAUTION}</p></body></html>"
    )


def pdf(job: Job, week: Week) -> bytes:
    """The letter on one Letter page."""
    return one_page(html(job, week), _STYLE, (11.5, 10.5, 9.5, 8.5))
