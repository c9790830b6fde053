"""The queues of this installation: what is looked through, and what is drawn and read, two at once each."""

from functools import cache
from pathlib import Path

from django.conf import settings

from ritornel.jobs.turns import Turns

PATIENCE_S = 15.0
"""Somebody who waits for a picture or for the slides of a text waits so long for a turn."""


def examining() -> Turns:
    """Return the turns of files being looked through, up to two minutes each."""
    return _turns(Path(settings.MEDIA_ROOT) / "turns" / "examining")


def drawing() -> Turns:
    """Return the turns of what somebody waits for: pictures drawn, texts and outlines read."""
    return _turns(Path(settings.MEDIA_ROOT) / "turns" / "drawing")


@cache
def _turns(folder: Path) -> Turns:
    return Turns(folder)
