"""The database itself refuses to change or delete what was heard of an instrument, and where it was written."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER {table}_no_{verb} BEFORE {verb} ON {table} FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was heard is append-only: it stays on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("instruments", "0003_agents_and_what_else_is_measured")]
    operations = [
        migrations.RunSQL(_REFUSE.format(table=table, verb=verb), f"DROP TRIGGER {table}_no_{verb}")
        for table in ("instruments_heard", "instruments_taken")
        for verb in ("UPDATE", "DELETE")
    ]
