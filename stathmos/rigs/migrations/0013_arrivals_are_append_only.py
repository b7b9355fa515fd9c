"""The database itself refuses to change or delete that a rig came from elsewhere."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER rigs_arrival_no_{verb} BEFORE {verb} ON rigs_arrival FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'That a rig was brought in stays on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("rigs", "0012_arrivals")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER rigs_arrival_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
