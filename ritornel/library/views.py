"""The library's addresses: uploads in pieces, media with ranges, what was computed from them."""

import shutil
from typing import Annotated
from uuid import UUID

import msgspec
from django.conf import settings
from django.db.models import Q, QuerySet
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404
from django.utils.module_loading import import_string
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ritornel.formats.media_kinds import STAGE, BadMedia, claim_of
from ritornel.formats.pdf import PLANE
from ritornel.jobs.running import begun, stop, waited
from ritornel.library.describing import described
from ritornel.library.models import Asset, Upload, clean_name
from ritornel.library.pages import page_of
from ritornel.library.room import check_disk, check_room, or_no_room
from ritornel.library.serving import derived_of, file_response
from ritornel.library.taking_in import NO_ROOM, check_size
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most

MOST_PIECES = 50_000
PATIENCE_S = 2.0
"""A request waits this long for a file to be looked through before it says that this goes on."""


@signed_in
@require_safe
def assets(request: HttpRequest) -> HttpResponse:
    """List the owner's assets, newest first."""
    return answer({"assets": [described(a) for a in Asset.objects.filter(owner=request.user)]})


class Beginning(msgspec.Struct):
    """What is to be uploaded; of one that is ``growing`` nobody knows the size yet."""

    name: Annotated[str, msgspec.Meta(min_length=1, max_length=1000)]
    size: int = 0
    growing: bool = False


@signed_in
@require_POST
@answering
@at_most("uploads")
def begin_upload(request: HttpRequest) -> HttpResponse:
    """Begin an upload from {name, size}; answer its id, the size of a piece, and which pieces are there.

    From {name, growing: true} begins one whose size is not known: its pieces may be shorter, and ``closed`` ends it.
    """
    beginning = asked(request, Beginning)
    name = clean_name(beginning.name)
    if beginning.growing:
        beginning.size = 0
    elif beginning.size <= 0:
        return refused(f"“{name}” is empty; choose another file")
    claim_of(name)
    check_size(beginning.size, name)
    check_room(request.user, beginning.size, name)
    size, piece = beginning.size, settings.UPLOAD_PIECE_BYTES
    upload = Upload.objects.create(
        owner=request.user, name=name, size=size, piece_bytes=piece, growing=beginning.growing
    )
    return answer(_state(upload))


def _sent_by(request: HttpRequest) -> QuerySet[Upload]:
    """Return the uploads that who asks may send: their own, and what they record for a show of another."""
    return Upload.objects.filter(Q(owner=request.user) | Q(by=request.user))


class Closing(msgspec.Struct):
    """How many pieces a growing upload has in all."""

    pieces: Annotated[int, msgspec.Meta(ge=1, le=MOST_PIECES)]


@signed_in
@require_POST
@answering
def close_upload(request: HttpRequest, upload_id: UUID) -> HttpResponse:
    """Close a growing upload after so many pieces; answer as its last piece would, or which pieces are there."""
    upload = get_object_or_404(_sent_by(request), pk=upload_id, growing=True)
    pieces = asked(request, Closing).pieces
    if upload.closed_after not in (None, pieces):
        return refused(f"“{upload.name}” was closed after {upload.closed_after} pieces")
    missing = sorted(set(range(pieces)) - set(upload.arrived()))
    if missing and upload.closed_after is None:
        return refused(f"{len(missing)} pieces of “{upload.name}” have not arrived: send them again", 409)
    Upload.objects.filter(pk=upload.pk).update(closed_after=pieces)
    upload.closed_after = pieces
    return _looked_through(upload)


@signed_in
@require_http_methods(["DELETE"])
@answering
def upload(request: HttpRequest, upload_id: UUID) -> HttpResponse:
    """Forget an upload that is not wanted any more; what has arrived of it goes at once."""
    coming = get_object_or_404(_sent_by(request), pk=upload_id)
    stop("upload", coming.pk)
    shutil.rmtree(coming.folder, ignore_errors=True)
    coming.delete()
    return answer({"forgotten": str(upload_id)})


