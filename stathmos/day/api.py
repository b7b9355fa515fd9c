"""Addresses of the board: its days, its jobs, slots, the plan for all of it, what is proposed, the morning."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core.day import board as core
from stathmos.core.day.kinds import KINDS
from stathmos.core.day.plan import plan
from stathmos.core.day.slots import first_slot
from stathmos.day import opening, picking, shapes, telling
from stathmos.day.actions.jobs import NotPlaced, To, do_job, make_job, place_job, take_plan
from stathmos.day.answers import refusals, wall
from stathmos.day.boards import Day, the_day
from stathmos.day.models import Job
from stathmos.day.proposals import proposals
from stathmos.day.reckoning import experience, facts
from stathmos.people import slots
from stathmos.people.roles import require
from stathmos.people.strict import Unfit, taken

REFUSED = {400: shapes.NotDoneShape, 403: shapes.NotDoneShape}
RACED = {**REFUSED, 409: shapes.NotDoneShape}


def job_or_404(pk: int) -> Job:
    """The job of an address."""
    found = Job.objects.select_related("rig", "person", "place").filter(pk=pk).first()
    if found is None:
        raise Http404
    return found


class BoardView(APIView):
    """A day or a week of the board."""

    @extend_schema(
        operation_id="board",
        parameters=[shapes.BoardAskShape],
        responses={200: shapes.BoardShape, 400: shapes.NotDoneShape},
    )
    def get(self, request: Request) -> Response:
        asked = taken(shapes.BoardAskShape, request.query_params.dict(), "Which day?")
        return Response(_board(request, asked["first"], int(asked["days"])))


def _board(request: Request, first: date | None, many: int) -> dict:
    first = first or opening.the_week().today()
    _believed(first)
    return telling.board(the_day(first, many), first, many, request.user)


def _believed(first: date) -> None:
    """A day that a board can be drawn for."""
    if not abs((first - opening.the_week().today()).days) <= 800:
        said = "That is more than two years away."
        raise Unfit(said, {"first": said})


class JobsView(APIView):
    """A job made."""

    @extend_schema(
        operation_id="make_job", request=shapes.MakeJobShape, responses={201: shapes.JobDetailShape, **REFUSED}
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.MakeJobShape, request.data, "Which rig, and what is to be done?")
        made = make_job(request.user, asked["rig"], asked["kind"], asked["reason"], asked["why"], asked["due"])
        return Response(_detail(request, made.pk), status=201)


def _detail(request: Request, pk: int) -> dict:
    job, day = job_or_404(pk), the_day()
    if pk not in day.jobs:  # done long ago, or dropped: told without the board
        day = replace(day, jobs={**day.jobs, pk: job}, board=day.board.with_job(_bare(job)))
    return {
        "job": telling.job(job, day, request.user),
        "length": telling.length(experience().length(job.kind, facts([job.rig], day.house)[job.rig_id])),
        "changes": [
            {"says": one.says, "by": one.by.called, "at": one.at} for one in job.changes.select_related("by").order_by("-pk")
        ],
    }  # fmt: skip


def _bare(job: Job) -> core.Job:
    """A job that is on the board no more."""
    return core.Job(key=job.pk, rig=job.rig_id, kind=job.kind, name="", minutes=job.planned, ends=job.ended_at)


class JobView(APIView):
    """One job: its time with its working, and what was done to it."""

    @extend_schema(operation_id="job", responses=shapes.JobDetailShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(_detail(request, pk))


class PlaceJobView(APIView):
    """A job placed, moved, or taken off the board."""

    @extend_schema(operation_id="place_job", request=shapes.ToShape, responses={200: shapes.JobDetailShape, **RACED})
    @refusals
    def post(self, request: Request, pk: int) -> Response:
        job_or_404(pk)
        place_job(request.user, _to(pk, taken(shapes.ToShape, request.data, "Where is it to stand?")))
        return Response(_detail(request, pk))


def _to(pk: int, asked: dict) -> To:
    zone, day = opening.the_week().zone, asked["day"]
    if day is not None and not abs((day - opening.the_week().today()).days) <= 800:
        raise NotPlaced({"begins": "That is more than a year away."})
    begins = None if day is None else wall(day, asked["minute"], zone)
    return To(
        job=pk, version=asked["version"], begins=begins, place=asked["place"], person=asked["person"], minutes=asked.get("minutes"),
    )  # fmt: skip


class DoJobView(APIView):
    """The work begun, paused, gone on with, done; or a job dropped."""

    @extend_schema(operation_id="do_job", request=shapes.DoJobShape, responses={200: shapes.JobDetailShape, **RACED})
    @refusals
    def post(self, request: Request, pk: int) -> Response:
        job_or_404(pk)
        asked = taken(shapes.DoJobShape, request.data, "What was done?")
        do_job(request.user, pk, asked["act"], asked["at"], asked["key"])
        return Response(_detail(request, pk))


class SlotView(APIView):
    """The first slot of one job that has all that it needs, and why no sooner."""

    @extend_schema(operation_id="job_slot", responses={200: shapes.SlotShape, 400: shapes.NotDoneShape})
    @refusals
    def get(self, request: Request, pk: int) -> Response:
        job_or_404(pk)
        day = the_day()
        if pk not in day.jobs or day.jobs[pk].state != Job.State.OPEN:
            raise NotPlaced({"job": "Only an open job is placed."})
        return Response(telling.slot(first_slot(day.board, day.board.job(pk)), day))


class PlanView(APIView):
    """A proposal for all open jobs; nothing is moved."""

    @extend_schema(operation_id="plan_day", request=shapes.PlanAskShape, responses={200: shapes.PlanShape, **REFUSED})
    def post(self, request: Request) -> Response:
        require(request.user, "plan_day")
        asked = taken(shapes.PlanAskShape, request.data, "How long may it look?")
        day = the_day()
        try:
            with slots.a_slot(slots.PLANNING):
                return Response(telling.plan(plan(day.board, float(asked["seconds"])), day))
        except slots.AllTaken:
            return Response(
                telling.plan(plan(day.board, 0.0), day, "others are planning at this moment, so that this is first fit")
            )


class TakePlanView(APIView):
    """A proposal taken: all of it, or nothing."""

    @extend_schema(operation_id="take_plan", request=shapes.TakePlanShape, responses={200: shapes.BoardShape, **RACED})
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.TakePlanShape, request.data, "What is to be moved?")
        take_plan(request.user, [_to(one["job"], one) for one in asked["moves"]])
        return Response(_board(request, None, 7))


class ProposalsView(APIView):
    """Jobs that follow from the rigs and are not on the board."""

    @extend_schema(operation_id="job_proposals", responses=shapes.ProposalShape(many=True))
    def get(self, request: Request) -> Response:
        return Response(
            [
                {
                    "rig": one.rig.pk, "customer": one.rig.customer, "kind": one.kind, "word": KINDS[one.kind].word,
                    "reason": one.reason, "why": one.why, "due": one.due,
                }
                for one in proposals()
            ]
        )  # fmt: skip


class MorningView(APIView):
    """One's own jobs of today in their order, with all that is to be fetched."""

    @extend_schema(operation_id="morning", responses=shapes.MorningShape)
    def get(self, request: Request) -> Response:
        first = opening.the_week().today()
        day = the_day(first, 1)
        return Response(_morning(request, day, first))


