"""The names under which a slide's objects and their parts are moved: no two things can have one."""

from ritornel.core.model.slide import Part

_UNITS = {"word": "w", "character": "c"}


def mark_key(name: str, step: str) -> str:
    """Return the key of what a build draws at an object (``thing/mark/build``)."""
    return f"{target_key(name)}/mark/{target_key(step)}"


def target_key(name: str, part: Part | None = None) -> str:
    """Return the key of an object, of one paragraph of it (``thing/0``), of a word (``thing/0/w3``) or a character.

    ``~`` and ``/`` in the object's id are written as JSON pointers write them (RFC 6901), so that an object
    with the id ``a/0`` and paragraph 0 of ``a`` have keys of their own.
    """
    escaped = name.replace("~", "~0").replace("/", "~1")
    if part is None:
        return escaped
    line = f"{escaped}/{part.paragraph}"
    return line if part.unit == "line" else f"{line}/{_UNITS[part.unit]}{part.number}"


VIEW_KEY = "/view"
"""The key of what of its plane a slide shows; no object of it has one that begins so."""
