"""The addresses of the instruments: the list, writing one down, trying a pattern on pasted lines, looking, taking."""

from __future__ import annotations

import datetime

from django.http import Http404
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import serializers as s
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.shapes import shape, text
from stathmos.core import instruments as core
from stathmos.core.instruments.line import READ, PatternError
from stathmos.core.instruments.places import BESIDE, TAKES
from stathmos.core.units import WEIGHT, write, write_exact
from stathmos.instruments.actions.keep_instrument import NotKept, StaleInstrument, keep_instrument
from stathmos.instruments.actions.take_reading import take_reading
from stathmos.instruments.models import UNITS, Agent, Heard, InstrumentRevision, all_instruments, instrument
from stathmos.instruments.showing import PATIENCE, shown_now
from stathmos.people.roles import may
from stathmos.people.strict import Day, Key, Text, Truth, Whole, taken
from stathmos.rigs import shapes
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.record import record_of, rig_or_404, stale_answer

MOST_LINES = 60
#: what an agent heard is offered for so long, and so many of it
HEARD_FOR, MOST_HEARD = datetime.timedelta(hours=12), 12
INSTRUMENT_KINDS = list(core.KINDS)
_KIND = s.ChoiceField(INSTRUMENT_KINDS)
_UNIT = s.ChoiceField(list(UNITS))
_WRITTEN = {
    "name": Text(max_length=60),
    "kind": _KIND,
    "address": Text(max_length=120),
    "line": Text(max_length=20, allow_blank=True, help_text="The key of a preset; empty for a pattern of one's own."),
    "pattern": Text(max_length=400, allow_blank=True),
    "unit": _UNIT,
    "mark": Text(max_length=40, help_text="The smallest mark, as typed."),
    "capacity": Text(max_length=40, help_text="The most it weighs, as typed."),
    "serial": Text(max_length=60, allow_blank=True),
    "checked": Day(allow_null=True, required=False),
    "due": Day(allow_null=True, required=False),
    "retired": Truth(required=False),
    "agent": Text(
        max_length=40,
        allow_blank=True,
        required=False,
        help_text="The agent that reads it; empty for the server itself.",
    ),
}
KeepShape = shape("InstrumentKeep", revision=Whole(min_value=0, required=False), **_WRITTEN)
InstrumentShape = shape(
    "Instrument",
    number=Whole(),
    revision=Whole(),
    kind_word=text(),
    past_due=Truth(),
    takes=s.ListField(child=Text()),
    beside=s.ListField(child=Text(), help_text="The readings beside which it is looked at."),
    weighs=Truth(),
    by=text(),
    at=s.DateTimeField(),
    **{
        **_WRITTEN,
        "checked": s.DateField(allow_null=True),
        "due": s.DateField(allow_null=True),
        "retired": Truth(),
        "agent": text(),
    },
)
AgentShape = shape(
    "InstrumentAgent",
    name=text(),
    by=text(),
    at=s.DateTimeField(),
    heard_at=s.DateTimeField(allow_null=True),
    answers=Truth(),
    shut_out=Truth(),
)
InstrumentsShape = shape(
    "Instruments",
    instruments=InstrumentShape(many=True),
    kinds=shape("InstrumentKind", key=text(), word=text(), units=s.ListField(child=Text()))(many=True),
    presets=shape("InstrumentPreset", key=text(), example=text(), pattern=text())(many=True),
    groups=shape("InstrumentGroup", name=text(), tells=text())(many=True),
    agents=AgentShape(many=True),
    may_keep=Truth(),
)
TryShape = shape(
    "InstrumentTry", line=Text(max_length=20, allow_blank=True), pattern=Text(max_length=400, allow_blank=True), unit=_UNIT,
    lines=Text(max_length=8000, allow_blank=True, trim_whitespace=False),
)  # fmt: skip
TriedShape = shape(
    "InstrumentTried",
    lines=shape(
        "InstrumentLine",
        line=text(),
        kind=text(),
        shows=Text(allow_null=True),
        steady=Truth(allow_null=True),
        net=Truth(),
    )(many=True),
)
LiveShape = shape(
    "InstrumentLive", state=text(), why=text(), shows=Text(allow_null=True), net=Truth(), tare=Text(allow_null=True), unit=_UNIT, name=text(), serial=text(),
    past_due=Truth(),
)  # fmt: skip
TakeShape = shape(
    "InstrumentTake", instrument=Whole(), path=Text(max_length=64), version=Whole(),
    heard=Key(required=False, allow_null=True, help_text="Something that its agent heard before, instead of what it shows now."),
)  # fmt: skip
HeardShape = shape(
    "InstrumentHeard",
    heard=shape("InstrumentHeardOne", key=Key(), shows=text(), net=Truth(), at=s.DateTimeField())(many=True),
)


