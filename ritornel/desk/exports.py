"""A show out of the house as open files, in every format that is written (``formats.shows``)."""

from uuid import UUID

from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponseBase
from django.views.decorators.http import require_safe

from ritornel.formats.shows import FORMATS
from ritornel.library.describing import files_of
from ritornel.library.serving import attachment, streamed
from ritornel.shows.access import Act, loaded_for


@login_required
@require_safe
def export(request: HttpRequest, show_id: UUID, name: str) -> HttpResponseBase:
    """The show in an open format."""
    format_ = FORMATS.get(name)
    if format_ is None or format_.writes is None:
        raise Http404
    row, show = loaded_for(request, show_id, Act.EDIT)
    files = files_of(row.owner_id, show)
    headers = {"Content-Disposition": attachment(row.title, format_.endings[0])}
    return streamed(request, iter(format_.writes(show, files)), format_.mime, headers)
