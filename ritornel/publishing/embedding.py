"""What other sites are told of an edition: oEmbed 1.0 (oembed.com), which turns a link into what it leads to."""

import re
from typing import Any
from urllib.parse import urlsplit

from django.http import HttpRequest, JsonResponse
from django.urls import reverse
from django.utils.html import format_html
from django.views.decorators.http import require_safe

from ritornel.publishing.first_pictures import PIXELS, first_path
from ritornel.publishing.models import Edition, StandingAddress
from ritornel.publishing.standing import edition_at

WIDTH = 960
_LEAST, _MOST = 120, 3840
_ADDRESS = re.compile(r"^/(e|s)/([A-Za-z0-9_-]{1,40})/?$")


@require_safe
def oembed(request: HttpRequest) -> JsonResponse:
    """Answer ?url= of an edition or a standing address with how it is embedded; ?maxwidth=, ?maxheight= bound it."""
    if request.GET.get("format", "json") != "json":
        return _told({"error": "only JSON is given"}, 501)
    found = _asked_for(request)
    edition = None if found is None else _edition(*found.groups())
    if found is None or edition is None:
        return _told({"error": "nothing is shown there"}, 404)
    width, height = _fitted(edition, request.GET.get("maxwidth"), request.GET.get("maxheight"))
    frame = "publishing:frame" if found[1] == "e" else "publishing:standing-frame"
    answer: dict[str, Any] = {
        "version": "1.0",
        "type": "video",
        "title": edition.title,
        "provider_name": "Ritornel",
        "width": width,
        "height": height,
        "html": format_html(
            '<iframe src="{}" width="{}" height="{}" title="{}" style="border:0;display:block" '
            'allow="autoplay; fullscreen"></iframe>',
            request.build_absolute_uri(reverse(frame, args=[found[2]])),
            width,
            height,
            edition.title,
        ),
    }
    if first_path(edition.token).is_file():
        answer |= {
            "thumbnail_url": request.build_absolute_uri(reverse("publishing:first", args=[edition.token])),
            "thumbnail_width": PIXELS,
            "thumbnail_height": round(PIXELS * edition.height / edition.width),
        }
    return _told(answer)


def _asked_for(request: HttpRequest) -> re.Match[str] | None:
    try:
        asked = urlsplit(request.GET.get("url", ""))
    except ValueError:  # no address at all
        return None
    return _ADDRESS.match(asked.path) if asked.netloc == request.get_host() else None


def _edition(kind: str, token: str) -> Edition | None:
    if kind == "e":
        return (
            Edition.objects.filter(token=token, withdrawn_at=None, for_invited=False)
            .defer("document", "assets")
            .first()
        )
    try:
        return edition_at(token)
    except StandingAddress.DoesNotExist:
        return None


def _fitted(edition: Edition, most_wide: str | None, most_high: str | None) -> tuple[int, int]:
    """Return width and height in pixels, as large as usual, in the edition's proportions and within both bounds."""
    wide, high = (_bound(text) for text in (most_wide, most_high))
    width = min(WIDTH, wide, high * edition.width / edition.height)
    return max(1, int(width)), max(1, round(int(width) * edition.height / edition.width))


def _bound(text: str | None) -> int:
    return min(_MOST, max(_LEAST, int(text))) if text is not None and text.isascii() and text.isdigit() else _MOST


def _told(answer: dict[str, Any], status: int = 200) -> JsonResponse:
    response = JsonResponse(answer, status=status)
    response["Access-Control-Allow-Origin"] = "*"
    return response
