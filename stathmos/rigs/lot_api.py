"""Addresses of the lot: one vehicle against every trailer, one trailer against the vehicles, and the reason behind any of them."""

from __future__ import annotations

from dataclasses import replace

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import KINDS
from stathmos.core import lot, report, units
from stathmos.core.assess import assess
from stathmos.core.ratings import link_name
from stathmos.core.rig import Rig, Vehicle
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock
from stathmos.core.units import COUNT, LENGTH, MONEY, UnreadableError, parse
from stathmos.rigs import drafts, shapes
from stathmos.rigs.actions.write_rig import NotWritten

TRAILERS, VEHICLES = "trailers", "vehicles"
#: what a customer may ask: the field of the item, its dimension, and whether it is a least
ASKS = {
    "sleeps_least": ("sleeps", COUNT, True),
    "length_most": ("ball_to_rear", LENGTH, False),
    "price_most": ("price", MONEY, False),
}


#: what keeps a pair from fitting where it is no link of the chain
KEPT_BY = {
    lot.FORBIDDEN: "A maker forbids weight distribution",
    lot.NO_KIT: "No hitch kit in the stock serves",
    lot.NO_MOUNT: "No shank or ball in the stock serves",
}


def _refused(error: NotWritten) -> Response:
    return Response(
        {"detail": "The lot cannot be judged: something cannot be read.", "problems": error.problems}, status=400
    )


def _limits(data: dict) -> dict[str, float]:
    """The filters as typed, read."""
    system = data.get("system", "us")
    found, problems = {}, {}
    if system not in units.SYSTEMS:
        raise NotWritten({"system": f"One of: {', '.join(units.SYSTEMS)}."})
    for name, (_, dimension, _) in ASKS.items():
        text = data.get(name, "")
        if not isinstance(text, str):
            problems[name] = "Write it as a text."
            continue
        text = text.strip()
        if not text:
            continue
        try:
            found[name] = parse(text, dimension, system)
        except UnreadableError as error:
            problems[name] = str(error)
    if problems:
        raise NotWritten(problems)
    return found


def _passes(item, limits: dict[str, float]) -> bool:
    """Whether an item is what the customer asked for; what is not known does not pass."""
    for name, limit in limits.items():
        field, _, least = ASKS[name]
        value = getattr(item, field)
        if value is None or (value < limit - 1e-6 if least else value > limit + 1e-6):
            return False
    return True


class LotView(APIView):
    """Every pair of one side with the catalogue, those with most to spare first."""

    @extend_schema(
        operation_id="lot", request=shapes.LotAskShape, responses={200: shapes.LotShape, 400: shapes.NotWrittenShape}
    )
    def post(self, request: Request) -> Response:
        try:
            draft = drafts.read(request.data)
            side = request.data.get("side", TRAILERS)
            if side not in (TRAILERS, VEHICLES):
                raise NotWritten({"side": "Trailers or vehicles."})
            limits = _limits(request.data) if side == TRAILERS else {}
        except NotWritten as error:
            return _refused(error)
        rig, stock = draft.rig_file.rig, draft.rig_file.stock
        items = [item for item in KINDS[side].objects.filter(retired=False) if _passes(item, limits)]
        judged = _judged(rig, side, items, stock, draft.now.rules)
        return Response(
            {
                "side": side,
                "problems": drafts.problems(draft),
                "all": KINDS[side].objects.filter(retired=False).count(),
                "rows": [_row(items[one.index], one) for one in judged],
            }
        )


def _judged(rig: Rig, side: str, items: list, stock: Stock, rules: Rules) -> tuple[lot.Pairing, ...]:
    if not items:
        return ()
    style = rig.choice("hitch.style")
    things = [item.core(**item.figures()) for item in items]
    if side == TRAILERS:
        return lot.best(lot.vehicles([rig], rules), lot.trailers(things), stock, style)
    cars = lot.vehicles([replace(rig, vehicle=one) for one in things], rules)
    return lot.best(cars, lot.trailers([rig.trailer]), stock, style)


def _row(item, one: lot.Pairing) -> dict:
    entries = item.all_entries()
    wd = "WD" if one.style == "weight_distributing" else "WC"

    def text(name: str) -> str:
        return entries[name]["is"] if name in entries else ""

    def both(name: str, dimension: str) -> dict | None:
        value = getattr(item, name, None)
        return None if value is None else report.in_both(value, dimension)

    def named(key: str) -> str:
        return KEPT_BY.get(key) or link_name(key, wd)

    return {
        "name": item.name,
        "fits": one.fits,
        "style": one.style,
        "weakest": named(one.weakest),
        "used": one.used,
        "used_text": None if one.used is None else units.write(one.used, units.SHARE, "us", "up"),
        "left_text": None if one.left is None else units.write(one.left, units.SHARE, "us", "down"),
        "over": [named(key) for key in one.over],
        "unknown": [named(key) for key in one.unknown],
        "kit": one.kit,
        "shank": one.shank,
        "hole": None if one.hole is None else f"turned {'up' if one.turned_up else 'down'}, hole {one.hole}",
        "ball": one.ball,
        "sleeps": text("sleeps"),
        "price": None if getattr(item, "price", None) is None else units.write(item.price, units.MONEY, "us"),
        "gvwr": both("gvwr", units.WEIGHT),
        "length": both("ball_to_rear", units.LENGTH),
    }


class ReasonView(APIView):
    """One pair of the lot, assessed whole."""

    @extend_schema(
        operation_id="lot_reason",
        request=shapes.LotReasonShape,
        responses={200: shapes.LotReasonedShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        try:
            draft = drafts.read(request.data)
            name, side, style = (request.data.get(key) for key in ("name", "side", "style"))
            if side not in (TRAILERS, VEHICLES):
                raise NotWritten({"side": "Trailers or vehicles."})
            other = drafts.picked(side, name)
        except NotWritten as error:
            return _refused(error)
        rig, rules = draft.rig_file.rig, draft.now.rules
        if isinstance(other, Vehicle):
            candidate = lot.filled(replace(rig, vehicle=other), rig.trailer, rules, str(style or ""))
        else:
            candidate = lot.filled(rig, other, rules, str(style or ""))
        judged = assess(candidate, rules, draft.rig_file.stock)
        return Response(report.reason(judged))
