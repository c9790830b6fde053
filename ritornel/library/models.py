"""Assets and the uploads that become assets."""

import os
import shutil
import uuid
from functools import lru_cache
from pathlib import Path

import msgspec
from django.conf import settings
from django.db import models
from django.utils import timezone

from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model.asset import SoundFacts
from ritornel.library import shared


class Asset(models.Model):
    """A media file of one owner. The file is stored once under the hash of its content, whoever owns it."""

    KINDS = [("picture", "Picture"), ("clip", "Clip"), ("sound", "Sound"), ("document", "Document")]

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="assets")
    sha256 = models.CharField(max_length=64)
    kind = models.CharField(max_length=10, choices=KINDS)
    name = models.CharField(max_length=300)
    mime = models.CharField(max_length=80)
    size = models.PositiveBigIntegerField()
    length_ms = models.PositiveIntegerField(default=0)
    width = models.PositiveIntegerField(default=0)
    height = models.PositiveIntegerField(default=0)
    has_sound = models.BooleanField(default=False)
    pages = models.PositiveIntegerField(default=0)
    codec = models.CharField(max_length=80, blank=True)
    source = models.CharField("where it was fetched", max_length=2000, blank=True)
    licence = models.CharField(max_length=300, blank=True)
    credit = models.CharField(max_length=300, blank=True)
    tones = models.CharField("how light it is where", max_length=1000, blank=True)
    sound = models.TextField("what is heard in it", blank=True)
    added_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-added_at", "-pk"]
        constraints = [models.UniqueConstraint(fields=["owner", "sha256"], name="one_asset_per_owner_and_content")]

    def __str__(self) -> str:
        return self.name

    @property
    def path(self) -> Path:
        """Where the file lies."""
        return stored_path(self.sha256)

    @property
    def made_in(self) -> str:
        """Its codecs, or the kind of its file, as people write them."""
        return self.codec or self.mime.rpartition("/")[2].partition("+")[0].removeprefix("x-").upper()

    def to_core(self) -> CoreAsset:
        """Return what the engine must know."""
        return CoreAsset(
            id=self.sha256,
            kind=self.kind,
            name=self.name,
            mime=self.mime,
            length_ms=self.length_ms,
            width=self.width,
            height=self.height,
            has_sound=self.has_sound,
            licence=self.licence,
            credit=self.credit,
            tones=self.tones,
            sound=_facts(self.sound) if self.sound else None,
        )


@lru_cache(maxsize=4_000)
def _facts(told: str) -> SoundFacts:
    """Return what is heard in a sound, as it is kept; the same again for the same, as every edit asks for it."""
    return msgspec.json.decode(told, type=SoundFacts)