def _told(one: InstrumentRevision) -> dict:
    today = timezone.localdate()
    return {
        **{name: getattr(one, name) for name in ("number", "revision", "name", "kind", "address", "line", "pattern", "unit", "serial", "checked", "due", "retired", "agent")},
        "mark": write_exact(one.mark, core.KINDS[one.kind].measures, one.system),
        "capacity": write_exact(one.capacity, core.KINDS[one.kind].measures, one.system),
        "kind_word": core.KINDS[one.kind].word,
        "past_due": core.past_due(one.known, today),
        "takes": list(TAKES[one.kind]),
        "beside": list(BESIDE[one.kind]),
        "weighs": core.KINDS[one.kind].measures == WEIGHT,
        "by": one.written_by.called,
        "at": one.written_at,
    }  # fmt: skip


def _agent(one: Agent) -> dict:
    answers = one.heard_at is not None and timezone.now() - one.heard_at <= PATIENCE
    return {
        "name": one.name, "by": one.made_by.called, "at": one.made_at, "heard_at": one.heard_at, "answers": answers,
        "shut_out": one.revoked_at is not None,
    }  # fmt: skip


def _or_404(number: int) -> InstrumentRevision:
    found = instrument(number)
    if found is None:
        raise Http404
    return found


_REFUSED = "The instrument was not written down: something cannot be read."


