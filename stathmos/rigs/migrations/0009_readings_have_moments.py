from django.db import migrations, models

CALLED = {
    "which.called_vehicle": "vehicle_name",
    "which.plate_vehicle": "vehicle_plate",
    "which.called_trailer": "trailer_name",
    "which.plate_trailer": "trailer_plate",
}


def names_as_readings(apps, schema_editor):
    """What the vehicle and the trailer of each rig are called, as readings of them: their names go with them from now on."""
    Reading = apps.get_model("rigs", "Reading")
    for rig in apps.get_model("rigs", "Rig").objects.all():
        Reading.objects.bulk_create(
            Reading(
                rig=rig, path=path, revision=1, typed=getattr(rig, name), system="us", provenance="measured",
                amount=0.0, dimension="text", written_by_id=rig.advisor_id,
            )
            for path, name in CALLED.items()
            if getattr(rig, name)
        )  # fmt: skip


class Migration(migrations.Migration):
    """Readings of before all stand at moment 0: they were so together, and the last at each path holds, as it did."""

    dependencies = [("rigs", "0008_bay_and_visits")]

    operations = [
        migrations.AddField(
            model_name="reading",
            name="moment",
            field=models.PositiveIntegerField(default=0),
        ),
        migrations.RunPython(names_as_readings, migrations.RunPython.noop),
    ]
