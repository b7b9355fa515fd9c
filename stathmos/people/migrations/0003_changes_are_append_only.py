"""The database itself refuses to change or delete what was done to accounts."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER people_personchange_no_{verb} BEFORE {verb} ON people_personchange FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was done to accounts stays on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("people", "0002_accounts_and_tries")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER people_personchange_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
