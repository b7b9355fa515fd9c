"""Addresses of what the house's rules mean: each school on a card, and what another choice would change on the floor today."""

from __future__ import annotations

import time
from dataclasses import asdict, replace

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core import report
from stathmos.core.answer import Assessment
from stathmos.core.figures import Authority
from stathmos.core.rig import Ways
from stathmos.core.rules import Rules, chosen
from stathmos.core.school_cards import cards
from stathmos.house.actions.choose_rules import NotChosen, read_choices
from stathmos.house.models import House, the_house
from stathmos.people.roles import require
from stathmos.rigs import assessing, shapes
from stathmos.rigs.models import Rig

#: rigs are tried for so long, s, and no more than so many; the rest are counted
FOR_ALL, MOST = 2.5, 60


class SchoolsView(APIView):
    """Every school, with what it means."""

    @extend_schema(operation_id="schools", responses=shapes.SchoolCardShape(many=True))
    def get(self, request: Request) -> Response:
        return Response([{**asdict(one), "stages": list(one.stages)} for one in cards()])


class HousePreviewView(APIView):
    """What another choice of rules would change on today's floor; nothing is chosen."""

    @extend_schema(
        operation_id="house_preview",
        request=shapes.HousePreviewAskShape,
        responses={200: shapes.HousePreviewShape, 400: shapes.NotWrittenShape, 403: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        require(request.user, "choose_rules")
        written = request.data.get("entries") if isinstance(request.data, dict) else None
        if not isinstance(written, dict):
            return Response({"detail": "Send an object of entries by name.", "problems": {}}, status=400)
        try:
            ways = Ways(**read_choices(written))
        except NotChosen as error:
            return Response({"detail": "Something cannot be read.", "problems": error.problems}, status=400)
        now = the_house()
        then = replace(now, rules=chosen(ways, Rules(), Authority.HOUSE))
        return Response(_compared(now, then))


def _compared(now: House, then: House) -> dict:
    until = time.perf_counter() + FOR_ALL
    floor = Rig.objects.filter(strip__archived=False).order_by("-changed_at", "-pk")
    changed, same, tried = [], 0, 0
    for rig in floor[:MOST]:
        if time.perf_counter() > until:
            break
        rig.hold()
        tried += 1
        before, after = assessing.assess_rig(rig, now), assessing.assess_rig(rig, then)
        if _comes_to(before) == _comes_to(after):
            same += 1
        else:
            changed.append(
                {
                    "id": rig.pk,
                    "customer": rig.customer,
                    "before": before.verdict.state,
                    "after": after.verdict.state,
                    "says": report.written(after.verdict.says),
                }
            )
    return {"changed": changed, "same": same, "left": floor.count() - tried}


def _comes_to(assessment: Assessment) -> tuple:
    """What an assessment comes to: its verdict, everything that is found, and the hitch that is chosen."""
    build = assessment.choice.in_force
    parts = tuple(getattr(part, "name", "") for part in (build.kit, build.shank, build.ball))
    found = tuple((one.key, one.state, one.subject) for one in assessment.findings)
    return assessment.verdict.state, found, parts, assessment.choice.position
