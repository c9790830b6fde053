"""Pictures of shows: their slides, and all of one side by side."""

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.views.decorators.http import require_safe

from ritornel.core.score import compile
from ritornel.shows import pictures
from ritornel.shows.access import Act, loaded_for
from ritornel.shows.pictures import assets_in
from ritornel.site.answering import signed_in
from ritornel.site.rates import at_most


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def show_strip(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The show's slides side by side as one picture, each as wide as it lasts. Its address has the revision in it."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    made = pictures.strip(show, compile(show), assets_in(row, show), row.owner_id)
    caching = "private, max-age=86400" if made.complete else "no-store"
    return HttpResponse(made.content, content_type="image/png", headers={"Cache-Control": caching})


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def slide_picture(request: HttpRequest, show_id: UUID, slide: str) -> HttpResponseBase:
    """A slide as a small picture, everything on it. Its address has in it what it looks like."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    found = next((s for s in show.slides if s.id == slide), None)
    if found is None:
        raise Http404
    drawn = pictures.slide_picture(found, show, assets_in(row, show), row.owner_id)
    return pictures.served(request, drawn, lasting=request.GET.get("look") == pictures.look_of(found, show))
