"""A show out of the house as open files: its document, and that with its media."""

from uuid import UUID

from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.views.decorators.http import require_GET

from ritornel.core.model.writing import write_show
from ritornel.formats.show_document import zip_blocks
from ritornel.library.models import Asset
from ritornel.library.serving import streamed
from ritornel.shows.access import own_show_loaded
from ritornel.shows.models import Show


@login_required
@require_GET
def export_document(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The show as a JSON document."""
    row, show = own_show_loaded(request, show_id)
    response = HttpResponse(write_show(show), content_type="application/json")
    response["Content-Disposition"] = _attachment(row, ".ritornel.json")
    return response


@login_required
@require_GET
def export_zip(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """The show with its media, as a zip."""
    row, show = own_show_loaded(request, show_id)
    files = {a.sha256: a.path for a in Asset.objects.filter(owner=request.user, sha256__in=[a.id for a in show.assets])}
    headers = {"Content-Disposition": _attachment(row, ".zip")}
    return streamed(request, zip_blocks(show, files), "application/zip", headers)


def _file_name(row: Show) -> str:
    return "".join(c if c.isalnum() else "-" for c in row.title.lower()).strip("-")[:60] or "show"


def _attachment(row: Show, ending: str) -> str:
    return f'attachment; filename="{_file_name(row).encode("ascii", "ignore").decode() or "show"}{ending}"'
