"""For tests that need real transactions: tables emptied between them although readings refuse DELETE."""

from django.core.management.color import no_style
from django.db import connection


def _has_rows(table: str) -> bool:
    with connection.cursor() as cursor:
        cursor.execute(f"SELECT 1 FROM {connection.ops.quote_name(table)} LIMIT 1")
        return cursor.fetchone() is not None


class Truncating:
    """Mixed into a TransactionTestCase: TRUNCATE, which fires no trigger, and only where there is something."""

    def _fixture_teardown(self) -> None:
        tables = [
            table for table in connection.introspection.django_table_names(only_existing=True) if _has_rows(table)
        ]
        connection.ops.execute_sql_flush(connection.ops.sql_flush(no_style(), tables, reset_sequences=True))
