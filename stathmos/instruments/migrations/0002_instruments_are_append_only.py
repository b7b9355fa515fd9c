"""The database itself refuses to change or delete what an instrument was."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER instruments_no_{verb} BEFORE {verb} ON instruments_instrumentrevision FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An instrument is append-only: write it anew.'
"""


class Migration(migrations.Migration):
    dependencies = [("instruments", "0001_instruments")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER instruments_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
