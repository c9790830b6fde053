"""Files lie under the hash of their content alone: what lay under the ending of a name is put there."""

from pathlib import Path

from django.conf import settings
from django.db import migrations

_HASH = 64


def without_endings(apps, schema_editor):
    """Rename every stored file; of several that one content has under different endings, any one is it."""
    for path in (Path(settings.MEDIA_ROOT) / "assets").glob("*/*"):
        if len(path.name) > _HASH:
            path.replace(path.with_name(path.name[:_HASH]))


class Migration(migrations.Migration):
    dependencies = [("library", "0004_fetches")]

    operations = [migrations.RunPython(without_endings, migrations.RunPython.noop)]
