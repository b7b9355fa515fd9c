"""The database itself refuses to change or delete a photograph."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER rigs_photograph_no_{verb} BEFORE {verb} ON rigs_photograph FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Photographs are append-only: they stay on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("rigs", "0014_photographs")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER rigs_photograph_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
