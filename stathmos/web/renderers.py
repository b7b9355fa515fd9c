"""Answers written as JSON by orjson: a tenth of the time that the standard library takes."""

from __future__ import annotations

from typing import Any

import orjson
from rest_framework.renderers import JSONRenderer
from rest_framework.utils.encoders import JSONEncoder

# Moments and days as the framework writes them, which orjson writes otherwise.
_OPTIONS = orjson.OPT_NON_STR_KEYS | orjson.OPT_PASSTHROUGH_DATETIME | orjson.OPT_SERIALIZE_NUMPY
_otherwise = JSONEncoder().default


class Json(JSONRenderer):
    """JSON, and nothing of the browsable kind."""

    def render(self, data: Any, accepted_media_type: str | None = None, renderer_context: Any = None) -> bytes:
        """The answer in UTF-8; empty where there is none."""
        return b"" if data is None else orjson.dumps(data, default=_otherwise, option=_OPTIONS)
