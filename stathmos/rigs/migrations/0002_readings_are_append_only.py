"""The database itself refuses to change or delete a reading."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER rigs_reading_no_{verb} BEFORE {verb} ON rigs_reading FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Readings are append-only: write a new revision.'
"""


class Migration(migrations.Migration):
    dependencies = [("rigs", "0001_initial")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER rigs_reading_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