def _morning(request: Request, day: Day, first: date) -> dict:
    within = opening.days(day.week, first, 1)
    mine = [
        one for one in day.jobs.values()
        if one.person_id == request.user.pk and one.begins is not None and one.begins < within.ends
        and (one.state in (Job.State.BEGUN, Job.State.PAUSED) or one.begins >= within.begins)
    ]  # fmt: skip
    mine.sort(key=lambda one: (one.state == Job.State.DONE, one.begins, one.pk))
    wanted: dict[str, list[str]] = {}
    for one in mine:
        if one.state != Job.State.DONE:
            for tool in day.board.job(one.pk).tools:
                wanted.setdefault(tool, []).append(one.rig.customer)
    return {
        "day": first,
        "word": telling.word_of(first),
        "jobs": [telling.job(one, day, request.user) for one in mine],
        "rigs": telling.rigs(mine),
        "tools": [{"name": name, "for": ", ".join(customers)} for name, customers in wanted.items()],
    }


class PickingView(APIView):
    """What is fetched for one job, as CSV."""

    @extend_schema(operation_id="picking_list", responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int) -> HttpResponse:
        job, day = job_or_404(pk), the_day()
        answer = HttpResponse(picking.picking_list(job, day), content_type="text/csv; charset=utf-8")
        answer["Content-Disposition"] = f'attachment; filename="picking-{pk}.csv"'
        return answer


class LetterView(APIView):
    """A letter to the customer: why their rig is wanted, and when."""

    @extend_schema(operation_id="job_letter", responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        job = job_or_404(pk)
        from stathmos.day import letter  # with all that draws pages: 41 MB that no other answer wants

        answer = HttpResponse(letter.pdf(job, opening.the_week()), content_type="application/pdf")
        answer["Content-Disposition"] = f'inline; filename="letter-{pk}.pdf"'
        return answer
