"""Signing in and out, one's own account, and the manager's page of people."""

from __future__ import annotations

import logging
from collections.abc import Callable

from django.contrib.auth import authenticate, logout
from django.http import Http404
from django.middleware.csrf import get_token
from django.utils import timezone
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.permissions import AllowAny, IsAuthenticated
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.people import sessions, shapes, slots, throttle
from stathmos.people.actions import keep_myself, keep_people
from stathmos.people.models import Person, PersonChange
from stathmos.people.roles import all_that, require
from stathmos.people.strict import taken

_log = logging.getLogger(__name__)
#: so many lines of the log at a time
A_PAGE = 50
_NOBODY = {
    "signed_in": False, "id": None, "name": "", "username": "", "role": "", "may": [], "must_choose": False, "idle_seconds": 0,
}  # fmt: skip


def _session(request: Request) -> dict:
    person = request.user
    get_token(request)
    if not person.is_authenticated:
        return {**_NOBODY, "nobody": not Person.objects.exists()}
    return {
        "signed_in": True, "id": person.pk, "name": person.called, "username": person.username, "role": person.get_role_display(),
        "may": [] if person.must_choose else all_that(person), "must_choose": person.must_choose,
        "idle_seconds": sessions.idle_seconds(person), "nobody": False,
    }  # fmt: skip


def _wait(seconds: int, says: str) -> Response:
    return Response({"detail": says, "seconds": seconds}, status=429, headers={"Retry-After": str(seconds)})


def _too_often(seconds: int) -> Response:
    return _wait(seconds, f"Too many wrong passwords. Try again in {throttle.in_words(seconds)}.")


def _guarded(name: str, request: Request, check: Callable[[], tuple[bool, Response]]) -> Response:
    """A password looked at, unless one has to wait: nothing is hashed then, and nothing counted. ``check``: whether it was
    the right one, and the answer.
    """
    address = sessions.client_address(request)
    wait = throttle.seconds_to_wait(name, address)
    if wait:
        return _too_often(wait)
    try:
        with slots.a_slot():
            wait = throttle.count_a_try(name, address)
            if wait:
                return _too_often(wait)
            right, answer = check()
    except slots.AllTaken:
        return _wait(1, "Many are signing in at this moment. Try again in a second.")
    if right:
        throttle.was_right(name, address)
    else:
        _log.warning("a wrong password from %s", address)
    return answer


@method_decorator(csrf_protect, name="dispatch")
class SessionView(APIView):
    """The one address that answers without a session, beside health."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="session", responses=shapes.SessionShape)
    def get(self, request: Request) -> Response:
        return Response(_session(request))

    @extend_schema(
        operation_id="sign_in",
        request=shapes.SignInShape,
        responses={200: shapes.SessionShape, 400: shapes.RefusedShape, 403: shapes.RefusedShape, 429: shapes.WaitShape},
    )
    def post(self, request: Request) -> Response:
        told = taken(shapes.SignInShape, request.data, "Write a name and a password.")
        return _guarded(told["username"], request, lambda: self._let_in(request, told))

    @staticmethod
    def _let_in(request: Request, told: dict) -> tuple[bool, Response]:
        person = authenticate(request, **told)
        if person is None:
            return False, _refused("Name and password do not belong together.", {})
        if person.must_choose and person.given_until < timezone.now():
            return True, _refused("This password was given to you and has run out. Ask a manager for a new one.", {})
        sessions.begin(request, person)
        return True, Response(_session(request))

    @extend_schema(operation_id="sign_out", responses={200: shapes.SessionShape, 403: shapes.RefusedShape})
    def delete(self, request: Request) -> Response:
        logout(request)
        return Response(_session(request))


def _refused(detail: str, problems: dict[str, str], status: int = 400) -> Response:
    return Response({"detail": detail, "problems": problems}, status=status)


class MyPasswordView(APIView):
    """One's own password: the only thing that somebody with a given one may do."""

    permission_classes = [IsAuthenticated]

    @extend_schema(
        operation_id="choose_password",
        request=shapes.ChooseShape,
        responses={200: shapes.SessionShape, 400: shapes.RefusedShape, 403: shapes.RefusedShape, 429: shapes.WaitShape},
    )
    def post(self, request: Request) -> Response:
        told = taken(shapes.ChooseShape, request.data, "Write the password that you have, and a new one.")
        return _guarded(request.user.username, request, lambda: self._chosen(request, told))

    @staticmethod
    def _chosen(request: Request, told: dict) -> tuple[bool, Response]:
        try:
            request.user = keep_myself.choose_password(request.user, **told)
        except keep_people.NotDone as error:
            return "old" not in error.problems, _refused(" ".join(error.problems.values()), error.problems)
        sessions.go_on(request)
        return True, Response(_session(request))


class MyNameView(APIView):
    """One's own name as shown."""

    @extend_schema(
        operation_id="call_myself",
        request=shapes.CallShape,
        responses={200: shapes.SessionShape, 400: shapes.RefusedShape, 403: shapes.RefusedShape},
    )
    def post(self, request: Request) -> Response:
        told = taken(shapes.CallShape, request.data, "Write a name of at most 60 characters.")
        try:
            request.user = keep_myself.call_myself(request.user, told["name"])
        except keep_people.NotDone as error:
            return _refused(" ".join(error.problems.values()), error.problems)
        return Response(_session(request))


