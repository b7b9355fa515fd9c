"""The shape of one figure as written, shared by the catalogue and the rigs."""

from drf_spectacular.utils import inline_serializer
from rest_framework import serializers as s

from stathmos.core import outlines
from stathmos.core.figures import Provenance
from stathmos.people.strict import Text, Truth

PROVENANCES = [one.value for one in Provenance]


def shape(title: str, /, **fields: s.Field):
    """A serializer class; a trailing underscore parts a field's name from a Python word."""
    return type(inline_serializer(title, {key.rstrip("_"): field for key, field in fields.items()}))


def text() -> Text:
    return Text(allow_blank=True)


def entry_fields() -> dict[str, s.Field]:
    """What an entry is written by, for every shape that carries one."""
    return {
        "is_": text(),
        "from_": s.ChoiceField(PROVENANCES),
        "system": s.ChoiceField(["us", "metric"]),
        "datum": Text(required=False, allow_blank=True),
    }


EntryShape = shape(
    "Entry",
    **entry_fields(),
    again=Truth(required=False, help_text="The same as it is written, taken again."),
    typed=Truth(required=False, help_text="Typed now, and not only sent along as it is saved."),
)

#: an outline of a drawing
StrokeShape = shape(
    "Stroke",
    kind=s.ChoiceField(choices=outlines.KINDS),
    x=s.ListField(child=s.FloatField()),
    y=s.ListField(child=s.FloatField()),
    closed=s.BooleanField(),
)
