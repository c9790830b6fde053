"""How often one may try to sign in: limits that hold and lock nobody else out.

After ``AXES_FAILURE_LIMIT`` failures of a name at an address, that name is locked at that address. An address that
fails with many names, and a name that fails at many addresses, are locked too, much later; but a name is
never locked where it has signed in before: nobody is locked out by others who try to be them.
"""

from datetime import timedelta
from ipaddress import ip_address, ip_network

from axes.handlers.database import AxesDatabaseHandler
from axes.models import AccessAttempt, AccessLog
from django.conf import settings
from django.db.models import Sum
from django.http import HttpRequest
from django.utils import timezone


class Limits(AxesDatabaseHandler):
    """Axes' own limit, and the two wider ones."""

    def is_locked(self, request: HttpRequest, credentials: dict | None = None) -> bool:
        """Tell whether this name may not be tried from this address now."""
        if super().is_locked(request, credentials):
            return True
        name, address = name_tried(request, credentials), client_address(request)
        tried_too_often = (
            _failures(ip_address=address) >= settings.FAILURES_FOR_AN_ADDRESS
            or _failures(username=name) >= settings.FAILURES_FOR_A_NAME
        )
        locked = tried_too_often and not _known(name, address)
        if locked:
            request.axes_locked_out = True  # so the middleware says that it is
        return locked


def name_tried(request: HttpRequest, credentials: dict | None = None) -> str:
    """Return the name or the mail address with which somebody tries to sign in."""
    tried = credentials or {}
    return str(tried.get("username") or tried.get("email") or request.POST.get("login") or "")


def client_address(request: HttpRequest) -> str:
    """Return the address a request comes from: behind trusted proxies, the last one that is none of them."""
    address = request.META.get("REMOTE_ADDR") or ""
    forwarded = [a.strip() for a in request.headers.get("X-Forwarded-For", "").split(",") if a.strip()]
    while forwarded and _is_trusted(address):
        address = forwarded.pop()
    return address if _is_address(address) else request.META.get("REMOTE_ADDR") or ""


def _is_trusted(address: str) -> bool:
    return _is_address(address) and any(
        ip_address(address) in ip_network(proxy, strict=False) for proxy in settings.TRUSTED_PROXIES
    )


def _is_address(text: str) -> bool:
    try:
        ip_address(text)
    except ValueError:
        return False
    return True


def _failures(**whose: str) -> int:
    since = timezone.now() - timedelta(hours=settings.AXES_COOLOFF_TIME)
    attempts = AccessAttempt.objects.filter(attempt_time__gte=since, **whose)
    return attempts.aggregate(sum=Sum("failures_since_start"))["sum"] or 0


def _known(name: str, address: str) -> bool:
    return AccessLog.objects.filter(username=name, ip_address=address).exists()
