"""What every operation of the API may answer besides what it says itself: a refusal in words."""

from __future__ import annotations

from typing import Any

_REFUSED = {
    "type": "object",
    "properties": {
        "detail": {"type": "string", "description": "What is wrong, in words."},
        "problems": {"type": "object", "additionalProperties": {"type": "string"}, "description": "By place."},
    },
    "required": ["detail"],
}
_ALWAYS = {
    "403": "Nobody is signed in, or this person may not.",
    "503": "The database cannot just now: why, in words.",
}
_WITH_A_PLACE = {"404": "There is no such thing."}
_WITH_A_BODY = {
    "400": "It cannot be read, or cannot be so.",
    "413": "More than may be sent.",
    "415": "Sent in another form than it is asked for.",
}
#: answered by the web server itself, before anything is read of it, and so not in the form of the others
_TOO_LONG = {"414": {"description": "The address is longer than the web server reads."}}
_METHODS = ("get", "post", "put", "patch", "delete")


def refusals(result: dict[str, Any], **_: Any) -> dict[str, Any]:
    """A hook of the schema's generator."""
    result.setdefault("components", {}).setdefault("schemas", {})["Refused"] = _REFUSED
    content = {"application/json": {"schema": {"$ref": "#/components/schemas/Refused"}}}
    for path, operations in result["paths"].items():
        for method, operation in operations.items():
            if method not in _METHODS:
                continue
            asked = "requestBody" in operation or method == "post"
            queried = any(one["in"] == "query" for one in operation.get("parameters", ()))
            may = {
                **_ALWAYS,
                **(_WITH_A_PLACE if "{" in path else {}),
                **(_WITH_A_BODY if asked else {"400": _WITH_A_BODY["400"]} if queried else {}),
            }
            for status, description in may.items():
                operation["responses"].setdefault(status, {"description": description, "content": content})
            if queried:
                operation["responses"] |= _TOO_LONG
    return result