@signed_in
@require_http_methods(["GET", "HEAD", "PUT"])
@answering
def upload_piece(request: HttpRequest, upload_id: UUID, number: int) -> HttpResponse:
    """Keep a piece, or tell how far the upload is.

    Once all pieces are there, the answer has the ``asset``, or says ``looking`` while the file is being looked
    through, and how much is ``done`` of the ``whole`` where it is made anew; then GET asks again.
    A piece that comes again, or late, is answered as the first time.
    """
    upload = get_object_or_404(_sent_by(request), pk=upload_id)
    if request.method == "PUT" and upload.growing:
        complaint = _grown(upload, number, request.body)
        if complaint:
            return refused(complaint)
    elif request.method == "PUT":
        if number >= upload.pieces:
            return refused(f"there is no piece {number} of “{upload.name}”; choose the file again")
        wanted = min(upload.piece_bytes, upload.size - number * upload.piece_bytes)
        if len(request.body) != wanted:
            return refused(f"piece {number} is not the size it should be; send it again")
        if not upload.asset_id and not upload.refused:
            check_disk(len(request.body))
            with or_no_room():
                upload.keep_piece(number, request.body)
    return _looked_through(upload)


def _grown(upload: Upload, number: int, content: bytes) -> str:
    """Keep a piece of a growing upload; return what is wrong with it instead."""
    if number >= MOST_PIECES or not 0 < len(content) <= upload.piece_bytes:
        return f"a piece has 1 to {upload.piece_bytes} bytes, and there are {MOST_PIECES} at most"
    if upload.closed_after is not None:
        return "" if number < upload.closed_after else f"“{upload.name}” was closed after {upload.closed_after} pieces"
    check_size(upload.size + len(content), upload.name)
    check_room(upload.owner, len(content), upload.name)
    check_disk(len(content))
    with or_no_room():
        try:
            upload.keep_grown(number, content)
        except FileNotFoundError as error:
            raise Http404 from error  # it was forgotten while its piece came
    return ""


def _looked_through(upload: Upload) -> HttpResponse:
    """Answer how far an upload is; once all of it is there, what was found in it, or that it is being looked at."""
    if not upload.is_there:
        return answer(_state(upload))
    job = waited(begun(upload.owner, "upload", upload.pk), PATIENCE_S)
    upload.refresh_from_db()
    if upload.refused:
        raise BadMedia(upload.refused)
    if upload.asset is not None:
        return answer({"asset": described(upload.asset)})
    if job.state == job.FAILED:
        return refused(job.words, 507 if job.code == NO_ROOM else 500)
    return answer({**_state(upload), "looking": True, "done": job.done, "whole": job.whole})


@signed_in
@require_safe
def media(request: HttpRequest, sha256: str, what: str = "") -> HttpResponseBase:
    """Serve an asset's file, or what was computed from it, to its owner and to those who may see where it is used."""
    asset = Asset.objects.filter(owner=request.user, sha256=sha256).first()
    if asset is None:
        other = import_string(settings.OWNER_OF_MEDIA)(request.user, sha256)
        asset = get_object_or_404(Asset, owner_id=other, sha256=sha256)
    if what:
        return derived_of(request, asset, what)
    return file_response(request, asset.path, asset.mime, asset.size)


@signed_in
@require_POST
@answering
def page(request: HttpRequest, sha256: str, number: int) -> HttpResponse:
    """Take a page (from 1) of a document in as a picture; answer its ``asset``, and the ``words`` that stand on it.

    With ?for=plane it has as many pixels as a plane is looked at with.
    """
    document = get_object_or_404(Asset, owner=request.user, sha256=sha256, kind="document")
    if not 1 <= number <= document.pages:
        return refused(f"“{document.name}” has no page {number}", 404)
    found = page_of(document, number, PLANE if request.GET.get("for") == "plane" else STAGE)
    return answer({"asset": described(found.asset), "words": found.words})


def _state(upload: Upload) -> dict[str, object]:
    return {
        "upload": str(upload.pk),
        "piece_bytes": upload.piece_bytes,
        "pieces": upload.pieces,
        "arrived": upload.arrived(),
    }
