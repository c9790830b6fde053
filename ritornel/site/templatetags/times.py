"""Times as templates write them."""

from django import template

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
