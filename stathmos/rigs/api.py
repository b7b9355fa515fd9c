"""Addresses of the rigs: the floor, one rig, the live answer."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict

from django.db.models import Q, QuerySet
from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core import finding, places, report, units
from stathmos.core.holding import TELL_WHICH, Aside, Drafted, Standing, called, key_of
from stathmos.core.holding.conditions import CONDITIONS
from stathmos.core.rig import entry_at, name_at
from stathmos.core.subjects import Under
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.people.strict import taken
from stathmos.rigs import assessing, drafts, parts_table, shapes
from stathmos.rigs.actions.sign_station import sign_station
from stathmos.rigs.actions.waive_reserve import waive_reserve, withdraw_waiver
from stathmos.rigs.actions.write_rig import NAMES, Change, NotWritten, Stale, open_rig, take_over_again, write_rig
from stathmos.rigs.floor import page
from stathmos.rigs.floor.drawn import REACHED
from stathmos.rigs.history import Kept
from stathmos.rigs.models import Reading, Rig
from stathmos.rigs.practising import require_real
from stathmos.rigs.record import record_of, rig_or_404, stale_answer

UNREAD = "Nothing was saved: some figures cannot be read."


def _change(data: object) -> tuple[Change, int | None]:
    """What a request asks to write. Raises `NotWritten` for a body of the wrong shape."""
    if not isinstance(data, dict):
        raise NotWritten({"(body)": "Send an object."})
    entries, version = drafts.entries_in({"entries": {}, **data}), data.get("version")
    wrong = {name: "Write a text." for name in NAMES if not isinstance(data.get(name, ""), str)}
    if version is not None and (not isinstance(version, int) or isinstance(version, bool)):
        wrong["version"] = "Send the version that was read."
    if wrong:
        raise NotWritten(wrong)
    return Change({name: data[name] for name in NAMES if name in data}, entries), version


def _refused(error: NotWritten) -> Response:
    return Response({"detail": UNREAD, "problems": error.problems}, status=400)


def _done(pk: int, person: Person, if_not: str, act: Callable[[], object]) -> Response:
    """One verb done on a rig, and the rig as it then stands; or why not, with the rig where somebody came between."""
    rig_or_404(pk)
    try:
        act()
    except NotWritten as error:
        said = " ".join(error.problems.values())
        return Response({"detail": f"{if_not}. {said}", "problems": error.problems}, status=400)
    except Stale as stale:
        return stale_answer(
            stale, person, f"{if_not}: {{who}} saved this rig after you opened it. Read it again first."
        )
    return Response(record_of(rig_or_404(pk), person))


def searched(rigs: QuerySet[Rig], words: str) -> QuerySet[Rig]:
    """Rigs in whose customer, plates, vehicle or trailer every word occurs."""
    for word in words[:120].split():
        found = Q()
        for name in NAMES:
            found |= Q(**{f"{name}__icontains": word})
        rigs = rigs.filter(found)
    return rigs


class RigsView(APIView):
    """The floor, and new rigs."""

    @extend_schema(
        operation_id="floor",
        parameters=[
            OpenApiParameter(
                "q",
                description="Part of a customer, a plate, a vehicle or a trailer: on the floor and in the archive.",
                required=False,
            ),
            OpenApiParameter("mine", bool, description="Only those whose advisor asks.", required=False),
            OpenApiParameter("state", enum=finding.ORDER, required=False),
            OpenApiParameter("reached", enum=REACHED, required=False),
            OpenApiParameter(
                "stale", bool, description="Only those with a signature that no longer stands.", required=False
            ),
            OpenApiParameter("waits", bool, description="Only those that wait for parts.", required=False),
            OpenApiParameter(
                "archived", bool, description="Those that were handed over and are as they then were.", required=False
            ),
            OpenApiParameter("after", description="The key to go on from.", required=False),
        ],
        responses={200: shapes.FloorShape, 400: shapes.NotWrittenShape},
    )
    def get(self, request: Request) -> Response:
        told = taken(shapes.FloorAskShape, request.query_params, UNREAD)
        wanted = page.Asked(words=told.pop("q"), **told)
        return Response(asdict(page.page(wanted, the_house(), request.user, searched)))

    @extend_schema(
        operation_id="open_rig",
        request=shapes.ChangeShape,
        responses={201: shapes.RigShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        try:
            change, _ = _change(request.data)
            rig = open_rig(request.user, change)
        except NotWritten as error:
            return _refused(error)
        return Response(record_of(rig, request.user), status=201)


class RigView(APIView):
    """One rig: as it stands, and what is to be written."""

    @extend_schema(operation_id="rig", responses=shapes.RigShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(record_of(rig_or_404(pk), request.user))

    @extend_schema(
        operation_id="write_rig",
        request=shapes.ChangeShape,
        responses={200: shapes.RigShape, 400: shapes.NotWrittenShape, 409: shapes.StaleShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        rig_or_404(pk)
        try:
            change, version = _change(request.data)
            if version is None:
                raise NotWritten({"version": "Send the version that was read."})
            rig = write_rig(pk, request.user, version, change)
        except NotWritten as error:
            return _refused(error)
        except Stale as stale:
            detail = "{Who} saved this rig after you opened it. Nothing of yours is lost: choose what stands, then save again."
            return stale_answer(stale, request.user, detail)
        return Response(record_of(rig, request.user))


class VersionView(APIView):
    """Which version a rig has: asked over and over by a page that lies open."""

    @extend_schema(operation_id="rig_version", responses=shapes.VersionShape)
    def get(self, request: Request, pk: int) -> Response:
        found = Rig.every.filter(pk=pk).values("version", "practice").first()
        if found is None:
            raise Http404
        return Response(found)


class SignView(APIView):
    """A station signed off."""

    @extend_schema(
        operation_id="sign_station",
        request=shapes.SignShape,
        responses={200: shapes.RigShape, 400: shapes.NotWrittenShape, 409: shapes.StaleShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        told = taken(shapes.SignShape, request.data, "Say which station, and the version that was read.")
        if told["station"] == "handover":
            # its signature and its card are one act: there is no hand-over without a card
            require(request.user, "hand_over")
            said = "Handing over makes the card: do it on the hand-over's page."
            return Response({"detail": said, "problems": {"station": said}}, status=400)
        return _done(
            pk, request.user, "Not signed", lambda: sign_station(pk, request.user, told["version"], told["station"])
        )


#: how many of a history are told at a time; and which of it are readings and loads
PAST_READINGS = 100
WEIGHED = Q(path__startswith="weighing.") | Q(path__startswith="loads.") | Q(path="trailer.gross_weight")


class HistoryView(APIView):
    """Every reading of a rig, the newest first, a page at a time: nothing was overwritten."""

    @extend_schema(
        operation_id="history",
        parameters=[shapes.HistoryAskShape],
        responses={200: shapes.HistoryShape, 400: shapes.NotWrittenShape},
    )
    def get(self, request: Request, pk: int) -> Response:
        asked = taken(shapes.HistoryAskShape, request.query_params.dict(), UNREAD)
        rig = rig_or_404(pk)
        kept = rig.kept
        in_force = {reading.pk for reading in kept.held.values()}
        aside = {one.written.pk: one for one in kept.aside.values()}
        found = rig.readings.select_related("written_by").order_by("-pk")
        if asked["weighed"]:
            found = found.filter(WEIGHED)
        if asked["path"]:
            found = found.filter(path=asked["path"])
        readings = found[asked["first"] : asked["first"] + PAST_READINGS]
        told = [_past(kept, reading, reading.pk in in_force, aside.get(reading.pk)) for reading in readings]
        return Response({"readings": told, "found": found.count()})


def _past(kept: Kept, reading: Reading, in_force: bool, aside: Aside | None) -> dict:
    entry = entry_at(reading.path)
    words = dict(entry.choices) if entry is not None else {}
    known = reading.amount is not None and reading.dimension not in assessing.WORDS
    return {
        "path": reading.path,
        "name": name_at(reading.path),
        "revision": reading.revision,
        "typed": called(kept.history, reading.path, reading.typed)
        if reading.path in TELL_WHICH
        else words.get(reading.typed, reading.typed),
        "read": report.in_both(reading.amount, reading.dimension) if known else None,
        "from": reading.provenance,
        "instrument": reading.instrument,
        "by": reading.written_by.called,
        "at": reading.written_at,
        "in_force": in_force,
        "why": None if aside is None else report.written(aside.why),
    }


class RigFileView(APIView):
    """One rig as a rig file, with the parts on the shelf: what `manage.py assess` reads."""

    @extend_schema(operation_id="rig_file", responses={200: dict})
    def get(self, request: Request, pk: int) -> Response:
        rig = rig_or_404(pk)
        require_real(rig)
        document = {**rig.document(), "stock": the_house().shelf.as_rig_file_stock(rig.kept_parts())}
        answer = Response(document)
        answer["Content-Disposition"] = f'attachment; filename="rig-{pk}.json"'
        return answer


def _require_shape(what_if: object) -> None:
    """What is typed there may be anything; what comes of buttons has its shape."""
    wanted = None if what_if is None else shapes.WhatIfAskShape(data=what_if)
    if wanted is not None and not wanted.is_valid():
        raise NotWritten({"what_if": f"This cannot be asked: {', '.join(wanted.errors)}."})


class AssessView(APIView):
    """The live answer: entries as they are typed in, the assessment out. Nothing is saved."""

    @extend_schema(
        operation_id="assess", request=shapes.DraftShape, responses={200: shapes.LiveShape, 400: shapes.NotWrittenShape}
    )
    def post(self, request: Request) -> Response:
        try:
            draft = drafts.read(request.data)
            shown = drafts.shown(request.data)
            _require_shape(request.data.get("what_if"))
            asked, unread = drafts.asked(request.data)
        except NotWritten as error:
            return _refused(error)
        assessment = draft.assess()
        rig = draft.rig_file.rig
        return Response(
            {
                "station": shown.station,
                "system": shown.system,
                "assessment": report.station(assessment, shown.station, shown.system),
                "what_if": None if asked is None else drafts.what_if(assessment, asked, shown.system),
                "problems": [
                    *({"place": problem.place, "says": problem.says} for problem in draft.rig_file.problems),
                    *({"place": place, "says": says} for place, says in unread.items()),
                ],
                "read": assessing.as_read(rig, shown.system),
                "lengths": assessing.lengths(rig),
                "aside": drafts.aside(draft, shown.system),
                "back": {path: reading.as_entry() for path, reading in draft.back.items()},
            }
        )


class WorkingView(APIView):
    """The working of one figure of the live answer, when somebody opens it. Nothing is saved."""

    @extend_schema(
        operation_id="working",
        request=shapes.WorkingAskShape,
        responses={200: shapes.FigureShape, 400: shapes.NotWrittenShape, 404: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        try:
            draft = drafts.read(request.data)
            shown = drafts.shown(request.data)
        except NotWritten as error:
            return _refused(error)
        found = report.working(draft.assess(), shown.station, str(request.data.get("at", ""))[:200], shown.system)
        if found is None:
            gone = "That figure is no longer there: what is typed has changed."
            return Response({"detail": gone, "problems": {"at": gone}}, status=404)
        return Response(found)


class CompareView(APIView):
    """The same rig under every other school; or with another vehicle or trailer of the catalogue."""

    @extend_schema(
        operation_id="compare",
        request=shapes.CompareShape,
        responses={200: shapes.ComparedShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        try:
            draft = drafts.read(request.data)
            return Response(drafts.compared(draft, request.data))
        except NotWritten as error:
            return _refused(error)


class AnotherView(APIView):
    """Another vehicle or trailer put there: its key, and what comes back with one that was there before. Nothing is saved."""

    @extend_schema(
        operation_id="another",
        request=shapes.AnotherAskShape,
        responses={200: shapes.AnotherShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        sent, history = taken(shapes.AnotherAskShape, request.data, UNREAD), rig_or_404(pk).kept.history
        under = Under(sent["what"])
        key = key_of(history, under, sent["name"], sent["plate"])
        condition = CONDITIONS[under]
        there = Standing(history, [Drafted(condition.tells, key)])
        back = sorted(path for path in there.held() if path.startswith(f"{sent['what']}."))
        plate = there.at(condition.plate)
        return Response({"key": key, "plate": plate.typed if plate is not None else "", "back": back})


#: what an exception given or taken back is answered with
_WAIVED = {200: shapes.RigShape, 400: shapes.NotWrittenShape, 403: shapes.NotWrittenShape, 409: shapes.StaleShape}


class WaiveView(APIView):
    """An exception from the safety margin on one link, with a reason and an end."""

    @extend_schema(
        operation_id="waive_reserve",
        request=shapes.WaiveShape,
        responses=_WAIVED,
    )
    def post(self, request: Request, pk: int) -> Response:
        told = taken(shapes.WaiveShape, request.data, UNREAD)
        return _done(pk, request.user, "No exception", lambda: waive_reserve(pk, request.user, **told))


class WithdrawWaiverView(APIView):
    """An exception taken back, with a reason."""

    @extend_schema(
        operation_id="withdraw_waiver",
        request=shapes.WithdrawShape,
        responses=_WAIVED,
    )
    def post(self, request: Request, pk: int) -> Response:
        told = taken(shapes.WithdrawShape, request.data, UNREAD)
        return _done(pk, request.user, "Not taken back", lambda: withdraw_waiver(pk, request.user, **told))


class TakeOverView(APIView):
    """A named part with the catalogue's figures of today."""

    @extend_schema(
        operation_id="take_over_again",
        request=shapes.TakeOverShape,
        responses={200: shapes.RigShape, 400: shapes.NotWrittenShape, 409: shapes.StaleShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        told = taken(shapes.TakeOverShape, request.data, UNREAD)
        return _done(pk, request.user, "Not taken over", lambda: take_over_again(pk, request.user, **told))


class PartsTableView(APIView):
    """The parts list of a saved rig as CSV."""

    @extend_schema(
        operation_id="parts_csv",
        parameters=[OpenApiParameter("units", enum=units.SYSTEMS, required=False)],
        responses={(200, "text/csv"): OpenApiTypes.STR},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        rig = rig_or_404(pk)
        require_real(rig)
        asked = request.query_params.get("units", "us")
        answer = HttpResponse(
            parts_table.written_out(
                assessing.assess_rig(rig, the_house()).parts, asked if asked in units.SYSTEMS else "us"
            ),
            content_type="text/csv; charset=utf-8",
        )
        answer["Content-Disposition"] = f'attachment; filename="parts-rig-{pk}.csv"'
        return answer


class StepView(APIView):
    """A typed figure moved by arrow keys."""

    @extend_schema(
        operation_id="step", request=shapes.StepShape, responses={200: shapes.SteppedShape, 400: shapes.NotWrittenShape}
    )
    def post(self, request: Request) -> Response:
        told = taken(shapes.StepShape, request.data, UNREAD)
        try:
            return Response({"text": assessing.stepped(**told)})
        except units.UnreadableError as error:
            return _refused(NotWritten({"text": str(error)}))


class PlaceView(APIView):
    """A place that was pointed at on the drawing, as somebody would type it."""

    @extend_schema(
        operation_id="place",
        request=shapes.PlaceShape,
        responses={200: shapes.SteppedShape, 400: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        told = taken(shapes.PlaceShape, request.data, UNREAD)
        return Response({"text": units.place_text(**told)})


class LoadKindsView(APIView):
    @extend_schema(operation_id="load_kinds", responses=shapes.LoadKindShape(many=True))
    def get(self, request: Request) -> Response:
        return Response(assessing.kinds())


class PlacesView(APIView):
    """Where one stands to read what is written of a rig, in the order of a walk round it."""

    @extend_schema(operation_id="places", responses=shapes.StandShape(many=True))
    def get(self, request: Request) -> Response:
        return Response([{**asdict(one), "spots": [asdict(spot) for spot in one.spots]} for one in places.PLACES])


class FieldsView(APIView):
    @extend_schema(operation_id="fields", responses=shapes.FieldShape(many=True))
    def get(self, request: Request) -> Response:
        return Response(assessing.fields(request.user))
