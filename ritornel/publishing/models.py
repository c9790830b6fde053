"""Editions as rows."""

from django.conf import settings
from django.db import models

from ritornel.shows.models import Show, new_token


class Edition(models.Model):
    """One published version of a show, as it was then. It never changes but to be withdrawn, as it is with its show.

    ``document`` is what the player plays; ``assets`` the files it needs, described as they were.
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="editions")
    show = models.ForeignKey(Show, on_delete=models.SET_NULL, null=True, related_name="editions")
    token = models.CharField(max_length=40, unique=True, default=new_token)
    number = models.PositiveIntegerField()
    title = models.CharField(max_length=300)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    length_ms = models.PositiveIntegerField()
    loops = models.BooleanField(default=False)
    slide_count = models.PositiveIntegerField(default=0)
    size = models.PositiveBigIntegerField(default=0)
    document = models.TextField()
    assets = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    for_invited = models.BooleanField("whether only those who were invited see it", default=False)
    until = models.DateTimeField("when it ends to be shown", null=True, blank=True)
    most_views = models.PositiveIntegerField("how often it may be opened", null=True, blank=True)
    views = models.PositiveIntegerField("how often it was opened", default=0)
    is_counted = models.BooleanField("whether it is counted how far it is seen", default=True)
    takes_remarks = models.BooleanField(
        "whether who has a part in the show says things about its instants", default=False
    )
    reached = models.JSONField("how many saw each slide as their last", default=list)
    left = models.JSONField("how many left on each slide", default=list)

    class Meta:
        ordering = ["-made_at", "-number"]

    def __str__(self) -> str:
        return f"{self.title}, edition {self.number}"


class Invitation(models.Model):
    """A link of one's own to an edition: it can be withdrawn, and then leads nowhere."""

    edition = models.ForeignKey(Edition, on_delete=models.CASCADE, related_name="invitations")
    address = models.EmailField()
    token = models.CharField(max_length=40, unique=True, default=new_token)
    made_at = models.DateTimeField(auto_now_add=True)
    opened_at = models.DateTimeField(null=True, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["address"]
        constraints = [models.UniqueConstraint(fields=["edition", "address"], name="one_invitation_for_each_address")]

    def __str__(self) -> str:
        return f"{self.address} to {self.edition}"


class StandingAddress(models.Model):
    """The address of a show that stays: it plays the show's newest edition, or the ``edition`` that was chosen."""

    show = models.OneToOneField(Show, on_delete=models.CASCADE, related_name="standing")
    token = models.CharField(max_length=40, unique=True, default=new_token)
    edition = models.ForeignKey(Edition, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")

    def __str__(self) -> str:
        return f"the address of {self.show}"
