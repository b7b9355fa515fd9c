"""What arrives is looked at by the core before any of it is put in: a figure, a signature, a visit, a time that cannot be."""

from __future__ import annotations

from collections.abc import Iterable

from django.db.models import DateTimeField
from django.utils import timezone
from django.utils.dateparse import parse_datetime

from stathmos.core import signing
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import read_entry
from stathmos.core.units import UnreadableError
from stathmos.record.arriving import Row
from stathmos.record.whole import LABELS

#: how far an amount may be from what its text says, of its own size
NEAR = 1e-6


def check(rows: Iterable[Row]) -> None:
    """Raises `NotReadable` for the first row that cannot be."""
    rigs: dict[str, Row] = {}
    seen: dict[tuple, int] = {}
    for row in rows:
        _times(row)
        if row.label == "rigs.rig":
            mark = str(row.fields["mark"])
            if mark in rigs:
                raise row.wrong(f"the mark {mark[:40]} stands in line {rigs[mark].line} too.")
            rigs[mark] = row
        elif row.label == "rigs.reading":
            _once(row, seen, "path", "revision")
            _reading(row, rigs)
        elif row.label == "rigs.signoff":
            _once(row, seen, "station", "revision")
            _sign_off(row, rigs)
        elif row.label == "handover.card":
            _once(row, seen, "number")
            if not isinstance(row.fields["content"], dict):
                raise row.wrong("a card's content is an object.")
        elif row.label == "sale.sheet":
            _once(row, seen, "number")
            if not isinstance(row.fields["content"], dict):
                raise row.wrong("a sheet's content is an object.")
    _no_loops(rigs)


def _once(row: Row, seen: dict[tuple, int], *of: str) -> None:
    key = (row.label, _mark(row), *(str(row.fields[name]) for name in of))
    if key in seen:
        raise row.wrong(f"the same stands in line {seen[key]}: {', '.join(key[2:])[:80]}.")
    seen[key] = row.line


def _mark(row: Row) -> str:
    rig = row.fields["rig"]
    if not isinstance(rig, list) or len(rig) != 1 or not isinstance(rig[0], str):
        raise row.wrong("a rig is told by its mark, in a list.")
    return rig[0]


def _times(row: Row) -> None:
    """What came along was written before it came: else it would look as if it were written here."""
    for name, value in row.fields.items():
        if not isinstance(LABELS[row.label]._meta.get_field(name), DateTimeField):
            continue
        try:
            moment = parse_datetime(value) if isinstance(value, str) else None
        except ValueError:
            moment = None
        if moment is None or moment.tzinfo is None:
            raise row.wrong(f"{name} is no time with its zone.")
        if moment > timezone.now():
            raise row.wrong(f"{name} is still to come.")


def _version_of(row: Row, rigs: dict[str, Row], name: str) -> None:
    rig = rigs.get(_mark(row))
    number = row.fields[name]
    if not isinstance(number, int) or isinstance(number, bool):
        raise row.wrong(f"{name} is a whole number.")
    if rig is not None and isinstance(rig.fields["version"], int) and number > rig.fields["version"]:
        raise row.wrong(f"{name} {number} is past the rig's own version.")


def _reading(row: Row, rigs: dict[str, Row]) -> None:
    """A figure: at a path that there is, and worth what its text says."""
    fields = row.fields
    path = fields["path"]
    entry = entry_at(path) if isinstance(path, str) else None
    if entry is None:
        raise row.wrong(f"there is no field “{str(path)[:64]}”.")
    if fields["dimension"] != entry.dimension:
        raise row.wrong(f"{path} is a {entry.dimension}, not a {str(fields['dimension'])[:20]}.")
    if fields["part"] is not None and not isinstance(fields["part"], dict):
        raise row.wrong("a part is an object, or nothing.")
    _version_of(row, rigs, "moment")
    raw = {"is": fields["typed"], "from": fields["provenance"], "system": fields["system"]}
    try:
        given = read_entry({**raw, "datum": fields["datum"]} if fields["datum"] else raw, entry, path)
    except UnreadableError as error:
        raise row.wrong(f"{path} “{str(fields['typed'])[:40]}”: {error}") from error
    amount = fields["amount"]
    if amount is None and (given is None or given.absent):
        return
    known = isinstance(amount, (int, float)) and not isinstance(amount, bool)
    if given is None or not known or abs(amount - given.value) > NEAR * max(1.0, abs(given.value)):
        raise row.wrong(f"{path} “{str(fields['typed'])[:40]}” is not worth {amount}.")


def _sign_off(row: Row, rigs: dict[str, Row]) -> None:
    """A signature: under what it says that it stood on."""
    basis = row.fields["basis"]
    whole = isinstance(basis, dict) and all(
        isinstance(entry, dict) and all(isinstance(text, str) for text in entry.values()) for entry in basis.values()
    )
    if not whole:
        raise row.wrong("what a signature stood on is an object of entries.")
    if row.fields["station"] not in signing.STATIONS:
        raise row.wrong(f"there is no station “{str(row.fields['station'])[:20]}”.")
    if signing.fingerprint(basis) != row.fields["fingerprint"]:
        raise row.wrong("the signature's fingerprint is not that of what it stood on: one of them was changed.")
    _version_of(row, rigs, "version")


def _no_loops(rigs: dict[str, Row]) -> None:
    """No visit comes before itself."""
    for mark, row in rigs.items():
        passed, one = {mark}, row
        while one is not None and one.fields["previous"] is not None:
            before = one.fields["previous"]
            if not isinstance(before, list) or len(before) != 1 or not isinstance(before[0], str):
                raise one.wrong("an earlier visit is told by its mark, in a list.")
            if before[0] in passed:
                raise one.wrong("its earlier visits lead back to itself.")
            passed.add(before[0])
            one = rigs.get(before[0])
