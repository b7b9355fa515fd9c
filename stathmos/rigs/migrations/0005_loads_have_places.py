"""Loads at fixed places become loads with a place of their own: each such reading is written again at its new path.

The readings at the old paths stay where they are, as everything that was ever written does.
"""

from django.db import migrations


def _new_path(path):
    name = path.split(".")[1]
    if name == "altitude":
        return "journey.altitude"
    return f"loads.{'gear' if name == 'trailer_cargo' else name}.weight"


def write_again(apps, schema_editor):
    Reading = apps.get_model("rigs", "Reading")
    old = Reading.objects.filter(path__startswith="load.").order_by("rig_id", "path", "revision")
    kept = ("rig_id", "revision", "typed", "system", "provenance", "datum", "amount", "dimension", "instrument", "written_by_id")
    for reading in old:
        Reading.objects.create(path=_new_path(reading.path), **{name: getattr(reading, name) for name in kept})


class Migration(migrations.Migration):
    dependencies = [("rigs", "0004_sign_offs_are_append_only")]
    operations = [migrations.RunPython(write_again, migrations.RunPython.noop)]
