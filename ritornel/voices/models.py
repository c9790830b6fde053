"""Recordings as rows."""

from django.db import models

from ritornel.library.models import Asset, Upload
from ritornel.shows.models import Show

HEAD_BYTES = 44
"""The first piece of a recording is the head of a WAVE file whose length nobody knows yet."""


class Recording(models.Model):
    """A voice that is being recorded for a slide, or was and is not kept yet: mono, 16 bits a sample.

    It goes when its voice is the slide's, or when it is forgotten. ``over``: the stretch of the slide's voice in whose
    place it comes, between the in and the out of that: [asset, from, to, in, out] in ms. ``start`` and ``end``: where
    in the ``asset`` that was made of it lies what was said; ``skipped``: so much of its own beginning is not there.
    """

    upload = models.OneToOneField(Upload, primary_key=True, on_delete=models.CASCADE, related_name="recording")
    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="recordings")
    slide = models.CharField(max_length=80)
    rate = models.PositiveIntegerField("samples a second")
    over = models.JSONField(null=True, blank=True)
    cues = models.JSONField("instants in ms at which cues were given", default=dict)
    asset = models.ForeignKey(Asset, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    start_ms = models.PositiveIntegerField(default=0)
    end_ms = models.PositiveIntegerField(default=0)
    skipped_ms = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ["-upload__begun_at"]

    def __str__(self) -> str:
        return f"a recording of slide {self.slide}"

    @property
    def length_ms(self) -> int:
        """How much of it has arrived."""
        return max(0, self.upload.size - HEAD_BYTES) // 2 * 1000 // max(1, self.rate)
