"""Films as rows."""

import uuid
from pathlib import Path
from typing import Any

import msgspec
from django.conf import settings
from django.db import models
from django.utils import timezone

from ritornel.render.filming import FilmSettings
from ritornel.shows.models import Show


def films_folder() -> Path:
    """Return where films and their pieces lie."""
    return Path(settings.MEDIA_ROOT) / "films"


class Film(models.Model):
    """A film of a show as it was when it was asked for; or its sound, or stills: whatever it leaves the house as.

    ``wished`` are its ``FilmSettings``, ``of`` says in words of what it is, ``document`` is the show as it ran, until
    the film is made. ``pieces``: the name and the weight of each. ``spared`` is the weight of those that were there
    when it was begun, or begun again; ``seconds`` how long the rest has taken.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="films")
    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="films")
    title = models.CharField(max_length=300)
    of = models.CharField("of what it is", max_length=300)
    wished = models.JSONField()
    document = models.TextField(blank=True)
    pieces = models.JSONField()
    width = models.PositiveIntegerField(default=0)
    height = models.PositiveIntegerField(default=0)
    length_ms = models.PositiveIntegerField(default=0)
    size = models.PositiveBigIntegerField(default=0)
    spared = models.PositiveIntegerField(default=0)
    seconds = models.FloatField(default=0.0)
    asked_at = models.DateTimeField(auto_now_add=True)
    begun_at = models.DateTimeField(default=timezone.now)
    stopped_at = models.DateTimeField(null=True, blank=True)
    made_at = models.DateTimeField(null=True, blank=True)
    trouble = models.TextField(blank=True)

    class Meta:
        ordering = ["-asked_at"]

    def __str__(self) -> str:
        return f"{self.title}, {self.of}"

    @property
    def settings(self) -> FilmSettings:
        """How it is wished."""
        return msgspec.convert(self.wished, FilmSettings)

    @property
    def weight(self) -> int:
        """How long all of it takes, in moving frames."""
        return sum(weight for _, weight in self.pieces)

    def path(self, ending: str) -> Path:
        """Return where it lies when it is made."""
        return films_folder() / "made" / f"{self.pk.hex}.{ending}"

    def piece(self, number: int) -> Path:
        """Return where one of its pieces lies, if it is there; other films may have the same."""
        name: Any = self.pieces[number][0]
        return films_folder() / "pieces" / name[:2] / f"{name}.{self.settings.kind}"
