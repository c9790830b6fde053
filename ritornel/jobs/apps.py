"""Jobs as a Django application."""

from django.apps import AppConfig


class JobsConfig(AppConfig):
    """Work that outlasts a request."""

    name = "ritornel.jobs"
    default_auto_field = "django.db.models.BigAutoField"
