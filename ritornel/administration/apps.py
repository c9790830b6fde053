"""The administrator's page as Django applications: this room, and Django's admin with a site of ours."""

from importlib import import_module

from django.apps import AppConfig
from django.contrib.admin.apps import SimpleAdminConfig


class AdministrationConfig(AppConfig):
    """This room: what is looked after, and its templates."""

    name = "ritornel.administration"
    default = True


class OursConfig(SimpleAdminConfig):
    """Django's admin, with what runs here on its first page."""

    default = False
    default_site = "ritornel.administration.site.Site"

    def ready(self) -> None:
        """Know what is looked after here; what other applications would show is not."""
        super().ready()
        import_module("ritornel.administration.admin")
