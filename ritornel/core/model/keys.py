"""The names under which a slide's objects and their parts are moved: no two things can have one."""


def target_key(name: str, paragraph: int | None = None) -> str:
    """Return the key of an object, or of one paragraph of it (``thing/0``).

    ``~`` and ``/`` in the object's id are written as JSON pointers write them (RFC 6901), so that an object
    with the id ``a/0`` and paragraph 0 of ``a`` have keys of their own.
    """
    escaped = name.replace("~", "~0").replace("/", "~1")
    return escaped if paragraph is None else f"{escaped}/{paragraph}"
