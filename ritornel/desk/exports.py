"""A show out of the house as open files, in every format that is written (``formats.shows``)."""

from uuid import UUID

from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponseBase
from django.views.decorators.http import require_safe

from ritornel.formats.shows import FORMATS
from ritornel.library.models import Asset
from ritornel.library.serving import streamed
from ritornel.shows.access import own_show_loaded
from ritornel.shows.models import Show


@login_required
@require_safe
def export(request: HttpRequest, show_id: UUID, name: str) -> HttpResponseBase:
    """The show in an open format."""
    format_ = FORMATS.get(name)
    if format_ is None or format_.writes is None:
        raise Http404
    row, show = own_show_loaded(request, show_id)
    files = {a.sha256: a.path for a in Asset.objects.filter(owner=request.user, sha256__in=[a.id for a in show.assets])}
    headers = {"Content-Disposition": _attachment(row, format_.endings[0])}
    return streamed(request, iter(format_.writes(show, files)), format_.mime, headers)


def _file_name(row: Show) -> str:
    return "".join(c if c.isalnum() else "-" for c in row.title.lower()).strip("-")[:60] or "show"


def _attachment(row: Show, ending: str) -> str:
    return f'attachment; filename="{_file_name(row).encode("ascii", "ignore").decode() or "show"}{ending}"'
