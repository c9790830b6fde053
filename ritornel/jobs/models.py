"""Jobs: work that outlasts a request, one row each."""

import uuid
from datetime import UTC, datetime
from pathlib import Path

from django.conf import settings
from django.db import models


class Job(models.Model):
    """Something to be done for somebody: its kind, what it is about, how far it is, and how it ended.

    There is one for each thing: whoever asks for it again finds it. One that ``failed`` may be tried again, one that
    was ``refused`` not; its ``words`` say why. One that is not ``wanted`` any more ends when it notices.
    """

    WAITING, WORKING, DONE, REFUSED, FAILED = "waiting", "working", "done", "refused", "failed"
    STATES = [(s, s) for s in (WAITING, WORKING, DONE, REFUSED, FAILED)]
    UNFINISHED = (WAITING, WORKING)

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="jobs")
    kind = models.CharField(max_length=20)
    subject = models.CharField("what it is about", max_length=64)
    state = models.CharField(max_length=10, choices=STATES, default=WAITING)
    wanted = models.BooleanField(default=True)
    done = models.PositiveBigIntegerField(default=0)
    whole = models.PositiveBigIntegerField("how much there is to do in all, 0 if that is not known", default=0)
    words = models.TextField(blank=True)
    code = models.CharField("why it failed, for who asks", max_length=20, blank=True)
    attempts = models.PositiveSmallIntegerField(default=0)
    made_at = models.DateTimeField(auto_now_add=True)
    begun_at = models.DateTimeField(default=datetime(2000, 1, 1, tzinfo=UTC))
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["made_at", "pk"]
        indexes = [models.Index(fields=["state", "made_at"])]
        constraints = [models.UniqueConstraint(fields=["kind", "subject"], name="one_job_for_each_thing")]

    def __str__(self) -> str:
        return f"{self.kind} {self.subject}"

    @property
    def has_ended(self) -> bool:
        """Whether nothing more will come of it by itself."""
        return self.state not in self.UNFINISHED

    @property
    def lock(self) -> Path:
        """The file whose lock whoever works on it holds: it goes with their process, however that ends."""
        return Path(settings.MEDIA_ROOT) / "jobs" / str(self.id)
