"""Takes, and what was recorded in runs, as rows."""

import uuid

from django.conf import settings
from django.db import models
from django.utils import timezone

from ritornel.library.models import Asset, Upload
from ritornel.shows.models import Show


class Take(models.Model):
    """One rehearsal: the instants that were given, and what had been planned then, slide by slide."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="takes")
    name = models.CharField(max_length=200, blank=True)
    note = models.CharField(max_length=2000, blank=True)
    size = models.PositiveBigIntegerField(default=0)
    document = models.JSONField()
    planned = models.JSONField()
    ink = models.JSONField("strokes by slide", default=dict)
    begun_at = models.DateTimeField(auto_now_add=True)
    applied_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-begun_at"]

    def __str__(self) -> str:
        return self.name or f"take of {timezone.localtime(self.begun_at):%d %b %H:%M}"


class Run(models.Model):
    """A run at the lectern that is recorded: what arrives of its voice and its camera picture, and its instants.

    ``anchors`` say where slides began, and the run ended, in what was recorded: for each “slide” among the instants,
    and the end, [ms of the voice, ms of the picture or null]. ``now`` is the same of when it was heard of last, with
    its instant before: [at, voice, picture]. ``scripts`` are those of the slides when it began, as ``said_of``.
    ``kept`` is what was kept of it: of a run of the picture alone the voice is silence, which only tells the time.
    """

    class Kept(models.TextChoices):
        """What is kept of a run."""

        VOICE = "voice"
        BOTH = "both"
        PICTURE = "picture"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="runs")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    voice = models.OneToOneField(Upload, on_delete=models.SET_NULL, null=True, related_name="run")
    picture = models.OneToOneField(
        Upload, on_delete=models.SET_NULL, null=True, blank=True, related_name="pictured_run"
    )
    kept = models.CharField(max_length=8, choices=Kept, default=Kept.VOICE)
    is_made = models.BooleanField("whether a made voice stood in", default=False)
    named = models.CharField("who speaks, as it is to stand on slides", max_length=200, blank=True)
    placing = models.CharField(
        "whether who speaks fills slides, as in ``Passage`` of the core", max_length=8, blank=True
    )
    rate = models.PositiveIntegerField("samples a second")
    scripts = models.JSONField(default=dict)
    instants = models.JSONField(default=list)
    anchors = models.JSONField(default=list)
    now = models.JSONField(default=list)
    ink = models.JSONField("strokes by the number of the slide among the instants", default=dict)
    begun_at = models.DateTimeField(auto_now_add=True)
    heard_of_at = models.DateTimeField(auto_now=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["begun_at"]

    def __str__(self) -> str:
        return f"run of {self.begun_at:%d %b %H:%M}"


class Passage(models.Model):
    """What was recorded of one slide in one run (timing, section 13), the ``number``-th that was come to.

    In the run's voice it lies from ``start`` to ``end``, in its picture from ``picture_start`` on; in the files that
    were made of it, it begins at ``voice_in`` and ``seen_in``. One that was taken away (``gone_at``) can be had back.
    """

    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="passages")
    number = models.PositiveIntegerField()
    slide = models.CharField(max_length=80)
    name = models.CharField(max_length=200, blank=True)
    said = models.CharField("its slide's script then, as said_of gives it", max_length=64)
    start_ms = models.PositiveIntegerField()
    end_ms = models.PositiveIntegerField()
    picture_start_ms = models.PositiveIntegerField(null=True, blank=True)
    cues = models.JSONField("instants of cues, in ms from its beginning", default=dict)
    ink = models.JSONField("strokes", default=list)
    voice = models.ForeignKey(Asset, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    seen = models.ForeignKey(Asset, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    voice_in_ms = models.PositiveIntegerField(default=0)
    seen_in_ms = models.PositiveIntegerField(default=0)
    gone_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["run__begun_at", "number"]
        constraints = [models.UniqueConstraint(fields=["run", "number"], name="one_passage_per_run_and_number")]

    def __str__(self) -> str:
        return f"passage of {self.slide}"

    @property
    def is_ready(self) -> bool:
        """Whether its files are made."""
        return (self.seen_id if self.run.kept == Run.Kept.PICTURE else self.voice_id) is not None

    @property
    def length_ms(self) -> int:
        """How long it is."""
        return self.end_ms - self.start_ms


class Companion(models.Model):
    """A second device at a lectern, without an account: who has its code sees the script of one show, and gives cues.

    ``state`` is where the run stands, as the lectern told it last. It ends with the run, or when it is taken away.
    """

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="companions")
    code = models.CharField(max_length=16, unique=True)
    state = models.JSONField(default=dict)
    made_at = models.DateTimeField(auto_now_add=True)
    seen_at = models.DateTimeField(null=True, blank=True)
    expires_at = models.DateTimeField()

    class Meta:
        ordering = ["made_at"]

    def __str__(self) -> str:
        return f"companion {self.code}"


class Order(models.Model):
    """What a companion asks its lectern for: a cue, back, a pause, a slide, or what its hand draws."""

    companion = models.ForeignKey(Companion, on_delete=models.CASCADE, related_name="orders")
    what = models.JSONField()

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"order {self.pk}"
