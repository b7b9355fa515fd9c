"""Which edition of the catalogue and of the house's rules is in force; what is there already is the first of each."""

import uuid

from django.db import migrations, models

SUBJECTS = ("catalogue", "rules")


def first_editions(apps, schema_editor):
    edition = apps.get_model("catalogue", "Edition")
    for subject in SUBJECTS:
        edition.objects.create(subject=subject, mark=uuid.uuid4())


class Migration(migrations.Migration):
    dependencies = [("catalogue", "0005_torque_and_wrenches")]

    operations = [
        migrations.CreateModel(
            name="Edition",
            fields=[
                ("subject", models.CharField(max_length=12, primary_key=True, serialize=False)),
                ("mark", models.UUIDField(default=uuid.uuid4)),
            ],
        ),
        migrations.RunPython(first_editions, migrations.RunPython.noop),
    ]
