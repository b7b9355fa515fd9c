"""The database itself refuses to change or delete a customer's sheet."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER sale_sheet_no_{verb} BEFORE {verb} ON sale_sheet FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Sheets are append-only: make another.'
"""


class Migration(migrations.Migration):
    dependencies = [("sale", "0001_sheets")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER sale_sheet_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
