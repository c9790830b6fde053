"""What commands need that work on an installation."""

import os
from typing import Any


def begin() -> Any:
    """Begin to use the installation; return its settings: those behind HTTPS where hosts are named."""
    kind = "production" if os.environ.get("RITORNEL_HOSTS") else "local"
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", f"ritornel.site.settings.{kind}")
    import django
    from django.conf import settings

    django.setup(set_prefix=False)
    return settings


def manage(command: str, **options: Any) -> None:
    """Run one of Django's commands."""
    from django.core.management import call_command

    call_command(command, **options)
