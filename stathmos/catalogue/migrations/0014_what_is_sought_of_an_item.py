import uuid

from django.db import migrations, models

from stathmos.core import rig, stock, units
from stathmos.core.rig import entries


KINDS = {
    "towvehicle": rig.Vehicle, "trailer": rig.Trailer, "hitchkit": stock.Kit, "shank": stock.Shank, "ball": stock.Ball,
    "sleeve": stock.Sleeve, "accessory": stock.Accessory, "wrench": stock.Wrench,
}  # fmt: skip


def write_down(apps, schema_editor):
    """What is written of each, as a save writes it down."""
    for name, core in KINDS.items():
        model = apps.get_model("catalogue", name)
        described = {**dict(entries(core)), **(dict(entries(stock.Offer)) if name == "trailer" else {})}
        for item in model.objects.all():
            texts = [item.name, getattr(item, "family", "")]
            for field, entry in described.items():
                value = getattr(item, field, None)
                if isinstance(value, float):
                    texts.append(units.write_exact(value, entry.dimension, item.system))
                elif value:
                    texts.append(str(value))
            item.sought = " ".join(text for text in texts if text).lower()
            item.save(update_fields=["sought"])


class Migration(migrations.Migration):

    dependencies = [
        ('catalogue', '0013_hitch_families'),
    ]

    operations = [
        migrations.AddField(
            model_name='accessory',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='accessory',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='ball',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='ball',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='hitchkit',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='hitchkit',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='shank',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='shank',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='sleeve',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='sleeve',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='towvehicle',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='towvehicle',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='trailer',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='trailer',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.AddField(
            model_name='wrench',
            name='sought',
            field=models.TextField(default='', editable=False),
        ),
        migrations.AddField(
            model_name='wrench',
            name='stamp',
            field=models.UUIDField(default=uuid.uuid4, editable=False),
        ),
        migrations.RunPython(write_down, migrations.RunPython.noop),
    ]
