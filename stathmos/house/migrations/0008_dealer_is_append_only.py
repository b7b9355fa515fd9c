"""The database itself refuses to change or delete who the house was."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER house_dealer_no_{verb} BEFORE {verb} ON house_dealer FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The dealer is append-only: write it anew.'
"""


class Migration(migrations.Migration):
    dependencies = [("house", "0007_dealer")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER house_dealer_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
