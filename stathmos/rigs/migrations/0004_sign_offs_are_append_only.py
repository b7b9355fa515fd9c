"""The database itself refuses to change or delete a sign-off."""

from django.db import migrations

_REFUSE = """
CREATE TRIGGER rigs_signoff_no_{verb} BEFORE {verb} ON rigs_signoff FOR EACH ROW
SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Sign-offs are append-only: sign again.'
"""


class Migration(migrations.Migration):
    dependencies = [("rigs", "0003_sign_offs")]
    operations = [
        migrations.RunSQL(_REFUSE.format(verb=verb), f"DROP TRIGGER rigs_signoff_no_{verb}") for verb in ("UPDATE", "DELETE")
    ]
