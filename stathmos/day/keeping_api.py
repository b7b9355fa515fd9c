"""Addresses of what the day is kept by: hours, absences, places, calendars in and out, recalls."""

from __future__ import annotations

from datetime import time, timedelta

from django.http import Http404, HttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import BasePermission
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.models import Wrench
from stathmos.core.day.hours import Opening
from stathmos.day import calendars, opening, shapes, telling
from stathmos.day.actions import feeds as acts
from stathmos.day.actions.hours import Wish, keep_away, keep_hours, keep_place, take_back_away
from stathmos.day.actions.jobs import NotPlaced
from stathmos.day.actions.take_calendar import take_calendar
from stathmos.day.answers import clock, refusals, wall
from stathmos.day.api import RACED, REFUSED
from stathmos.day.models import Away, Feed, Job, Place, Recall
from stathmos.day.proposals import recalled
from stathmos.people.models import Person
from stathmos.people.roles import all_that, may
from stathmos.people.strict import taken

#: a feed tells so many days of what is past
PAST = 30


def _keeping(person: Person) -> dict:
    week = opening.the_week()
    rows = Away.objects.filter(withdrawn_at=None, ends__gt=timezone.now()).select_related("person", "place")[:500]
    feeds = Feed.objects.select_related("person", "place", "made_by")
    shown = feeds if may(person, "keep_hours") else feeds.filter(person=person)
    return {
        "week": [{"weekday": one.weekday, "opens": f"{one.opens:%H:%M}", "closes": f"{one.closes:%H:%M}"} for one in week.openings],
        "zone": week.zone,
        "by": None if week.chosen is None else week.chosen.chosen_by.called,
        "places": [telling.place(one) for one in Place.objects.all()],
        "away": [telling.away(one, week.zone, week.today(), 0) for one in rows],
        "people": telling.people(Person.objects.filter(is_active=True).order_by("first_name", "username")),
        "tools": list(Wrench.objects.filter(retired=False).values_list("name", flat=True)),
        "feeds": [
            {
                "id": one.pk, "of": one.person.called if one.person else one.place.name, "by": one.made_by.called, "at": one.made_at,
                "revoked": one.revoked_at is not None, "mine": one.person_id == person.pk,
            }
            for one in shown
        ],
        "recalls": [
            {
                "id": one.pk, "kind": one.kind, "name": one.name, "why": one.why, "by": one.by.called, "at": one.at,
                "rigs": len(recalled(one)),
            }
            for one in Recall.objects.select_related("by")
        ],
        "may": all_that(person),
    }  # fmt: skip


class KeepingView(APIView):
    """Hours, absences, places, feeds and recalls as they hold."""

    @extend_schema(operation_id="day_keeping", responses=shapes.KeepingShape)
    def get(self, request: Request) -> Response:
        return Response(_keeping(request.user))


class HoursView(APIView):
    """The week's hours."""

    @extend_schema(
        operation_id="keep_hours", request=shapes.HoursAskShape, responses={200: shapes.KeepingShape, **REFUSED}
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.HoursAskShape, request.data, "When is the house open?")
        keep_hours(request.user, [_opening(one) for one in asked["week"]], asked["zone"])
        return Response(_keeping(request.user))


def _opening(one: dict) -> Opening:
    return Opening(one["weekday"], _time(one, "opens"), _time(one, "closes"))


def _time(one: dict, name: str) -> time:
    try:
        return clock(one[name])
    except ValueError as error:
        raise NotPlaced({f"week.{one['weekday']}": str(error)}) from error


class AwayView(APIView):
    """An absence, or a holiday of the house."""

    @extend_schema(
        operation_id="keep_away", request=shapes.AwayAskShape, responses={200: shapes.KeepingShape, **REFUSED}
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.AwayAskShape, request.data, "Who or what is away, and when?")
        week = opening.the_week()
        begins = wall(asked["first"], asked["first_minute"], week.zone)
        ends = wall(asked["last"], asked["last_minute"], week.zone)
        keep_away(
            request.user,
            Wish(
                begins=begins,
                ends=ends,
                person=asked["person"],
                place=asked["place"],
                tool=asked["tool"].strip(),
                why=asked["why"],
            ),
        )
        return Response(_keeping(request.user))


class TakeBackAwayView(APIView):
    """An absence taken back."""

    @extend_schema(operation_id="take_back_away", request=None, responses={200: shapes.KeepingShape, **REFUSED})
    @refusals
    def post(self, request: Request, pk: int) -> Response:
        take_back_away(request.user, pk)
        return Response(_keeping(request.user))


