"""The database itself refuses to change or delete what was practised."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER {table}_no_{verb} BEFORE {verb} ON {table} FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was practised is append-only: it stays on record.'
"""
_TABLES = ("practice_practice", "practice_done", "practice_end", "practice_assignment")


class Migration(migrations.Migration):
    dependencies = [("practice", "0001_practices")]
    operations = [
        migrations.RunSQL(_REFUSE.format(table=table, verb=verb), f"DROP TRIGGER {table}_no_{verb}")
        for table in _TABLES
        for verb in ("UPDATE", "DELETE")
    ]
