"""Addresses of the lot: one vehicle against every trailer, one trailer against the vehicles, and the reason behind any of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import KINDS
from stathmos.catalogue.yard import yard
from stathmos.core import lot, report, units
from stathmos.core.assess import assess
from stathmos.core.ratings import link_name
from stathmos.core.rig import Vehicle
from stathmos.rigs import drafts, offered, shapes, wanted
from stathmos.rigs.actions.write_rig import NotWritten

TRAILERS, VEHICLES = "trailers", "vehicles"
#: so many pairs are told of, unless more are asked for; and no more than so many
TOLD, MOST_TOLD = 60, 600
#: what keeps a pair from fitting where it is no link of the chain
KEPT_BY = {
    lot.FORBIDDEN: "A maker forbids weight distribution",
    lot.REQUIRED: "The tow vehicle's handbook requires weight distribution",
    lot.NO_KIT: "No hitch kit in the stock serves",
    lot.NO_MOUNT: "No shank or ball in the stock serves",
}


def _refused(error: NotWritten) -> Response:
    return Response(
        {"detail": "The lot cannot be judged: something cannot be read.", "problems": error.problems}, status=400
    )


class LotView(APIView):
    """Every pair of one side with the catalogue, those with most to spare first; as many as are asked for are told."""

    @extend_schema(
        operation_id="lot", request=shapes.LotAskShape, responses={200: shapes.LotShape, 400: shapes.NotWrittenShape}
    )
    def post(self, request: Request) -> Response:
        try:
            draft = drafts.read(request.data)
            side, most = request.data.get("side", TRAILERS), request.data.get("most", TOLD)
            if side not in (TRAILERS, VEHICLES):
                raise NotWritten({"side": "Trailers or vehicles."})
            if not isinstance(most, int) or isinstance(most, bool) or not 1 <= most <= MOST_TOLD:
                raise NotWritten({"most": f"From 1 to {MOST_TOLD}."})
            system = wanted.system_of(request.data)
            limits = wanted.limits(request.data) if side == TRAILERS else {}
        except NotWritten as error:
            return _refused(error)
        keys, judged = _judged(draft, side, limits)
        told = judged[:most]
        items = KINDS[side].objects.in_bulk([int(keys[one.index]) for one in told])
        rows = [(items.get(int(keys[one.index])), one) for one in told]
        return Response(
            {
                "side": side,
                "problems": drafts.problems(draft, system),
                "all": KINDS[side].objects.filter(retired=False).count(),
                "counts": [{"fits": fits, "count": count} for fits, count in judged.counted().items()],
                "rows": [_row(item, one) for item, one in rows if item is not None],
            }
        )


def _judged(draft: drafts.Draft, side: str, limits: dict[str, float]) -> tuple[Sequence[int], lot.Ranked]:
    """The keys of those on offer, and how each pair fares, by their places."""
    rig, stock, rules = draft.rig_file.rig, draft.rig_file.stock, draft.now.rules
    style = rig.choice("hitch.style")
    if side == TRAILERS:
        there = wanted.within(yard(), limits)
        return there.keys, lot.best(lot.vehicles([rig], rules), there.trailers, stock, style)
    items = list(KINDS[side].objects.filter(retired=False))
    cars = lot.vehicles([replace(rig, vehicle=item.without_texts()) for item in items], rules)
    return [item.pk for item in items], lot.best(cars, lot.trailers([rig.trailer]), stock, style)


def _row(item, one: lot.Pairing) -> dict:
    wd = "WD" if one.style == "weight_distributing" else "WC"

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
        **offered.told(item),
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
