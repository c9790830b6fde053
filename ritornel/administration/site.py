"""The administrator's page: Django's admin, whose first page says how it goes."""

import shutil
from collections import Counter
from typing import Any

from django.conf import settings
from django.contrib.admin import AdminSite
from django.contrib.auth.decorators import login_required
from django.core.exceptions import PermissionDenied
from django.db.models import Count, Sum
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.template.defaultfilters import filesizeformat
from django.utils.decorators import method_decorator

from ritornel.jobs.models import Job
from ritornel.library.models import Asset
from ritornel.shows.models import Show


class Site(AdminSite):
    """Signed in through the one page for that, so that its limits and second factors hold here too."""

    site_header = "Ritornel, administered"
    site_title = "Ritornel"
    index_title = "How it goes"
    index_template = "administration/index.html"
    enable_nav_sidebar = False

    @method_decorator(login_required)
    def login(self, request: HttpRequest, extra_context: dict[str, Any] | None = None) -> HttpResponse:
        """Ask whoever is not signed in to do so where everybody does; others go on, or are told that it is not theirs.

        Django's own form is never shown: it would ask for no second factor.
        """
        if not self.has_permission(request):
            raise PermissionDenied("only administrators look after this installation")
        return redirect("admin:index")

    def index(self, request: HttpRequest, extra_context: dict[str, Any] | None = None) -> HttpResponse:
        """Say how it goes, above what can be looked after."""
        return super().index(request, {**(extra_context or {}), "going": how_it_goes()})


def how_it_goes() -> list[tuple[str, str]]:
    """Return what an administrator looks at first, as pairs of words."""
    jobs: Counter[str] = Counter()
    jobs.update(dict(Job.objects.order_by().values_list("state").annotate(Count("pk"))))
    media = Asset.objects.aggregate(sum=Sum("size"))["sum"] or 0
    disk = shutil.disk_usage(settings.VAR)
    return [
        ("Shows", f"{Show.objects.count()}"),
        ("Media", filesizeformat(media)),
        ("Left on the disk", f"{filesizeformat(disk.free)} of {filesizeformat(disk.total)}"),
        (
            "Jobs",
            f"{jobs[Job.WAITING]} wait, {jobs[Job.WORKING]} are done, {jobs[Job.FAILED]} failed",
        ),
    ]
