"""Addresses of the practice bay: what there is to practise, the yard of one practice, what is done in it, and how it is let go."""

from __future__ import annotations

from django.http import Http404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core.axles.split import USUAL_SPACING
from stathmos.core.figures import Given
from stathmos.core.practice.acts import ACTS, CHOICE, Args, Yard
from stathmos.core.practice.begin import LEVELS, Practice
from stathmos.core.practice.picture import picture
from stathmos.core.practice.scenarios import SCENARIOS, hint
from stathmos.core.report import practice as report
from stathmos.core.report import written
from stathmos.core.rigfile import read_entries
from stathmos.core.stock import Stock
from stathmos.core.units import COUNT, UnreadableError, parse
from stathmos.people.models import Person
from stathmos.people.roles import may, require
from stathmos.people.strict import taken
from stathmos.practice import keeping, models, records, shapes
from stathmos.practice.actions.assign import assign
from stathmos.practice.actions.begin_practice import begin_practice
from stathmos.practice.actions.do_in_yard import StaleYard, do_in_yard
from stathmos.practice.actions.let_go import let_go
from stathmos.practice.models import HINT
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.shapes import NotWrittenShape


def _problems(error: NotWritten, detail: str) -> Response:
    return Response({"detail": " ".join(error.problems.values()) or detail, "problems": error.problems}, status=400)


def _practice_or_404(pk: int) -> models.Practice:
    found = models.Practice.objects.select_related("rig", "person").filter(rig=pk).first()
    if found is None:
        raise Http404
    return found


def _record(person: Person) -> dict:
    practices = records.practices_of(person)
    return {
        "username": person.username,
        "name": person.called,
        "practices": [records.row(one) for one in practices],
        "passed": sorted(records.passed(practices)),
        "assigned": [
            {"scenario": one.scenario, "title": SCENARIOS[one.scenario].title, "by": one.assigned_by.called, "at": one.assigned_at}
            for one in records.open_assignments(person, practices)
        ],
        "often": records.often(practices),
    }  # fmt: skip


