"""The version of show documents: which there have been, and that a newer one is not read as if it were an older.

A new version is needed when a document says something in a way that those who read the version before would take for
something else, or pass over though it matters. What only adds a field with a default needs none.
"""

from collections.abc import Mapping
from typing import Any

from ritornel.core.model.checking import BadDocument

VERSION = 2
"""The version that is written.

1 had no number; its transitions were called crossfade, push and bar-wipe, with sides as “from-left”. From 2 on they are
called as SMIL 3.0 calls them.
"""


def check_version(source: Mapping[str, Any]) -> None:
    """Raise ``BadDocument`` if a document is of a version that is not read here."""
    version = source.get("version", 1)
    if isinstance(version, bool) or not isinstance(version, int) or version < 1:
        raise BadDocument(f"version must be a whole number from 1 to {VERSION}")
    if version > VERSION:
        raise BadDocument(
            f"this is a document of version {version}, and versions up to {VERSION} are read here; take it into a "
            f"Ritornel that reads version {version}, or have it exported there as version {VERSION}"
        )