class PlacesView(APIView):
    """A place added or written anew."""

    @extend_schema(
        operation_id="keep_place", request=shapes.PlaceAskShape, responses={200: shapes.KeepingShape, **REFUSED}
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.PlaceAskShape, request.data, "Which place?")
        keep_place(request.user, asked["id"], asked["name"], asked["kind"], asked["retired"])
        return Response(_keeping(request.user))


class FeedsView(APIView):
    """A feed made: its address is told once."""

    @extend_schema(
        operation_id="make_feed", request=shapes.FeedAskShape, responses={201: shapes.FeedMadeShape, **REFUSED}
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.FeedAskShape, request.data, "Whose calendar?")
        _, key = acts.make_feed(request.user, asked["person"], asked["place"])
        address = request.build_absolute_uri(f"/feeds/{key}.ics")
        return Response({"address": address, "keeping": _keeping(request.user)}, status=201)


class RevokeFeedView(APIView):
    """A feed revoked."""

    @extend_schema(operation_id="revoke_feed", request=None, responses={200: shapes.KeepingShape, **REFUSED})
    @refusals
    def post(self, request: Request, pk: int) -> Response:
        acts.revoke_feed(request.user, pk)
        return Response(_keeping(request.user))


class RecallsView(APIView):
    """Every rig with a part called back."""

    @extend_schema(
        operation_id="recall_part", request=shapes.RecallAskShape, responses={200: shapes.KeepingShape, **REFUSED}
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.RecallAskShape, request.data, "Which part is called back?")
        acts.recall_part(request.user, **asked)
        return Response(_keeping(request.user))


class CalendarView(APIView):
    """One's own jobs, or a place's, as an iCalendar file; and a calendar taken in."""

    @extend_schema(operation_id="calendar_file", responses={(200, "text/calendar"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        place = request.query_params.get("place", "")
        if place:
            found = Place.objects.filter(pk=int(place)).first() if place.isdecimal() and len(place) < 9 else None
            if found is None:
                raise Http404
            return _file(written_out(place=found), "place")
        if request.query_params.get("hours"):
            week = opening.the_week()
            return _file(calendars.hours_out(week.openings, week.zone, week.today(), timezone.now()), "hours")
        return _file(written_out(person=request.user), "my-jobs")

    @extend_schema(
        operation_id="take_calendar",
        request=shapes.CalendarAskShape,
        responses={200: shapes.CalendarPlanShape, **RACED},
    )
    @refusals
    def post(self, request: Request) -> Response:
        asked = taken(shapes.CalendarAskShape, request.data, "Which calendar?")
        found = take_calendar(request.user, asked["text"], asked["what"], asked["person"], asked["seal"])
        return Response(
            {**vars(found), "added": list(found.added), "problems": list(found.problems), "done": bool(asked["seal"])}
        )


def _file(body: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(body, content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{name}.ics"'
    return answer


def written_out(person: Person | None = None, place: Place | None = None) -> bytes:
    """The jobs of somebody or of a place as a calendar."""
    since = timezone.now() - timedelta(days=PAST)
    jobs = (
        Job.objects.exclude(state=Job.State.DROPPED).filter(begins__gte=since).select_related("rig", "place", "person")
    )
    mine = list(jobs.filter(person=person) if person is not None else jobs.filter(place=place))
    ends = {one.pk: one.ended_at or one.begins + timedelta(minutes=one.planned) for one in mine}
    name = f"Stathmos: {person.called if person else place.name}"
    return calendars.written(name, mine, ends, timezone.now())


class KnowsTheKey(BasePermission):
    """Whoever has the key of a feed that was not revoked."""

    message = "There is no such feed, or it was revoked."

    def has_permission(self, request: Request, view: APIView) -> bool:
        if not hasattr(view, request.method.lower()):  # nobody answers that, whatever they know
            return True
        key = acts.hashed(str(view.kwargs.get("key", "")))
        feed = Feed.objects.filter(key=key, revoked_at=None).select_related("person", "place").first()
        view.feed = feed
        return feed is not None and (feed.person is None or feed.person.is_active)


class FeedView(APIView):
    """A feed, for whoever has its key."""

    authentication_classes = ()
    permission_classes = (KnowsTheKey,)
    feed: Feed

    @extend_schema(operation_id="feed", auth=[], responses={(200, "text/calendar"): OpenApiTypes.STR})
    def get(self, request: Request, key: str) -> HttpResponse:
        return _file(written_out(self.feed.person, self.feed.place), "stathmos")
