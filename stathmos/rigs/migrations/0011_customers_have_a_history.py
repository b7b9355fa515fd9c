"""The customers' names as readings: from now on another name is written beside the one before, and not over it."""

from django.db import migrations


def begin(apps, schema_editor):
    rig_model, reading = apps.get_model("rigs", "Rig"), apps.get_model("rigs", "Reading")
    reading.objects.bulk_create(
        [
            reading(
                rig_id=rig.pk, path="which.customer", revision=1, typed=rig.customer, system="us", provenance="measured",
                amount=0.0, dimension="text", moment=rig.version, written_by_id=rig.advisor_id,
            )
            for rig in rig_model.objects.all().iterator()
        ],
        batch_size=500,
    )


class Migration(migrations.Migration):
    dependencies = [("rigs", "0010_strips")]
    operations = [migrations.RunPython(begin, migrations.RunPython.noop)]
