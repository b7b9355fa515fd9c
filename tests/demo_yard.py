"""The demo's yard put into an emptied database: worked out once in a process and a day, and copied from then on."""

from __future__ import annotations

import datetime
from typing import NamedTuple

from django.db import connection
from django.utils import timezone

from stathmos.demo import loading
from stathmos.rigs import heads, history


class Table(NamedTuple):
    """What stands in a table."""

    name: str
    columns: tuple[str, ...]
    rows: tuple[tuple, ...]


_copies: dict[datetime.date, tuple[Table, ...]] = {}


def put() -> None:
    """All of the demo's data. What was kept in memory of a rig is forgotten: its readings will have the same numbers again."""
    today = timezone.localdate()
    if today in _copies:
        _write(_copies[today])
        history.kept_history.cache_clear()
        heads.kept_waivers.cache_clear()
    else:
        before = {table.name: set(table.rows) for table in _read()}
        loading.load()
        _copies[today] = tuple(
            table._replace(rows=tuple(row for row in table.rows if row not in before.get(table.name, ())))
            for table in _read()
        )


def _read() -> list[Table]:
    """Every table in which something stands."""
    tables = []
    with connection.cursor() as cursor:
        for name in connection.introspection.django_table_names(only_existing=True):
            cursor.execute(f"SELECT * FROM {connection.ops.quote_name(name)}")
            rows = cursor.fetchall()
            if rows:
                tables.append(Table(name, tuple(column for column, *_ in cursor.description), rows))
    return tables


def _write(tables: tuple[Table, ...]) -> None:
    quote = connection.ops.quote_name
    with connection.constraint_checks_disabled(), connection.cursor() as cursor:
        for table in filter(lambda table: table.rows, tables):
            columns = ", ".join(quote(column) for column in table.columns)
            places = ", ".join("%s" for _ in table.columns)
            cursor.executemany(f"REPLACE INTO {quote(table.name)} ({columns}) VALUES ({places})", table.rows)
