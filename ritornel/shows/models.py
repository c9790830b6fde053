"""Shows as rows: what is set once per show, its slides, chapters and bed, and the history of every edit."""

import json
import uuid
from datetime import timedelta
from pathlib import Path
from typing import Any

import msgspec
from django.conf import settings
from django.db import models

from ritornel.site.tokens import new_token


class Quick(json.JSONEncoder):
    """JSON by msgspec: a step of a large slide's history is a megabyte."""

    def encode(self, o: Any) -> str:
        """Return plain data as JSON."""
        return msgspec.json.encode(o).decode()


class Show(models.Model):
    """One presentation of one owner. ``revision`` counts every change, undo and redo included.

    One that is archived is out of the way; one that is a beginning is offered where a new show is made.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="shows")
    title = models.CharField(max_length=300, blank=True)
    width = models.PositiveIntegerField(default=1280)
    height = models.PositiveIntegerField(default=720)
    target_ms = models.PositiveIntegerField(null=True, blank=True)
    pace = models.JSONField(default=dict)
    guides = models.JSONField(default=list)
    effects = models.JSONField(default=list)
    style = models.CharField(max_length=300, blank=True, default="")
    styles = models.JSONField(default=list)
    more = models.JSONField("fields of its head without a column", default=dict)
    archived_at = models.DateTimeField(null=True, blank=True)
    is_beginning = models.BooleanField(default=False)
    revision = models.PositiveIntegerField(default=0)
    look_token = models.CharField("by which anybody may look", max_length=40, unique=True, null=True, blank=True)
    people_changed = models.PositiveIntegerField("how often it was shared with others, or with fewer", default=0)
    comments_changed = models.PositiveIntegerField("how often something was said about it", default=0)
    history_place = models.PositiveIntegerField(default=0)
    kept_bytes = models.PositiveBigIntegerField("its slides and its history", default=0)
    made_at = models.DateTimeField(auto_now_add=True)
    kept_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-kept_at"]

    def __str__(self) -> str:
        return self.title


class Member(models.Model):
    """Somebody with whom a show is shared, and what they do with it: see ``access``."""

    class Role(models.TextChoices):
        """What somebody does with a show of another."""

        EDITOR = "editor", "edits it"
        RECORDER = "recorder", "speaks it"
        LOOKER = "looker", "looks at it"

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="members")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="parts")
    role = models.CharField(max_length=10, choices=Role)
    archived_at = models.DateTimeField("when they put it out of their way", null=True, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["made_at"]
        constraints = [models.UniqueConstraint(fields=["show", "person"], name="one_part_for_each_person")]

    def __str__(self) -> str:
        return f"{self.person} {self.get_role_display()}"


class Offer(models.Model):
    """A part in a show, offered to a mail address: whoever has its link takes it, with an account of theirs."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="offers")
    address = models.EmailField()
    role = models.CharField(max_length=10, choices=Member.Role)
    token = models.CharField(max_length=40, unique=True, default=new_token)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["address"]
        constraints = [models.UniqueConstraint(fields=["show", "address"], name="one_offer_for_each_address")]

    def __str__(self) -> str:
        return f"{self.address} {self.get_role_display()}"


class Assignment(models.Model):
    """A slide that is given to somebody: they speak it, and look after it. It stays while the slide is away."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="assignments")
    slide = models.CharField(max_length=80)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="assignments")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["show", "slide"], name="one_person_for_each_slide")]

    def __str__(self) -> str:
        return f"{self.slide} for {self.person}"


class Slide(models.Model):
    """A slide: its objects, script and running order are one validated document."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="slides")
    key = models.CharField(max_length=80)
    place = models.PositiveIntegerField()
    document = models.TextField()

    class Meta:
        ordering = ["place"]
        constraints = [models.UniqueConstraint(fields=["show", "key"], name="one_slide_per_key")]

    def __str__(self) -> str:
        return self.key


