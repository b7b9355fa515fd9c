import django.db.models.deletion
import uuid
from django.conf import settings
from django.db import migrations, models


def give_marks(apps, schema_editor):
    """A name of its own for every rig that there is."""
    for rig in apps.get_model("rigs", "Rig").objects.filter(mark=None):
        rig.mark = uuid.uuid4()
        rig.save(update_fields=["mark"])


class Migration(migrations.Migration):

    dependencies = [
        ('rigs', '0007_waivers_are_append_only'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.RemoveConstraint(
            model_name='signoff',
            name='sign_off_station_known',
        ),
        migrations.AddField(
            model_name='rig',
            name='mark',
            field=models.UUIDField(default=None, editable=False, null=True),
        ),
        migrations.RunPython(give_marks, migrations.RunPython.noop),
        migrations.AlterField(
            model_name='rig',
            name='mark',
            field=models.UUIDField(default=uuid.uuid4, editable=False, unique=True),
        ),
        migrations.AddField(
            model_name='rig',
            name='previous',
            field=models.ForeignKey(default=None, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='later', to='rigs.rig'),
        ),
        migrations.AddField(
            model_name='rig',
            name='trailer_plate',
            field=models.CharField(blank=True, default='', max_length=20),
        ),
        migrations.AddField(
            model_name='rig',
            name='vehicle_plate',
            field=models.CharField(blank=True, default='', max_length=20),
        ),
        migrations.AddField(
            model_name='rig',
            name='visit',
            field=models.CharField(blank=True, default='', max_length=10),
        ),
        migrations.AddConstraint(
            model_name='rig',
            constraint=models.CheckConstraint(condition=models.Q(('visit__in', ['', 'vehicle', 'trailer', 'hitch', 'same'])), name='rig_visit_known'),
        ),
        migrations.AddConstraint(
            model_name='signoff',
            constraint=models.CheckConstraint(condition=models.Q(('station__in', ('meet', 'load', 'weigh', 'ratings', 'height', 'hitch', 'bay', 'handover'))), name='sign_off_station_known'),
        ),
    ]
