"""The library's page: what the account has, whose it is and where it is used; replaced, deleted, credited."""

from pathlib import PurePath
from typing import Annotated, Any

import msgspec
from django.contrib.auth.decorators import login_required
from django.core.paginator import Paginator
from django.db.models import Count, Q, QuerySet
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, render
from django.views.decorators.http import require_http_methods, require_POST, require_safe
from msgspec import Meta

from ritornel.formats.file_kinds import FILE_KINDS
from ritornel.library.describing import described
from ritornel.library.models import Asset, Fetch, Upload, clean_name
from ritornel.library.outside import collection
from ritornel.shelves.using import Used, credits_in, replace_everywhere, used_by
from ritornel.site.answering import answer, answering, asked, refused, signed_in

TO_A_PAGE = 60
LONGEST_SEARCH = 200
KINDS = {"picture": "Pictures", "clip": "Clips", "sound": "Sounds", "document": "Documents"}
LICENCES = ("CC0 1.0", "CC BY 4.0", "CC BY-SA 4.0", "CC BY-NC 4.0", "own work")


@login_required
@require_safe
def library(request: HttpRequest) -> HttpResponse:
    """The account's assets, the newest first, sixty to a page.

    ?kind=sound shows those of a kind, ?words=lamp those whose name, author or licence say so, ?used=SHOW those of a
    show, ?used=nowhere those that no show uses.
    """
    words = request.GET.get("words", "").strip()[:LONGEST_SEARCH]
    kind = request.GET.get("kind", "") if request.GET.get("kind") in KINDS else ""
    used = request.GET.get("used", "")
    uses = used_by(request.user)
    mine = Asset.objects.filter(owner=request.user)
    there = _used_in(_said(mine, words), used, uses)
    counts = dict(there.order_by().values_list("kind").annotate(Count("pk")))
    chosen = there.filter(kind=kind) if kind else there
    page = Paginator(chosen, TO_A_PAGE).get_page(request.GET.get("page"))
    context = {
        "page": page,
        "items": [{"asset": a, "told": described(a), "used": uses.get(a.sha256, [])} for a in page.object_list],
        "kinds": [(name, label, counts.get(name, 0)) for name, label in KINDS.items()],
        "kind": kind,
        "words": words,
        "used": used,
        "all": sum(counts.values()),
        "shows": _shows(uses),
        "licences": LICENCES,
        "collection": collection(),
        "files": FILE_KINDS,
        "credits": credits_in(request.user, used),
        "unfinished": Upload.objects.filter(owner=request.user, asset=None, refused="").order_by("begun_at"),
        "coming": Fetch.objects.filter(owner=request.user, asset=None, refused=""),
    }
    return render(request, "shelves/library.html", context)


def _said(assets: QuerySet[Asset], words: str) -> QuerySet[Asset]:
    for word in words.split():
        assets = assets.filter(Q(name__icontains=word) | Q(credit__icontains=word) | Q(licence__icontains=word))
    return assets


def _used_in(assets: QuerySet[Asset], used: str, uses: dict[str, list[Used]]) -> QuerySet[Asset]:
    if not used:
        return assets
    there = uses.keys() & set(assets.values_list("sha256", flat=True))  # shows may name what is not there
    if used == "nowhere":
        return assets.exclude(sha256__in=there)
    return assets.filter(sha256__in=[a for a in there if any(str(one.show.pk) == used for one in uses[a])])


def _shows(uses: dict[str, list[Used]]) -> list[tuple[str, str]]:
    rows = {str(one.show.pk): one.show.title for by in uses.values() for one in by}
    return sorted(rows.items(), key=lambda row: row[1].casefold())


_Line = Annotated[str, Meta(max_length=300)]


class _Values(msgspec.Struct, forbid_unknown_fields=True):
    """What can be said of an asset; what is left out stays."""

    name: _Line | None = None
    credit: _Line | None = None
    licence: _Line | None = None


@signed_in
@require_http_methods(["POST", "DELETE"])
@answering
def asset(request: HttpRequest, sha256: str) -> HttpResponse:
    """Say whose an asset is and what it is called, or delete it.

    One that is used is deleted only if asked ``?used=1``: else 409 tells where.
    """
    row = get_object_or_404(Asset, owner=request.user, sha256=sha256)
    if request.method == "DELETE":
        used = used_by(request.user).get(sha256, [])
        if used and request.GET.get("used") != "1":
            return answer({"error": f"“{row.name}” is used: {_where(used)}", "used": [u.words for u in used]}, 409)
        row.delete()
        return answer({"deleted": sha256})
    values = asked(request, _Values)
    said: dict[str, Any] = {n: v for n, v in msgspec.structs.asdict(values).items() if v is not None}
    said = {name: "".join(c for c in value if c.isprintable()).strip() for name, value in said.items()}
    if "name" in said:
        if not said["name"]:
            return refused("a name is wanted")
        said["name"] = _with_its_ending(clean_name(said["name"]), row.name)
    Asset.objects.filter(pk=row.pk).update(**said)
    row.refresh_from_db()
    return answer({"asset": described(row)})


def _with_its_ending(name: str, before: str) -> str:
    """Return another name for a file, with the ending that says what it is."""
    ending = PurePath(before).suffix
    return name if PurePath(name).suffix.lower() == ending.lower() else clean_name(f"{name}{ending}")


class _Other(msgspec.Struct, forbid_unknown_fields=True):
    """What takes an asset's place."""

    asset: Annotated[str, Meta(max_length=64)]


@signed_in
@require_POST
@answering
def replaced(request: HttpRequest, sha256: str) -> HttpResponse:
    """Put another asset in one's place in every show; answer where it stood. Each show can take it back by itself."""
    other = asked(request, _Other).asset
    if not Asset.objects.filter(owner=request.user, sha256=other).exists():
        return refused("what is to take its place is not in the library; take it in first")
    changed = replace_everywhere(request.user, sha256, other)
    if not changed:
        return refused("no show uses this, so there is nothing to replace")
    return answer({"shows": len(changed), "where": _where(changed)})


def _where(used: list[Used]) -> str:
    return "; ".join(f"“{one.show.title}” {one.places}" for one in used)
