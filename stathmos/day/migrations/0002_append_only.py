"""The database itself refuses to change or delete what is on record."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER {table}_no_{verb} BEFORE {verb} ON {table} FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was done on a day is append-only: it stays on record.'
"""
_KEPT = ("day_hours", "day_recall", "day_jobchange",)
_NEVER_DELETED = ("day_job", "day_away", "day_feed", "day_place",)


class Migration(migrations.Migration):
    dependencies = [("day", "0001_the_day")]
    operations = [
        migrations.RunSQL(_REFUSE.format(table=table, verb=verb), f"DROP TRIGGER {table}_no_{verb}")
        for table in (*_KEPT, *_NEVER_DELETED)
        for verb in ("UPDATE", "DELETE")
        if verb == "DELETE" or table in _KEPT
    ]
