"""How it goes, for whoever supervises: one address, without names and numbers."""

from datetime import timedelta

from django.db import DatabaseError
from django.http import HttpRequest, JsonResponse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from ritornel.jobs.models import Job

WAITS_AT_MOST = timedelta(minutes=10)
"""A job that waits for longer waits for a worker that is not there, or does not get on."""


@never_cache
@require_safe
def health(request: HttpRequest) -> JsonResponse:
    """Answer 200 where all goes well, else 503: ``database``, and whether ``jobs`` are done."""
    try:
        waits = Job.objects.filter(state=Job.WAITING, made_at__lt=timezone.now() - WAITS_AT_MOST).exists()
        told = {"database": "ok", "jobs": "wait for a worker" if waits else "ok"}
    except DatabaseError:
        told = {"database": "cannot be read", "jobs": "unknown"}
    return JsonResponse(told, status=200 if set(told.values()) == {"ok"} else 503)
