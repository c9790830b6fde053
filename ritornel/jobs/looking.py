"""Slides looked at closely in a process of its own: it decodes what strangers sent. Call it by ``jobs.apart``."""

from collections.abc import Mapping
from pathlib import Path

import msgspec

from ritornel.core.linecheck.finding import Finding
from ritornel.core.model import Show


def looked_at(document: bytes, places: list[int], files: Mapping[str, Path]) -> dict[int, list[Finding]]:
    """Return what is found on slides of a show, by their places."""
    # what looks takes memory that a server does not need
    from ritornel.render.closely import look_closely

    show = msgspec.json.decode(document, type=Show)
    return {place: look_closely(show, place, files) for place in places}
