"""Takes as rows."""

from django.db import models

from ritornel.shows.models import Show


class Take(models.Model):
    """One rehearsal: the instants that were given, and what had been planned then, slide by slide."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="takes")
    size = models.PositiveBigIntegerField(default=0)
    document = models.JSONField()
    planned = models.JSONField()
    begun_at = models.DateTimeField(auto_now_add=True)
    applied_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-begun_at"]

    def __str__(self) -> str:
        return f"take of {self.begun_at:%d %b %H:%M}"
