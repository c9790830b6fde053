"""The shipped families: what a text can be set in, and what steps in for scripts that a family lacks."""

from typing import NamedTuple


class Family(NamedTuple):
    """One family: its name in style sheets, as people say it, its voice in a few words, and whether it has italics."""

    css: str
    label: str
    voice: str
    italics: bool = True


FAMILIES = {
    "plex-sans": Family("IBM Plex Sans", "Plex Sans", "plain and exact"),
    "fraunces": Family("Fraunces", "Fraunces", "warm, for large type"),
    "atkinson": Family("Atkinson Hyperlegible", "Atkinson", "made for easy reading"),
    "garamond": Family("EB Garamond", "Garamond", "a book's"),
    "zilla-slab": Family("Zilla Slab", "Zilla Slab", "square-footed, sturdy"),
    "barlow-condensed": Family("Barlow Condensed", "Barlow Condensed", "narrow, for signs"),
    "plex-mono": Family("IBM Plex Mono", "Plex Mono", "typewritten"),
    "caveat": Family("Caveat", "Caveat", "written by hand", italics=False),
}
"""What is offered, by the model's names."""

STAND_INS = {
    "plex-sans": FAMILIES["plex-sans"],
    "plex-hebrew": Family("IBM Plex Sans Hebrew", "Plex Hebrew", "", italics=False),
    "plex-arabic": Family("IBM Plex Sans Arabic", "Plex Arabic", "", italics=False),
    "m-plus": Family("M PLUS 1p", "M PLUS", "", italics=False),
}
"""What is taken, in this order, for characters that the chosen family lacks."""

ONE_WEIGHT = frozenset({"m-plus"})
"""Families shipped in regular weight only."""


def family(name: str) -> Family:
    """Return the family of that name, offered or standing in."""
    return FAMILIES.get(name) or STAND_INS[name]
