"""What addresses people had were given by whoever runs this: they are confirmed."""

from django.conf import settings
from django.db import migrations


def confirm(apps, schema_editor):
    people = apps.get_model("auth", "User")
    addresses = apps.get_model("account", "EmailAddress")
    for person in people.objects.exclude(email=""):
        address = person.email.lower()
        if not addresses.objects.filter(email=address).exists():
            addresses.objects.create(user=person, email=address, verified=True, primary=True)


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0001_initial"),
        ("account", "0009_emailaddress_unique_primary_email"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]
    operations = [migrations.RunPython(confirm, migrations.RunPython.noop)]
