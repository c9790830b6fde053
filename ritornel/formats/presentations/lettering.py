"""Which of the shipped families stands in for the one that a file names."""

import re

from ritornel.core.model.text import FamilyName
from ritornel.core.text.families import FAMILIES

_OWN: dict[str, FamilyName] = {family.css.lower(): name for name, family in FAMILIES.items()}  # type: ignore[misc]
_VOICES: tuple[tuple[re.Pattern[str], FamilyName], ...] = (
    (re.compile(r"mono|courier|consol|code|typewriter|terminal|fixed"), "plex-mono"),
    (re.compile(r"narrow|condensed|compressed|impact"), "barlow-condensed"),
    (re.compile(r"slab|rockwell|clarendon|egyptian"), "zilla-slab"),
    (re.compile(r"script|hand|brush|comic|cursive|chancery|marker"), "caveat"),
    (
        re.compile(
            r"(?<!sans )(?<!sans-)serif|times|georgia|garamond|roman|book|palatino|cambria|baskerville|minion|caslon"
        ),
        "garamond",
    ),
    (re.compile(r"didot|bodoni|playfair|display"), "fraunces"),
)


def family_for(name: str) -> FamilyName:
    """Return the shipped family of that name, or the one whose voice is nearest to what the name says."""
    plain = name.split(",")[0].strip("'\" ").lower()
    if plain in _OWN:
        return _OWN[plain]
    return next((family for pattern, family in _VOICES if pattern.search(plain)), "plex-sans")


def is_shipped(name: str) -> bool:
    """Tell whether a family of that name is shipped."""
    return name.split(",")[0].strip("'\" ").lower() in _OWN