class InstrumentsView(APIView):
    """Every instrument of the house; a new one."""

    @extend_schema(operation_id="instruments", responses=InstrumentsShape)
    def get(self, request: Request) -> Response:
        return Response(
            {
                "instruments": [_told(one) for one in all_instruments()],
                "kinds": [
                    {"key": key, "word": kind.word, "units": list(kind.units)} for key, kind in core.KINDS.items()
                ],
                "presets": [
                    {"key": key, "example": line, "pattern": pattern} for key, (line, pattern) in core.PRESETS.items()
                ],
                "groups": [{"name": name, "tells": tells} for name, tells in core.GROUPS.items()],
                "agents": [_agent(one) for one in Agent.objects.select_related("made_by")],
                "may_keep": may(request.user, "keep_catalogue"),
            }
        )

    @extend_schema(
        operation_id="add_instrument",
        request=KeepShape,
        responses={201: InstrumentShape, 400: shapes.NotWrittenShape, 403: shapes.NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        return _keep(request, None)


class InstrumentView(APIView):
    """One instrument, written anew."""

    @extend_schema(
        operation_id="keep_instrument", request=KeepShape,
        responses={200: InstrumentShape, 400: shapes.NotWrittenShape, 403: shapes.NotWrittenShape, 409: shapes.NotWrittenShape},
    )  # fmt: skip
    def post(self, request: Request, number: int) -> Response:
        _or_404(number)
        return _keep(request, number)


def _keep(request: Request, number: int | None) -> Response:
    written = taken(KeepShape, request.data, _REFUSED)
    try:
        kept = keep_instrument(request.user, number, written.pop("revision", 0), written)
    except NotKept as error:
        return Response({"detail": _REFUSED, "problems": error.problems}, status=400)
    except StaleInstrument:
        says = "Somebody wrote this instrument anew meanwhile: look at it again."
        return Response({"detail": says, "problems": {"revision": says}}, status=409)
    return Response(_told(kept), status=201 if number is None else 200)


class TryView(APIView):
    """A pattern tried on pasted lines, before it is kept. Nothing is written."""

    @extend_schema(operation_id="try_lines", request=TryShape, responses={200: TriedShape, 400: shapes.NotWrittenShape})
    def post(self, request: Request) -> Response:
        asked = taken(TryShape, request.data, "This cannot be tried.")
        pattern = core.PRESETS[asked["line"]][1] if asked["line"] in core.PRESETS else asked["pattern"]
        try:
            core.compiled(pattern)
        except PatternError as error:
            return Response({"detail": str(error), "problems": {"pattern": str(error)}}, status=400)
        measures = next(kind.measures for kind in core.KINDS.values() if asked["unit"] in kind.units)
        told = []
        for line in asked["lines"].splitlines()[:MOST_LINES]:
            found = core.read_line(line, pattern, asked["unit"])
            shows = write(found.value, measures, core.UNITS[asked["unit"]]) if found.kind == READ else None
            told.append(
                {"line": line[:120], "kind": found.kind, "shows": shows, "steady": found.steady, "net": found.net}
            )
        return Response({"lines": told})


class LiveView(APIView):
    """What an instrument shows now: listened to for a moment."""

    @extend_schema(operation_id="look_at_instrument", responses={200: LiveShape})
    def get(self, request: Request, number: int) -> Response:
        one = _or_404(number)
        (shown, hinders), measures = shown_now(one), core.KINDS[one.kind].measures
        return Response(
            {
                "state": shown.state, "why": hinders, "net": shown.net, "unit": one.unit, "name": one.name, "serial": one.serial,
                "shows": None if shown.value is None else write(shown.value, measures, one.system),
                "tare": None if shown.tare is None else write(shown.tare, measures, one.system),
                "past_due": core.past_due(one.known, timezone.localdate()),
            }
        )  # fmt: skip


class HeardView(APIView):
    """What stood still on an agent's instrument lately and was not taken yet, the last first."""

    @extend_schema(operation_id="heard_of_instrument", responses={200: HeardShape})
    def get(self, request: Request, number: int) -> Response:
        one = _or_404(number)
        since = timezone.now() - HEARD_FOR
        found = Heard.objects.filter(number=number, read_at__gte=since, taken=None)[:MOST_HEARD]
        measures = core.KINDS[one.kind].measures
        told = [
            {"key": each.key, "shows": write(each.value, measures, one.system), "net": each.net, "at": each.read_at}
            for each in found
        ]
        return Response({"heard": told})


class TakeView(APIView):
    """A figure taken from an instrument onto a rig."""

    @extend_schema(
        operation_id="take_reading", request=TakeShape,
        responses={200: shapes.RigShape, 400: shapes.NotWrittenShape, 403: shapes.NotWrittenShape, 409: shapes.StaleShape},
    )  # fmt: skip
    def post(self, request: Request, pk: int) -> Response:
        asked = taken(TakeShape, request.data, "Nothing was taken: something cannot be read.")
        one = _or_404(asked["instrument"])
        rig_or_404(pk)
        try:
            rig = take_reading(
                pk, request.user, asked["version"], asked["path"], one, timezone.localdate(), asked.get("heard")
            )
        except NotWritten as error:
            return Response({"detail": "Nothing was taken.", "problems": error.problems}, status=400)
        except Stale as stale:
            return stale_answer(
                stale, request.user, "{Who} wrote on this rig meanwhile: look at it, and take it again."
            )
        return Response(record_of(rig, request.user))
