"""Numbers as a sentence says them."""

from ritornel.core.time.rounding import hundredths, tenths


def seconds(ms: float) -> str:
    """Return a time in ms as seconds: “0.8”, or “0.25” where a tenth does not say it."""
    whole = ms / 1000
    return f"{whole:.1f}" if tenths(whole) == hundredths(whole) else f"{whole:.2f}"


def times(count: int) -> str:
    """Return how often: “once”, “twice”, “3 times”."""
    return {1: "once", 2: "twice"}.get(count, f"{count} times")


def colour_words(colour: str) -> str:
    """Return a colour by name where it has a plain one: “black”."""
    return {"#000000": "black", "#ffffff": "white"}.get(colour.lower(), colour)
