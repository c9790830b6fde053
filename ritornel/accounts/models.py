"""People beyond what Django knows of them."""

from django.conf import settings
from django.db import models
from django.utils import timezone

from ritornel.site.tokens import new_token


class Admission(models.Model):
    """A link by which somebody may make an account where that is not open to everybody."""

    address = models.EmailField(unique=True)
    token = models.CharField(max_length=43, unique=True, default=new_token)
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        """As it is called where it is administered."""

        verbose_name, verbose_name_plural = "person who may come in", "who may come in"

    def __str__(self) -> str:
        """Return the address."""
        return self.address


class Profile(models.Model):
    """How somebody likes it here, and how much room they have."""

    person = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="profile")
    dates = models.CharField(max_length=10, default="en-gb")
    """In which language dates are written, of ``dates.LANGUAGES``."""
    wants_notices = models.BooleanField(default=True)
    """Whether they are written to about what others do."""
    order = models.CharField("in which order they have their shows", max_length=10, default="kept")
    places = models.JSONField("their shows as they put them", default=list, blank=True)
    room_bytes = models.BigIntegerField(null=True, blank=True)
    """How many bytes of media they may have; empty: as everybody (``ACCOUNT_MAX_BYTES``)."""
    leaves_at = models.DateTimeField(null=True, blank=True)
    """When their account is deleted, unless they come back before; empty: it stays."""

    def __str__(self) -> str:
        """Return the person's name."""
        return self.person.get_username()


def profile_of(person: object) -> Profile:
    """Return somebody's profile; who has none yet has one that is not kept."""
    return Profile.objects.filter(person=person).first() or Profile(person=person)  # type: ignore[misc]


class Happening(models.Model):
    """A line of the audit log: who did what, when, and from where. Kept for a year."""

    class What(models.TextChoices):
        """What is written down."""

        SIGNED_IN = "signed in"
        FAILED = "failed to sign in"
        SHARED = "shared"
        TAKEN_AWAY = "took a part away"
        HANDED_OVER = "handed over"
        PUBLISHED = "published"
        WITHDREW = "withdrew"
        DELETED = "deleted"
        ACCOUNT = "changed an account"

    at = models.DateTimeField(default=timezone.now, db_index=True)
    who = models.CharField(max_length=150)
    """Their name as it was then: it stays when the account is gone."""
    what = models.CharField(max_length=30, choices=What)
    about = models.CharField(max_length=300, blank=True)
    address = models.GenericIPAddressField(null=True)

    class Meta:
        """The newest first."""

        ordering = ("-at",)
        verbose_name, verbose_name_plural = "line of the log", "the log"

    def __str__(self) -> str:
        """Return the line as it is read."""
        return f"{self.who} {self.what} {self.about}".strip()
