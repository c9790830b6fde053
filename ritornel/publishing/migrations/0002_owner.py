"""Editions belong to their owner, and not only to a show that may be gone."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


def owners_from_shows(apps, schema_editor):
    edition = apps.get_model("publishing", "Edition")
    for row in edition.objects.select_related("show"):
        if row.show is None:
            row.delete()  # nobody could withdraw it any more
        else:
            row.owner_id = row.show.owner_id
            row.save(update_fields=["owner"])


class Migration(migrations.Migration):
    dependencies = [
        ("publishing", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AlterModelOptions(name="edition", options={"ordering": ["-made_at", "-number"]}),
        migrations.AddField(
            model_name="edition",
            name="owner",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="editions",
                to=settings.AUTH_USER_MODEL,
            ),
        ),
        migrations.RunPython(owners_from_shows, migrations.RunPython.noop),
        migrations.AlterField(
            model_name="edition",
            name="owner",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name="editions", to=settings.AUTH_USER_MODEL
            ),
        ),
    ]
