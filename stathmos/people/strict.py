"""Bodies taken as they are or refused: a number is no text, a text is no number, and neither is a yes."""

from __future__ import annotations

import re
import uuid
from decimal import Decimal
from typing import Any

from rest_framework import serializers as s
from rest_framework.exceptions import APIException


class Unfit(APIException):
    """A body that is not taken; ``problems`` says where."""

    status_code = 400

    def __init__(self, detail: str, problems: dict[str, str]) -> None:
        super().__init__(detail)
        self.problems = problems


def taken(shape: type[s.Serializer], sent: Any, detail: str) -> dict[str, Any]:
    """What was sent, of its shape; raises `Unfit` with ``detail`` and what is wrong by field."""
    asked = shape(data=sent)
    if not asked.is_valid():
        problems = {
            str(name): str(said[0] if isinstance(said, list) else said)[:200] for name, said in asked.errors.items()
        }
        raise Unfit(detail, problems)
    return dict(asked.validated_data)


class Text(s.CharField):
    """A text, and nothing that could be made into one."""

    def to_internal_value(self, data: Any) -> str:
        if not isinstance(data, str):
            self.fail("invalid")
        return super().to_internal_value(data)


class Whole(s.IntegerField):
    """A whole number, not written as a text."""

    default_error_messages = {
        "invalid": "Write a whole number.",
        "min_value": "At least {min_value}.",
        "max_value": "At most {max_value}.",
    }

    def to_internal_value(self, data: Any) -> int:
        if not isinstance(data, int) or isinstance(data, bool):
            self.fail("invalid")
        return super().to_internal_value(data)


class Truth(s.BooleanField):
    """Yes or no."""

    def to_internal_value(self, data: Any) -> bool:
        if not isinstance(data, bool):
            self.fail("invalid", input=data)
        return data


class Measure(s.FloatField):
    """A number."""

    def to_internal_value(self, data: Any) -> float:
        if not isinstance(data, (int, float)) or isinstance(data, bool):
            self.fail("invalid")
        return super().to_internal_value(data)


class Money(s.DecimalField):
    """An amount, written as a text so that no digit of it is lost."""

    default_error_messages = {"min_value": "At least {min_value}.", "max_value": "At most {max_value}."}

    def to_internal_value(self, data: Any) -> Decimal:
        if not isinstance(data, str) or not re.fullmatch(r"-?[0-9]{1,9}(\.[0-9]{1,6})?", data.strip()):
            raise s.ValidationError("Write an amount such as 1250 or 1250.50.")
        return super().to_internal_value(data.strip())


class AskedNumber(s.IntegerField):
    """A whole number in an address: digits, and nothing that could be made into them."""

    def to_internal_value(self, data: Any) -> int:
        if not re.fullmatch(r"-?[0-9]{1,9}", str(data)):
            self.fail("invalid")
        return super().to_internal_value(data)


class Asked(s.BooleanField):
    """Yes or no in an address, where everything is a text."""

    _WORDS = {"true": True, "false": False}

    def to_internal_value(self, data: Any) -> bool:
        word = str(data).lower()
        if word not in self._WORDS:
            self.fail("invalid", input=data)
        return self._WORDS[word]


class Day(s.DateField):
    """A day."""

    default_error_messages = {"invalid": "Write a day, such as 2026-12-31."}


class Key(s.UUIDField):
    """A device's own key: a UUID as it is written, and no other way of writing one."""

    default_error_messages = {"invalid": "Send a key such as 123e4567-e89b-42d3-a456-426614174000."}

    def to_internal_value(self, data: Any) -> uuid.UUID:
        if not isinstance(data, str) or not re.fullmatch(r"[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}", data):
            self.fail("invalid", value=data)
        return uuid.UUID(data)
