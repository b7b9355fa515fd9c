"""The database itself refuses to change or delete a parcel."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER bay_parcel_no_{verb} BEFORE {verb} ON bay_received FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Parcels are append-only: they stay on record.'
"""


class Migration(migrations.Migration):
    dependencies = [("bay", "0001_initial")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER bay_parcel_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