class EverywhereView(APIView):
    """Every session of one's own ended, this one too."""

    @extend_schema(
        operation_id="sign_out_everywhere", request=None, responses={200: shapes.SessionShape, 403: shapes.RefusedShape}
    )
    def post(self, request: Request) -> Response:
        keep_myself.sign_out_everywhere(request.user)
        logout(request)
        return Response(_session(request))


def _told(one: Person) -> dict:
    return {
        "id": one.pk,
        "version": one.version,
        "username": one.username,
        "name": one.called,
        "role": one.role,
        "role_word": one.get_role_display(),
        "active": one.is_active,
        "given_until": one.given_until,
        "has_password": one.has_usable_password(),
        "last_login": one.last_login,
    }


def _act(one: PersonChange) -> dict:
    return {
        "at": one.at,
        "by": one.by.called if one.by else "",
        "whom": one.whom.called,
        "act": one.act,
        "says": one.get_act_display(),
        "before": one.before,
        "after": one.after,
    }


def _done(act: Callable[[], Response]) -> Response:
    """What an act on an account comes to, or why it was not done."""
    try:
        return act()
    except keep_people.NotDone as error:
        return _refused(f"Nothing was done. {' '.join(error.problems.values())}", error.problems)
    except keep_people.ChangedMeanwhile:
        return _refused(
            "Somebody changed this account meanwhile. It is shown here as it now stands; nothing of yours was done.",
            {},
            409,
        )
    except Person.DoesNotExist as absent:
        raise Http404 from absent


class PeopleView(APIView):
    """Everybody who has an account, what was done to accounts, and a new one."""

    @extend_schema(
        operation_id="people",
        parameters=[
            OpenApiParameter("before", int, description="Acts that came before so many of the newest.", required=False)
        ],
        responses={200: shapes.PeopleShape, 400: shapes.RefusedShape, 403: shapes.RefusedShape},
    )
    def get(self, request: Request) -> Response:
        require(request.user, "keep_people")
        start = taken(shapes.LogPageShape, request.query_params, "There is no such page of the log.")["before"]
        acts = list(PersonChange.objects.select_related("by", "whom")[start : start + A_PAGE + 1])
        return Response(
            {
                "people": [_told(one) for one in Person.objects.order_by("-is_active", "username")],
                "roles": [{"value": value, "word": word} for value, word in Person.Role.choices],
                "log": [_act(one) for one in acts[:A_PAGE]],
                "more": len(acts) > A_PAGE,
            }
        )

    @extend_schema(
        operation_id="add_person",
        request=shapes.AddShape,
        responses={201: shapes.GivenShape, 400: shapes.RefusedShape, 403: shapes.RefusedShape, 429: shapes.WaitShape},
    )
    def post(self, request: Request) -> Response:
        require(request.user, "keep_people")
        told = taken(shapes.AddShape, request.data, "Nobody was added.")

        def act() -> Response:
            made, password = keep_people.add(request.user, told["username"], told["name"], told["role"])
            return Response({"person": _told(made), "password": password}, status=201)

        return _hashing(lambda: _done(act))


def _hashing(act: Callable[[], Response]) -> Response:
    try:
        with slots.a_slot():
            return act()
    except slots.AllTaken:
        return _wait(1, "Many are signing in at this moment. Try again in a second.")


class PersonView(APIView):
    """One account: another role, another name, off and on."""

    @extend_schema(
        operation_id="change_person",
        request=shapes.ChangeShape,
        responses={
            200: shapes.PersonShape,
            400: shapes.RefusedShape,
            403: shapes.RefusedShape,
            409: shapes.RefusedShape,
        },
    )
    def post(self, request: Request, pk: int) -> Response:
        require(request.user, "keep_people")
        told = taken(shapes.ChangeShape, request.data, "Nothing was done.")
        version = told.pop("version")
        if len(told) != 1:
            return _refused("Send one change at a time: a role, a name, or whether it is switched on.", {})
        ((what, to),) = told.items()
        act = {"role": keep_people.change_role, "name": keep_people.call, "active": keep_people.switch}[what]
        return _done(lambda: Response(_told(act(request.user, pk, version, to))))


class PersonPasswordView(APIView):
    """A new password for somebody, shown this once."""

    @extend_schema(
        operation_id="give_password",
        request=shapes.VersionShape,
        responses={
            200: shapes.GivenShape,
            400: shapes.RefusedShape,
            403: shapes.RefusedShape,
            409: shapes.RefusedShape,
            429: shapes.WaitShape,
        },
    )
    def post(self, request: Request, pk: int) -> Response:
        require(request.user, "keep_people")
        told = taken(shapes.VersionShape, request.data, "Nothing was done.")

        def act() -> Response:
            one, password = keep_people.give_password(request.user, pk, told["version"])
            return Response({"person": _told(one), "password": password})

        return _hashing(lambda: _done(act))