class Chapter(models.Model):
    """A chapter, by the key of its first slide."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="chapters")
    key = models.CharField(max_length=80)
    title = models.CharField(max_length=300)
    first = models.CharField(max_length=80)
    place = models.PositiveIntegerField()

    class Meta:
        ordering = ["place"]

    def __str__(self) -> str:
        return self.title


class Bed(models.Model):
    """A bed under the show, as a document."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="beds")
    key = models.CharField(max_length=80)
    place = models.PositiveIntegerField(default=0)
    document = models.TextField()

    class Meta:
        ordering = ["place", "pk"]

    def __str__(self) -> str:
        return self.key


class Looked(models.Model):
    """What was found on a slide that was looked at closely, known by all that is seen of it."""

    STAYS = timedelta(days=60)

    key = models.CharField(max_length=64, primary_key=True)
    found = models.JSONField(default=list)
    looked_at = models.DateTimeField()

    def __str__(self) -> str:
        return self.key


class Arrival(models.Model):
    """A document with its media on its way in. The row stays for a while after it has become a show, or was refused."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="arrivals")
    name = models.CharField(max_length=300)
    media = models.PositiveIntegerField()
    taken_in = models.PositiveIntegerField(default=0)
    show = models.ForeignKey(Show, on_delete=models.CASCADE, null=True, blank=True, related_name="+")
    refused = models.TextField(blank=True)
    format = models.CharField("that of a presentation, else it is a document of ours", max_length=20, blank=True)
    slides = models.PositiveIntegerField(null=True, blank=True)
    builds = models.PositiveIntegerField(default=0)
    changed = models.JSONField("what becomes different, a sentence each", default=list, blank=True)
    agreed = models.BooleanField("whether that is wanted all the same", default=False)
    became = models.JSONField("assets that were made fit to be kept: what their ids became", default=dict, blank=True)
    begun_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-begun_at"]

    def __str__(self) -> str:
        return self.name

    @property
    def folder(self) -> Path:
        """Where its file lies until it has become a show."""
        return Path(settings.MEDIA_ROOT) / "arrivals" / str(self.id)

    @property
    def came(self) -> Path:
        """The file as it came, where that is a presentation."""
        return self.folder / "came"

    @property
    def document(self) -> Path:
        """The document of ours: as it came, or made of a presentation."""
        return self.folder / "document"

    @property
    def asks(self) -> bool:
        """Whether it waits for somebody to say that what becomes different may."""
        return bool(self.changed) and not self.agreed and self.show_id is None


class Change(models.Model):
    """One change of a show as pages must know it: the revision it made, whose it is, and where it changed something.

    ``page`` and ``command`` are ids that the page gave: so a command that comes again is known, and is not carried
    out twice. ``places`` are those of ``core.edits.places``.
    """

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="changes")
    revision = models.PositiveIntegerField()
    page = models.CharField(max_length=40, blank=True)
    command = models.CharField(max_length=40, blank=True)
    places = models.JSONField(default=list)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["revision"]
        constraints = [
            models.UniqueConstraint(
                fields=["show", "page", "command"], condition=~models.Q(command=""), name="one_change_per_page"
            ),
            models.UniqueConstraint(fields=["show", "revision"], name="one_change_per_revision"),
        ]

    def __str__(self) -> str:
        return f"{self.revision}"


class Entry(models.Model):
    """One edit in a show's history: how to go back from it and forward to it.

    ``label`` says what it does, as an undo button does, ``told`` what was done, as one reads it later, ``page`` which
    page did it, and ``by`` who.

    An entry that was undone and then edited past is kept, ``superseded``.
    """

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="history")
    number = models.PositiveIntegerField()
    label = models.CharField(max_length=200)
    told = models.CharField(max_length=500, blank=True, default="")
    page = models.CharField(max_length=40, blank=True, default="")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    before = models.JSONField(encoder=Quick)
    after = models.JSONField(encoder=Quick)
    superseded = models.BooleanField(default=False)
    takes_back = models.PositiveIntegerField("the number of the step that it takes back", null=True, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number", "pk"]
        indexes = [models.Index(fields=["show", "number"])]

    def __str__(self) -> str:
        return self.label


class Moment(models.Model):
    """A state of a show that was given a name, and stays for good: the whole document."""

    show = models.ForeignKey(Show, on_delete=models.CASCADE, related_name="moments")
    name = models.CharField(max_length=200)
    size = models.PositiveBigIntegerField(default=0)
    document = models.TextField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return self.name
