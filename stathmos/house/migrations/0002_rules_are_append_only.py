"""The database itself refuses to change or delete what the manager chose."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER house_houserules_no_{verb} BEFORE {verb} ON house_houserules FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'House rules are append-only: choose again.'
"""


class Migration(migrations.Migration):
    dependencies = [("house", "0001_house_rules")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER house_houserules_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
