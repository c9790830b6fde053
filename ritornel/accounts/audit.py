"""The audit log: who signed in, shared, published, withdrew or deleted, for a year."""

from datetime import timedelta
from typing import Any

from django.contrib.auth.signals import user_logged_in, user_login_failed
from django.dispatch import receiver
from django.http import HttpRequest
from django.utils import timezone

from ritornel.accounts.limits import client_address
from ritornel.accounts.models import Happening

KEPT = timedelta(days=365)


def write_down(request: HttpRequest | None, what: Happening.What, about: str = "", who: str | None = None) -> None:
    """Add a line to the log, and drop those that are older than a year."""
    name = who if who is not None else request.user.get_username() if request is not None else ""
    Happening.objects.create(
        who=name[:150],
        what=what,
        about=about[:300],
        address=(client_address(request) or None) if request is not None else None,
    )
    Happening.objects.filter(at__lt=timezone.now() - KEPT).delete()


@receiver(user_logged_in)
def _signed_in(sender: Any, request: HttpRequest | None, user: Any, **more: Any) -> None:
    write_down(request, Happening.What.SIGNED_IN, who=user.get_username())


@receiver(user_login_failed)
def _failed(sender: Any, credentials: dict, request: HttpRequest | None = None, **more: Any) -> None:
    tried = str(credentials.get("username") or credentials.get("email") or "")
    write_down(request, Happening.What.FAILED, who=tried)
