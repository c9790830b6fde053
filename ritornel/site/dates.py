"""Days as people write them: each in the language they have chosen."""

from datetime import datetime
from typing import Any

from django.http import HttpRequest
from django.utils import timezone, translation
from django.utils.formats import date_format
from django.utils.functional import SimpleLazyObject

from ritornel.accounts.models import profile_of

USUAL = "en-gb"
LANGUAGES = (
    ("en-gb", "English"),
    ("en-us", "English, American"),
    ("da", "Dansk"),
    ("de", "Deutsch"),
    ("es", "Español"),
    ("fi", "Suomi"),
    ("fr", "Français"),
    ("is", "Íslenska"),
    ("it", "Italiano"),
    ("nb", "Norsk"),
    ("nl", "Nederlands"),
    ("pl", "Polski"),
    ("pt", "Português"),
    ("sv", "Svenska"),
)


def written(at: datetime, language: str) -> str:
    """Return a day as it is written in a language."""
    with translation.override(language):
        return date_format(timezone.localtime(at), "DATE_FORMAT", use_l10n=True)


def dates(request: HttpRequest) -> dict[str, Any]:
    """Let templates know in which language who looks has days written: ``{{ at|on_day:dates_in }}``."""
    return {"dates_in": SimpleLazyObject(lambda: _language_of(request))}


def _language_of(request: HttpRequest) -> str:
    user = getattr(request, "user", None)
    return profile_of(user).dates if user is not None and user.is_authenticated else USUAL
