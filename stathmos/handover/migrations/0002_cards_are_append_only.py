"""The database itself refuses to change or delete a card."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER handover_card_no_{verb} BEFORE {verb} ON handover_card FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Cards are append-only: they stay on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("handover", "0001_initial")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER handover_card_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
