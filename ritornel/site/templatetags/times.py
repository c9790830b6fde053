"""Times as templates write them."""

from datetime import datetime

from django import template
from django.utils.timezone import localtime

from ritornel.site.dates import written

register = template.Library()


@register.filter
def minutes(ms: int) -> str:
    """Return ms as ``m:ss``, rounded down: 252400 is “4:12”."""
    seconds = int(ms) // 1000
    return f"{seconds // 60}:{seconds % 60:02d}"


@register.filter
def tenths(ms: int) -> str:
    """Return ms as ``m:ss.t``: 252400 is “4:12.4”."""
    tenth = int(ms) // 100
    return f"{tenth // 600}:{tenth // 10 % 60:02d}.{tenth % 10}"


@register.filter
def seconds(ms: int) -> str:
    """Return a time as seconds, for addresses: “72.5”."""
    return f"{ms / 1000:g}"


@register.filter
def signed_seconds(ms: int) -> str:
    """Return a difference in ms as seconds with its sign: “+1.4 s”."""
    return f"{int(ms) / 1000:+.1f} s".replace("-", "\N{MINUS SIGN}")


@register.filter
def on_day(at: datetime, language: str) -> str:
    """Return a day as it is written in a language: “1 December 2026”."""
    return written(at, str(language)) if at else ""


@register.filter
def at_hour(at: datetime, language: str) -> str:
    """Return a day and an hour of it as they are written in a language: “1 December 2026, 14:05”."""
    return f"{written(at, str(language))}, {localtime(at):%H:%M}" if at else ""


_BROWSERS = (("Edg/", "Edge"), ("Firefox/", "Firefox"), ("Chrom", "Chromium"), ("Safari/", "Safari"))
_SYSTEMS = (
    ("Android", "Android"),
    ("iPhone", "a phone"),
    ("iPad", "a tablet"),
    ("Windows", "Windows"),
    ("Mac OS", "macOS"),
    ("Linux", "Linux"),
)


@register.filter
def browser(agent: str) -> str:
    """Return what browser a User-Agent names, in words: “Firefox on Linux”."""
    name = next((name for mark, name in _BROWSERS if mark in agent), "A browser")
    system = next((name for mark, name in _SYSTEMS if mark in agent), "")
    return f"{name} on {system}" if system else name
