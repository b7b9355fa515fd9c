"""The agents' addresses: what an agent sends, by its key; and the manager's, who lets one in or shuts it out."""

from __future__ import annotations

import math

from django.utils.crypto import constant_time_compare
from drf_spectacular.utils import extend_schema
from rest_framework import serializers as s
from rest_framework.permissions import BasePermission
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.catalogue.shapes import shape, text
from stathmos.instruments.actions.keep_agents import hashed, let_in, shut_out
from stathmos.instruments.actions.keep_instrument import NotKept
from stathmos.instruments.actions.take_in import of_the_agent, take_in
from stathmos.instruments.agent import MOST_AT_ONCE
from stathmos.instruments.models import Agent
from stathmos.people.roles import NotAllowed
from stathmos.people.strict import Key, Measure, Text, Truth, Whole, taken
from stathmos.rigs.shapes import NotWrittenShape

_SCHEME = "Agent "


def _finite(value: float) -> None:
    if not math.isfinite(value):
        raise s.ValidationError("That is no figure.")


def _figure(allow_null: bool = False) -> Measure:
    return Measure(validators=[_finite], allow_null=allow_null)


SentShape = shape(
    "AgentSent",
    shown=shape(
        "AgentShown",
        instrument=Whole(),
        state=Text(max_length=12),
        value=_figure(allow_null=True),
        net=Truth(),
        tare=_figure(allow_null=True),
    )(many=True, max_length=MOST_AT_ONCE),
    readings=shape(
        "AgentReading",
        key=Key(),
        instrument=Whole(),
        value=_figure(),
        net=Truth(),
        tare=_figure(allow_null=True),
        at=s.DateTimeField(),
    )(many=True, max_length=MOST_AT_ONCE),
)
AnswerShape = shape(
    "AgentAnswer",
    written=s.ListField(child=s.UUIDField()),
    instruments=shape(
        "AgentInstrument", number=Whole(), name=text(), kind=text(), address=text(), pattern=text(), unit=text(), mark=s.FloatField(),
        capacity=s.FloatField(),
    )(many=True),
)  # fmt: skip
NameShape = shape("AgentName", name=Text(max_length=40))
KeyShape = shape("AgentKey", name=text(), key=text())


def agent_of(request: Request) -> Agent | None:
    """The agent whose key a request carries; None for anybody else."""
    sent = request.headers.get("Authorization", "")
    if not sent.startswith(_SCHEME):
        return None
    found = hashed(sent.removeprefix(_SCHEME).strip())
    agent = Agent.objects.filter(key_hash=found, revoked_at=None).first()
    return agent if agent is not None and constant_time_compare(agent.key_hash, found) else None


class ByItsKey(BasePermission):
    """An agent, by its key; nobody else comes in, whatever they ask."""

    def has_permission(self, request: Request, view: APIView) -> bool:
        if not hasattr(view, request.method.lower()):  # nobody answers that, whatever they know
            return True
        request.agent = agent_of(request)
        if request.agent is None:
            raise NotAllowed("There is no agent with this key, or it was shut out.")
        return True


class AgentView(APIView):
    """What an agent sends; the answer names its instruments, and what of its readings stands written."""

    authentication_classes: list[type] = []
    permission_classes = [ByItsKey]

    @extend_schema(
        operation_id="agent",
        request=SentShape,
        responses={200: AnswerShape, 400: NotWrittenShape, 403: NotWrittenShape},
        auth=[],
    )
    def post(self, request: Request) -> Response:
        agent = request.agent
        sent = taken(SentShape, request.data, "This cannot be taken in.")
        written = take_in(agent, sent["shown"], sent["readings"])
        own = of_the_agent(agent).values()
        told = [
            {
                "number": one.number, "name": one.name, "kind": one.kind, "address": one.address, "pattern": one.known.pattern, "unit": one.unit,
                "mark": one.mark, "capacity": one.capacity,
            }
            for one in own
        ]  # fmt: skip
        return Response({"written": written, "instruments": told})


class LetInView(APIView):
    """An agent let in: its key is told this once."""

    @extend_schema(
        operation_id="let_agent_in",
        request=NameShape,
        responses={201: KeyShape, 400: NotWrittenShape, 403: NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        asked = taken(NameShape, request.data, "Give it a name.")
        try:
            agent, key = let_in(request.user, asked["name"])
        except NotKept as error:
            return Response({"detail": "It was not let in.", "problems": error.problems}, status=400)
        return Response({"name": agent.name, "key": key}, status=201)


class ShutOutView(APIView):
    """An agent shut out: its key opens nothing any more."""

    @extend_schema(
        operation_id="shut_agent_out",
        request=NameShape,
        responses={200: NameShape, 400: NotWrittenShape, 403: NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        asked = taken(NameShape, request.data, "Say which.")
        try:
            agent = shut_out(request.user, asked["name"])
        except NotKept as error:
            return Response({"detail": "Nothing was shut out.", "problems": error.problems}, status=400)
        return Response({"name": agent.name})
