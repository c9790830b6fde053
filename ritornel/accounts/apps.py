"""The accounts as a Django application."""

from importlib import import_module

from django.apps import AppConfig


class AccountsConfig(AppConfig):
    """Accounts, whose log listens to who signs in."""

    name = "ritornel.accounts"

    def ready(self) -> None:
        """Let the log listen."""
        import_module("ritornel.accounts.audit")
