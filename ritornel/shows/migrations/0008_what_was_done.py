"""An edit is told in one sentence: of those that are there, what it was and what it was about are put together."""

from django.db import migrations, models
from django.db.models import F, Value
from django.db.models.functions import Concat, Left, Substr, Upper


def put_together(apps, schema_editor):
    first, rest = Upper(Left("label", 1)), Substr("label", 2)
    apps.get_model("shows", "Entry").objects.update(told=Concat(first, rest, Value(" "), F("about")))


class Migration(migrations.Migration):
    dependencies = [("shows", "0007_archive_and_beginnings")]

    operations = [
        migrations.AddField("entry", "told", models.CharField(blank=True, default="", max_length=500)),
        migrations.RunPython(put_together, migrations.RunPython.noop),
        migrations.RemoveField("entry", "about"),
    ]
