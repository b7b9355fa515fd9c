"""The database itself refuses to change or delete a line of the catalogue's history."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER catalogue_change_no_{verb} BEFORE {verb} ON catalogue_itemchange FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The history of the catalogue is append-only.'
"""


class Migration(migrations.Migration):
    dependencies = [("catalogue", "0003_parts_prices_and_changes")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER catalogue_change_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
