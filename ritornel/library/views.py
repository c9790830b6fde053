"""The library's addresses: uploads in pieces, media with ranges, what was computed from them."""

import json
from pathlib import Path
from uuid import UUID

from django.conf import settings
from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponseBase, JsonResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from ritornel.formats.media import CLAIMS, BadMedia
from ritornel.library.describing import described
from ritornel.library.models import Asset, Upload, derived_path
from ritornel.library.serving import file_response
from ritornel.library.taking_in import check_size, finish

DERIVED = {"peaks": ("peaks", "application/octet-stream"), "strip": ("strip.jpg", "image/jpeg")}
DERIVED["poster"] = ("poster.jpg", "image/jpeg")


@login_required
@require_GET
def assets(request: HttpRequest) -> JsonResponse:
    """List the owner's assets, newest first."""
    return JsonResponse({"assets": [described(a) for a in Asset.objects.filter(owner=request.user)]})


@login_required
@require_POST
def begin_upload(request: HttpRequest) -> JsonResponse:
    """Begin an upload from {name, size}; answer its id, the size of a piece, and which pieces are there."""
    asked = _json(request)
    name = Path(str(asked.get("name", ""))).name[:300]
    size = asked.get("size")
    if not name or not isinstance(size, int) or size <= 0:
        return _refused("this file is empty; choose another")
    try:
        check_size(size, name)
        if Path(name).suffix.lower() not in CLAIMS:
            raise BadMedia(
                f"“{name}”: files of this kind cannot be used; choose a picture (png, jpg, webp, gif), "
                "a clip (webm, mp4, mov, ogv) or a sound (wav, mp3, ogg, opus, flac, m4a)"
            )
    except BadMedia as error:
        return _refused(str(error))
    upload = Upload.objects.create(owner=request.user, name=name, size=size, piece_bytes=settings.UPLOAD_PIECE_BYTES)
    return JsonResponse(_state(upload))


@login_required
@require_http_methods(["GET", "PUT"])
def upload_piece(request: HttpRequest, upload_id: UUID, number: int) -> JsonResponse:
    """Keep a piece. When the last has come, the file is decoded and answered as an asset."""
    upload = get_object_or_404(Upload, pk=upload_id, owner=request.user)
    if request.method == "GET":
        return JsonResponse(_state(upload))
    wanted = min(upload.piece_bytes, upload.size - number * upload.piece_bytes)
    if number >= upload.pieces or len(request.body) != wanted:
        return _refused(f"piece {number} is not the size it should be; send it again")
    upload.folder.mkdir(parents=True, exist_ok=True)
    arriving = upload.folder / f"arriving-{number}"
    arriving.write_bytes(request.body)
    arriving.replace(upload.piece_path(number))
    if len(upload.arrived()) < upload.pieces:
        return JsonResponse(_state(upload))
    try:
        return JsonResponse({"asset": described(finish(upload))})
    except BadMedia as error:
        return _refused(str(error))


@login_required
@require_GET
def media(request: HttpRequest, sha256: str, what: str = "") -> HttpResponseBase:
    """Serve an asset's file, or its peaks, strip or poster, to its owner."""
    asset = get_object_or_404(Asset, owner=request.user, sha256=sha256)
    if not what:
        return file_response(request, asset.path, asset.mime)
    if what not in DERIVED:
        raise Http404
    ending, mime = DERIVED[what]
    return file_response(request, derived_path(sha256, ending), mime)


def _state(upload: Upload) -> dict[str, object]:
    return {
        "upload": str(upload.pk),
        "piece_bytes": upload.piece_bytes,
        "pieces": upload.pieces,
        "arrived": upload.arrived(),
    }


def _refused(message: str) -> JsonResponse:
    return JsonResponse({"error": message}, status=400)


def _json(request: HttpRequest) -> dict:
    try:
        values = json.loads(request.body)
    except ValueError:
        return {}
    return values if isinstance(values, dict) else {}
