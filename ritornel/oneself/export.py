"""All that is somebody's own as one zip, made while it is sent."""

import zipfile
from collections.abc import Iterator
from typing import Any

import msgspec

from ritornel.accounts.addresses import confirmed_addresses
from ritornel.accounts.models import profile_of
from ritornel.comments.models import Comment
from ritornel.formats.show_document import Outlet, packed, zip_blocks
from ritornel.library.describing import files_of
from ritornel.library.models import Asset, clean_name
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from ritornel.takes.models import Take


def data_blocks(person: Any) -> Iterator[bytes]:
    """Yield a zip: ``account.json``; each show as the zip that takes it in again; takes; what they said; files that
    no show uses.
    """
    out, used = Outlet(), set()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as archive:
        archive.writestr("account.json", msgspec.json.format(msgspec.json.encode(_facts(person))))
        for row in Show.objects.filter(owner=person).order_by("made_at"):
            show = in_rows.load(row)
            files = files_of(person.pk, show)
            used |= set(files)
            name = clean_name(f"{row.title[:80]} {row.pk.hex[:8]}")
            with archive.open(f"shows/{name}.zip", "w", force_zip64=True) as nested:
                for block in zip_blocks(show, files):
                    nested.write(block)
                    yield out.taken()
            for take in Take.objects.filter(show=row):
                document = msgspec.json.format(msgspec.json.encode(_of_take(take)))
                archive.writestr(f"takes/{name}/{take.begun_at:%Y-%m-%d %H.%M.%S} {take.pk}.json", document)
        archive.writestr("comments.json", msgspec.json.format(msgspec.json.encode(_said(person))))
        for asset in Asset.objects.filter(owner=person).exclude(sha256__in=used):
            if asset.path.is_file():
                yield from packed(archive, out, f"media/{asset.sha256[:12]} {clean_name(asset.name)}", asset.path)
        yield out.taken()
    yield out.taken()


def _facts(person: Any) -> dict[str, Any]:
    profile = profile_of(person)
    return {
        "name": person.get_username(),
        "addresses": sorted(confirmed_addresses(person)),
        "since": person.date_joined,
        "dates": profile.dates,
        "wants_notices": profile.wants_notices,
        "parts": [
            {"show": member.show.title, "whose": member.show.owner.get_username(), "role": member.role}
            for member in person.parts.select_related("show__owner")
        ],
    }


def _said(person: Any) -> list[dict[str, Any]]:
    said = Comment.objects.filter(by=person, deleted_at=None).select_related("show")
    return [{"show": one.show.title, "made_at": one.made_at, "words": one.words, "at": one.anchor} for one in said]


def _of_take(take: Take) -> dict[str, Any]:
    return {"name": str(take), "note": take.note, "begun_at": take.begun_at, "take": take.document, "ink": take.ink}
