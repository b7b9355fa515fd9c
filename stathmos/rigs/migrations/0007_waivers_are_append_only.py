"""The database itself refuses to change or delete a waiver."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER rigs_waiver_no_{verb} BEFORE {verb} ON rigs_reservewaiver FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Waivers are append-only: they stay on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("rigs", "0006_parts_taken_over_and_waivers")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER rigs_waiver_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
