"""Comments as rows."""

import uuid

from django.conf import settings
from django.db import models
from django.utils import timezone

from ritornel.shows.models import Show

LONGEST = 2000


class Comment(models.Model):
    """What somebody says about a show, or answers to what was said: plain words, at what ``anchor`` names.

    ``anchor`` is an ``Anchor`` of the core as plain data. ``number`` tells those apart that are no answers. One that
    is deleted keeps its place while others have answered it, and can be had back for an hour.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="comments")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    name = models.CharField("who said it, as they were called then", max_length=150)
    under = models.ForeignKey("self", on_delete=models.CASCADE, null=True, blank=True, related_name="answers")
    number = models.PositiveIntegerField(default=0)
    anchor = models.JSONField(default=dict)
    words = models.CharField(max_length=LONGEST)
    made_at = models.DateTimeField(default=timezone.now)
    edited_at = models.DateTimeField(null=True, blank=True)
    settled_at = models.DateTimeField(null=True, blank=True)
    settled_by = models.CharField(max_length=150, blank=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["made_at", "pk"]
        indexes = [models.Index(fields=["show", "made_at"])]

    def __str__(self) -> str:
        return f"{self.name}: {self.words[:60]}"


class Reading(models.Model):
    """What somebody knows of what was said at a show: seen in a page until then, told by mail until then."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    seen_at = models.DateTimeField(null=True, blank=True)
    told_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["show", "person"], name="one_reading_per_person_and_show")]

    def __str__(self) -> str:
        return f"{self.person} of {self.show}"