class Upload(models.Model):
    """A file on its way in, in numbered pieces that may come in any order, together and again.

    The row stays for a while after the file was taken in (``asset``) or refused (``refused``), so that whoever did
    not get the answer can ask again. Of one that is ``growing`` nobody knows yet how large it will be: its pieces are
    as long as they are, ``size`` is what has arrived of it, and ``closed_after`` so many pieces it is whole.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="uploads")
    by = models.ForeignKey(
        settings.AUTH_USER_MODEL,
        on_delete=models.SET_NULL,
        null=True,
        blank=True,
        related_name="+",
        verbose_name="who sends it, where that is not its owner",
    )
    name = models.CharField(max_length=300)
    size = models.PositiveBigIntegerField()
    piece_bytes = models.PositiveIntegerField()
    growing = models.BooleanField(default=False)
    closed_after = models.PositiveIntegerField(null=True, blank=True)
    begun_at = models.DateTimeField(auto_now_add=True)
    touched_at = models.DateTimeField(default=timezone.now)
    asset = models.ForeignKey(Asset, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    refused = models.TextField(blank=True)

    def __str__(self) -> str:
        return self.name

    @property
    def folder(self) -> Path:
        """Where the file lies until it is taken in."""
        return Path(settings.MEDIA_ROOT) / "uploads" / str(self.id)

    @property
    def whole(self) -> Path:
        """The file, as far as it has arrived; its ending is the name's."""
        return self.folder / f"whole{Path(self.name).suffix.lower()}"

    def piece(self, number: int) -> Path:
        """Where a piece lies of one that is growing; of others, what tells that it has arrived."""
        return self.folder / f"piece-{number:06d}"

    @property
    def pieces(self) -> int | None:
        """How many pieces there are in all; None while it is growing."""
        return self.closed_after if self.growing else -(-self.size // self.piece_bytes)

    @property
    def is_there(self) -> bool:
        """Whether all of it has arrived."""
        return self.pieces is not None and len(self.arrived()) >= self.pieces

    def keep_piece(self, number: int, content: bytes) -> None:
        """Put a piece on its place in the file; it counts as arrived only once all of it is written."""
        self.folder.mkdir(parents=True, exist_ok=True)
        handle = os.open(self.whole, os.O_WRONLY | os.O_CREAT, 0o644)
        try:
            written = 0
            while written < len(content):  # a disk that fills takes a part, and says so only when asked again
                written += os.pwrite(handle, content[written:], number * self.piece_bytes + written)
            os.fsync(handle)
        finally:
            os.close(handle)
        self.piece(number).touch()
        Upload.objects.filter(pk=self.pk).update(touched_at=timezone.now())

    def keep_grown(self, number: int, content: bytes) -> None:
        """Keep a piece of one that is growing: in a file of its own, there whole or not at all."""
        self.folder.mkdir(parents=True, exist_ok=True)
        piece = self.piece(number)
        arriving = self.folder / f"arriving-{uuid.uuid4().hex}"
        with arriving.open("wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        before = piece.stat().st_size if piece.exists() else 0
        arriving.replace(piece)
        more = len(content) - before
        Upload.objects.filter(pk=self.pk).update(size=models.F("size") + more, touched_at=timezone.now())

    def joined(self) -> Path:
        """Return the file; of one that has grown, put together of its pieces."""
        if self.growing and self.closed_after is not None:
            with self.whole.open("wb") as whole:
                for number in range(self.closed_after):
                    with self.piece(number).open("rb") as piece:
                        shutil.copyfileobj(piece, whole)
        return self.whole

    @property
    def arrived_bytes(self) -> int:
        """How much of it is there, about: its pieces are alike but for the last."""
        if self.growing:
            return self.size
        return min(self.size, len(self.arrived()) * self.piece_bytes)

    def arrived(self) -> list[int]:
        """Return the numbers of the pieces that are there; all of them once the file was taken in or refused."""
        if self.asset_id or self.refused:
            return list(range(self.pieces or 0))
        return sorted(int(p.name[len("piece-") :]) for p in self.folder.glob("piece-*"))


class Fetch(models.Model):
    """A file that the server fetches from an address outside, for one owner.

    The row stays for a while after the file was taken in (``asset``) or could not be (``refused``), as an upload's.
    What has arrived lies in its ``folder``; whoever asks how far it is sees to it that somebody works on it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="fetches")
    address = models.CharField(max_length=2000)
    name = models.CharField(max_length=300, blank=True)
    credit = models.CharField(max_length=300, blank=True)
    licence = models.CharField(max_length=300, blank=True)
    size = models.PositiveBigIntegerField(default=0)
    begun_at = models.DateTimeField(auto_now_add=True)
    asset = models.ForeignKey(Asset, on_delete=models.CASCADE, null=True, blank=True, related_name="+")
    refused = models.TextField(blank=True)

    def __str__(self) -> str:
        return self.name or self.address

    @property
    def folder(self) -> Path:
        """Where the file lies until it is taken in."""
        return Path(settings.MEDIA_ROOT) / "fetches" / str(self.id)

    @property
    def coming(self) -> Path:
        """The file, as far as it has arrived."""
        return self.folder / "coming"

    @property
    def arrived(self) -> int:
        """How many bytes are there; ``size`` in all, 0 if that is not known."""
        return self.coming.stat().st_size if self.coming.is_file() else 0


def clean_name(name: str) -> str:
    """Return a file's name as it is kept: no folders, nothing that does not print, 300 characters, its ending whole."""
    name = "".join(c for c in name.replace("\\", "/").rsplit("/", 1)[-1] if c.isprintable()).strip()
    stem, dot, ending = name.rpartition(".")
    return f"{stem[: 299 - len(ending)]}{dot}{ending}"[:300] or "file"


def stored_path(sha256: str) -> Path:
    """Return where a file with that content lies, whatever anybody calls it; from a shared store it is fetched."""
    return shared.at_hand(place_of(sha256))


def derived_path(sha256: str, ending: str) -> Path:
    """Return where something computed from a file lies: one of ``SHARED``, or what this machine computes anew."""
    place = derived_place(sha256, ending)
    return shared.at_hand(place) if ending in SHARED else place


def place_of(sha256: str) -> Path:
    """Return where this machine has a file with that content, if it has it."""
    return Path(settings.MEDIA_ROOT) / "assets" / sha256[:2] / sha256


def derived_place(sha256: str, ending: str) -> Path:
    """Return where this machine has something computed from a file, if it has it."""
    return Path(settings.MEDIA_ROOT) / "derived" / sha256[:2] / f"{sha256}.{ending}"


SHARED = ("peaks", "strip.jpg", "poster.jpg", "small.webp", "stage.webp", "tiles.zip")
"""What comes of a file when it is looked through, and goes into a shared store with it."""
