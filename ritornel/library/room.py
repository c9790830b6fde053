"""How much room there is: what an account has taken of its share, and what is left on the disk."""

import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path

from django.apps import apps
from django.conf import settings
from django.db.models import Sum
from django.utils import timezone

from ritornel.accounts.models import profile_of
from ritornel.formats.media_kinds import BadMedia, NoRoom, is_full
from ritornel.library.models import Asset, Upload

COMING_FOR = timedelta(minutes=10)
"""An upload counts whole for as long after its last piece; then only what of it has arrived."""

RESERVE_BYTES = 64 * 1024 * 1024
"""So much of a disk is left for the database, which must go on."""

_COUNTED = (
    ("shows", "Show", "owner", "kept_bytes"),
    ("shows", "Moment", "show__owner", "size"),
    ("takes", "Take", "show__owner", "size"),
    ("publishing", "Edition", "owner", "size"),
    ("films", "Film", "owner", "size"),
)
"""What counts beside files: documents with their history, named moments, takes, editions, films."""


def taken_by(owner) -> int:
    """Return how many bytes of its share an account has taken, what is on its way in counted."""
    kept = Asset.objects.filter(owner=owner).aggregate(sum=Sum("size"))["sum"] or 0
    for app, model, whose, field in _COUNTED:
        counted = apps.get_model(app, model).objects.filter(**{whose: owner})
        kept += counted.order_by().aggregate(sum=Sum(field))["sum"] or 0
    return kept + sum(_coming(upload) for upload in Upload.objects.filter(owner=owner, asset=None, refused=""))


def room_of(owner) -> int:
    """Return how many bytes an account may have: its own quota, or everybody's."""
    own = profile_of(owner).room_bytes
    return settings.ACCOUNT_MAX_BYTES if own is None else own


def left_to(owner) -> int:
    """Return how many bytes an account may still take."""
    return max(0, room_of(owner) - taken_by(owner))


def check_room(owner, size: int, name: str) -> None:
    """Raise ``BadMedia`` if the account has no room for so many bytes more, ``NoRoom`` if the disk has none."""
    taken, most = taken_by(owner), room_of(owner)
    if taken + size > most:
        raise BadMedia(
            f"“{name}” finds no room: {taken / 1e6:.0f} of {most / 1e6:.0f} MB of this account are taken; delete what "
            "is not needed any more, or ask whoever runs this Ritornel for more"
        )
    check_disk(size)


def check_disk(size: int) -> None:
    """Raise ``NoRoom`` if the disk has no room for so many bytes more, and what must be left."""
    root = Path(settings.MEDIA_ROOT)
    root.mkdir(parents=True, exist_ok=True)
    if shutil.disk_usage(root).free < size + RESERVE_BYTES:
        raise NoRoom


@contextmanager
def or_no_room() -> Iterator[None]:
    """Raise ``NoRoom`` where the system says that a disk, or a share of it, is full."""
    try:
        yield
    except OSError as error:
        if is_full(error):
            raise NoRoom from error
        raise


def _coming(upload: Upload) -> int:
    if upload.growing or timezone.now() - upload.touched_at < COMING_FOR:
        return upload.size
    return upload.whole.stat().st_blocks * 512 if upload.whole.is_file() else 0
