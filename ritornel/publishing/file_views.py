"""Editions as files that need no server."""

from collections.abc import Iterator
from uuid import UUID

from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponseBase
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_safe

from ritornel.core.model.running import running
from ritornel.jobs.running import Refused
from ritornel.library.describing import drawn_from
from ritornel.library.serving import attachment, streamed
from ritornel.publishing.editions import NotReady, edition_of
from ritornel.publishing.models import Edition
from ritornel.publishing.one_file import MOST_BYTES, file_blocks, folder_blocks, media_bytes
from ritornel.shows import in_rows
from ritornel.shows.access import Act, check_may, show_for
from ritornel.site.rates import at_most


@login_required
@require_safe
@at_most("films", ("GET",))
def of_show(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """The show as it is now, as a file; ``?as=kiosk`` for a screen in a hall."""
    row = show_for(request, show_id, Act.EDIT)
    kiosk = request.GET.get("as") == "kiosk"
    try:
        drawn_from(row.owner_id, running(in_rows.load(row)))  # tiles of what is seen from near: they are in the file
        return _answered(request, edition_of(row, loops=kiosk), kiosk)
    except (NotReady, Refused) as error:
        messages.error(request, f"Not made: {error}.")
        return redirect("publishing:editions", row.pk)


@login_required
@require_safe
@at_most("films", ("GET",))
def of_edition(request: HttpRequest, edition_id: int) -> HttpResponseBase:
    """An edition as a file."""
    edition = get_object_or_404(Edition.objects.select_related("show"), pk=edition_id)
    check_may(request, edition.show, edition.owner_id, Act.EDIT)
    return _answered(request, edition, request.GET.get("as") == "kiosk")


def _answered(request: HttpRequest, edition: Edition, kiosk: bool) -> HttpResponseBase:
    is_one = media_bytes(edition) <= MOST_BYTES
    ending, mime = ("html", "text/html") if is_one else ("zip", "application/zip")
    blocks: Iterator[bytes] = file_blocks(edition, kiosk) if is_one else folder_blocks(edition, kiosk)
    headers = {
        "Content-Disposition": attachment(edition.title, f".{ending}"),
        "X-Content-Type-Options": "nosniff",
    }
    return streamed(request, blocks, mime, headers)
