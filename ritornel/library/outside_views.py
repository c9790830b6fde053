"""The outside, as the library's page asks for it: the collection searched, files fetched, stopped, looked after."""

from collections.abc import Iterator
from contextlib import ExitStack, suppress
from typing import Annotated
from uuid import UUID

import msgspec
from django.http import Http404, HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_http_methods, require_POST, require_safe
from msgspec import Meta

from ritornel.library import fetching
from ritornel.library.collection import MOST_HEARD, heard, item_of, preview, search
from ritornel.library.collection import described as item_described
from ritornel.library.describing import described
from ritornel.library.models import Fetch
from ritornel.library.outside import Outside, blocks
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most

PATIENCE_S = 1.0
"""A request waits this long for a file to come before it says that this goes on."""


@signed_in
@require_safe
@answering
def search_outside(request: HttpRequest) -> HttpResponse:
    """Search the collection outside: ?words=, ?kind=, ?page= from 1."""
    page = request.GET.get("page", "1")
    found = search(
        request.GET.get("words", "").strip(), request.GET.get("kind", ""), int(page) if page.isdecimal() else 1
    )
    return answer({"found": found.found, "items": [item_described(item) for item in found.items]})


@signed_in
@require_safe
def item_preview(request: HttpRequest, item: str) -> HttpResponse:
    """Pass on the small picture of a thing in the collection."""
    try:
        content, mime = preview(item)
    except Outside as error:
        raise Http404 from error
    headers = {"X-Content-Type-Options": "nosniff", "Cache-Control": "private, max-age=3600"}
    return HttpResponse(content, content_type=mime, headers=headers)


@signed_in
@require_safe
@at_most("hearings", methods=("GET",))
def item_heard(request: HttpRequest, item: str) -> HttpResponse | StreamingHttpResponse:
    """Pass on a sound of the collection as it comes, so that it is heard before it is taken."""
    held = ExitStack()
    try:
        coming = held.enter_context(heard(item))
    except Outside as error:
        held.close()
        raise Http404 from error

    def passed_on() -> Iterator[bytes]:
        with held, suppress(Outside):  # what stops in between is over: what was heard was heard
            yield from blocks(coming, MOST_HEARD)

    headers = {"X-Content-Type-Options": "nosniff", "Cache-Control": "private, max-age=600"}
    return StreamingHttpResponse(passed_on(), content_type=coming.mime, headers=headers)


class _Wanted(msgspec.Struct, forbid_unknown_fields=True):
    """What is to be fetched: a thing of the collection by its id, or any address."""

    item: Annotated[str, Meta(max_length=80)] = ""
    address: Annotated[str, Meta(max_length=2000)] = ""


@signed_in
@require_POST
@answering
@at_most("fetches")
def begin_fetch(request: HttpRequest) -> HttpResponse:
    """Begin to fetch a file; its author and licence are asked of the collection, not of the page."""
    wanted = asked(request, _Wanted)
    if wanted.item:
        item = item_of(wanted.item)
        wanted_file = fetching.noted(request.user, item.file, item.title, item.author, item.licence)
    elif wanted.address.strip():
        wanted_file = fetching.noted(request.user, wanted.address)
    else:
        return refused("give the address of a file")
    return _told(fetching.look(wanted_file, PATIENCE_S))


@signed_in
@require_http_methods(["GET", "HEAD", "DELETE"])
@answering
def fetch(request: HttpRequest, fetch_id: UUID) -> HttpResponse:
    """Tell how far a fetch is, and see to it that it goes on; or stop it."""
    coming = get_object_or_404(Fetch, pk=fetch_id, owner=request.user)
    if request.method == "DELETE":
        fetching.stop(coming)
        return answer({"stopped": str(fetch_id)})
    return _told(fetching.look(coming, PATIENCE_S))


def _told(coming: Fetch) -> HttpResponse:
    if coming.refused:
        return refused(coming.refused)
    if coming.asset is not None:
        return answer({"asset": described(coming.asset)})
    return answer({"fetch": str(coming.pk), "name": str(coming), "arrived": coming.arrived, "size": coming.size})