class PracticesView(APIView):
    """What there is to practise, and one's own record; a practice begun."""

    @extend_schema(operation_id="practices", responses=shapes.PracticesShape)
    def get(self, request: Request) -> Response:
        people = []
        if may(request.user, "oversee"):
            people = [
                {"username": one.username, "name": one.called, "role": one.get_role_display()}
                for one in Person.objects.filter(is_active=True).order_by("first_name", "username")
            ]
        return Response(
            {
                "scenarios": [
                    {"key": one.key, "title": one.title, "learns": one.learns, "customer": one.customer, "story": list(one.story)}
                    for one in SCENARIOS.values()
                ],
                "levels": list(LEVELS),
                "mine": _record(request.user),
                "people": people,
            }
        )  # fmt: skip

    @extend_schema(
        operation_id="begin_practice",
        request=shapes.BeginShape,
        responses={201: shapes.BegunShape, 400: NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        asked = taken(shapes.BeginShape, request.data, "Say what is to be practised.")
        try:
            begun = begin_practice(request.user, asked["scenario"], asked.get("seed", 0), asked.get("level", 1))
        except NotWritten as error:
            return _problems(error, "Nothing was begun.")
        return Response({"rig": begun.rig_id}, status=201)


class RecordView(APIView):
    """What somebody practised: their own, or anybody's for a manager."""

    @extend_schema(operation_id="practice_record", responses=shapes.RecordShape)
    def get(self, request: Request, username: str) -> Response:
        if username != request.user.username:
            require(request.user, "oversee")
        person = Person.objects.filter(username=username).first()
        if person is None:
            raise Http404
        return Response(_record(person))


class AssignView(APIView):
    """Somebody told to practise a scenario."""

    @extend_schema(
        operation_id="assign_practice",
        request=shapes.AssignShape,
        responses={201: shapes.RecordShape, 400: NotWrittenShape, 403: NotWrittenShape},
    )
    def post(self, request: Request) -> Response:
        asked = taken(shapes.AssignShape, request.data, "Say who, and what.")
        try:
            told = assign(request.user, asked["person"], asked["scenario"])
        except NotWritten as error:
            return _problems(error, "Nothing was assigned.")
        return Response(_record(told.person), status=201)


def _told(practice: models.Practice, person: Person) -> dict:
    begun, yard, last = keeping.yard_now(practice)
    end = models.End.objects.filter(practice=practice).first()
    hints = practice.acts.filter(act=HINT).count()
    return {
        "rig": practice.rig_id,
        "title": practice.title,
        "learns": SCENARIOS[practice.scenario].learns if practice.scenario else "whatever this rig has to teach",
        "story": list(begun.story),
        "level": practice.level,
        "mine": practice.person_id == person.pk,
        "person": practice.person.called,
        "number": 0 if last is None else last.number,
        "hints": [hint(practice.scenario, number) for number in range(hints)],
        "more_hints": bool(hint(practice.scenario, hints)),
        "goals": [words for goal, words in report.GOALS.items() if goal in begun.goals],
        "ended": None if end is None else {"verdict": end.verdict, "at": end.ended_at, "debrief": end.debrief},
        **written(report.yard(yard, _drawn(begun, yard))),
    }


def _drawn(begun: Practice, yard: Yard):
    rig = read_entries(begun.entries, Stock()).rig
    count, spacing = rig.trailer.axle_count, rig.trailer.axle_spacing
    axles = (
        int(count.value) if isinstance(count, Given) else 2,
        spacing.value if isinstance(spacing, Given) else USUAL_SPACING,
    )
    return picture(
        begun, yard, rig.choice("vehicle.vehicle_class") or "half_ton", rig.choice("trailer.body") or "travel", axles
    )


class YardView(APIView):
    """The yard of a practice as it stands."""

    @extend_schema(operation_id="yard", responses=shapes.YardShape)
    def get(self, request: Request, pk: int) -> Response:
        return Response(_told(_practice_or_404(pk), request.user))


class ActView(APIView):
    """Something done in the yard."""

    @extend_schema(
        operation_id="act_in_yard", request=shapes.ActShape,
        responses={200: shapes.YardShape, 400: NotWrittenShape, 403: NotWrittenShape, 409: NotWrittenShape},
    )  # fmt: skip
    def post(self, request: Request, pk: int) -> Response:
        practice = _practice_or_404(pk)
        asked = taken(shapes.ActShape, request.data, "This cannot be done.")
        try:
            args = _read(practice, asked["act"], asked["args"], asked["system"])
            do_in_yard(practice.pk, request.user, asked["number"], asked["act"], args)
        except NotWritten as error:
            return _problems(error, "It was not done.")
        except StaleYard:
            says = "Something was done in this yard meanwhile, in another tab perhaps: look at it, and do it again."
            return Response({"detail": says, "problems": {"number": says}}, status=409)
        return Response(_told(practice, request.user))


def _read(practice: models.Practice, act: str, told: dict[str, str], system: str) -> Args:
    """What an act wants, read: figures by the core, as anything typed is."""
    if act == HINT or act not in ACTS:
        return {}
    _, yard, _ = keeping.yard_now(practice)
    wants = {one.name: one for one in ACTS[act].wants(yard)}
    args: dict[str, str | float] = {}
    for name, typed in told.items():
        one = wants.get(name)
        if one is None or one.kind == CHOICE:
            args[name] = typed
            continue
        if not typed.strip():
            continue
        try:
            args[name] = parse(typed, one.dimension or COUNT, system)
        except UnreadableError as error:
            raise NotWritten({name: str(error)}) from error
    return args


class EndView(APIView):
    """A practice let go or held back."""

    @extend_schema(
        operation_id="end_practice",
        request=shapes.EndShape,
        responses={200: shapes.YardShape, 400: NotWrittenShape, 403: NotWrittenShape},
    )
    def post(self, request: Request, pk: int) -> Response:
        practice = _practice_or_404(pk)
        asked = taken(shapes.EndShape, request.data, "Say whether it may go.")
        try:
            let_go(practice.pk, request.user, asked["verdict"])
        except NotWritten as error:
            return _problems(error, "It was not let go.")
        return Response(_told(practice, request.user))
