"""Signing in and out, and who is signed in."""

from django.contrib.auth import authenticate, login, logout
from django.middleware.csrf import get_token
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.people.roles import all_that


class SessionShape(serializers.Serializer):
    signed_in = serializers.BooleanField()
    name = serializers.CharField(allow_blank=True)
    username = serializers.CharField(allow_blank=True)
    role = serializers.CharField(allow_blank=True)
    may = serializers.ListField(child=serializers.CharField(), help_text="What this person may do.")


class SignInShape(serializers.Serializer):
    username = serializers.CharField(max_length=150)
    password = serializers.CharField(max_length=128, trim_whitespace=False)


class RefusalShape(serializers.Serializer):
    detail = serializers.CharField()


def _session(request: Request) -> dict:
    person = request.user
    get_token(request)
    if not person.is_authenticated:
        return {"signed_in": False, "name": "", "username": "", "role": "", "may": []}
    return {
        "signed_in": True, "name": person.called, "username": person.username, "role": person.get_role_display(),
        "may": all_that(person),
    }  # fmt: skip


@method_decorator(csrf_protect, name="dispatch")
class SessionView(APIView):
    """The one address that answers without a session, beside health."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="session", responses=SessionShape)
    def get(self, request: Request) -> Response:
        return Response(_session(request))

    @extend_schema(operation_id="sign_in", request=SignInShape, responses={200: SessionShape, 400: RefusalShape})
    def post(self, request: Request) -> Response:
        asked = SignInShape(data=request.data)
        if not asked.is_valid():
            return Response({"detail": "Write a name and a password."}, status=400)
        person = authenticate(request, **asked.validated_data)
        if person is None:
            return Response({"detail": "Name and password do not belong together."}, status=400)
        login(request, person)
        return Response(_session(request))

    @extend_schema(operation_id="sign_out", responses=SessionShape)
    def delete(self, request: Request) -> Response:
        logout(request)
        return Response(_session(request))
