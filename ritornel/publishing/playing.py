"""What the player plays of an edition, whatever version of this application it was published by."""

from typing import Any

import msgspec

from ritornel.core.motion.easing import LINEAR
from ritornel.core.motion.pieces import WHOLE
from ritornel.publishing.models import Edition

_NAMED = (r"font-family=\"M PLUS 1p\"", r"""font-family=\"'M PLUS 1p'\"""")


def played(edition: Edition) -> dict:
    """Return what the player plays. What editions of earlier versions have is brought into today's form.

    They named an object by its key alone, had tracks of a transition's two slides over its time, and named a face
    without the quotes that its figure needs.
    """
    play = msgspec.json.decode(edition.document.replace(*_NAMED))
    for slide in play["slides"].values():
        for node in slide["nodes"]:
            node.setdefault("object", node["key"])
        if "pieces" not in slide["score"]["transition"]:
            slide["score"]["transition"] = _in_pieces(**slide["score"]["transition"])
    return play


def _in_pieces(duration: int, backdrop: str, old: list[dict], new: list[dict]) -> dict:
    def over_progress(track: dict) -> dict:
        return {**track, "times": [time * WHOLE / duration for time in track["times"]]}

    pieces = [
        {"of": of, "tracks": [over_progress(t) for t in tracks]}
        for of, tracks in (("old", old), ("new", new))
        if duration
    ]
    return {"duration": duration, "easing": LINEAR, "reverse": False, "backdrop": backdrop, "pieces": pieces}


def parted(edition: Edition) -> tuple[dict[str, Any], dict[str, Any]]:
    """Return what the page needs to show its first slide (the order, and that slide alone), and the slides after it."""
    play = played(edition)
    first = play["order"][0][0] if play["order"] else None
    slides = {first: play["slides"][first]} if first else {}
    rest = {"slides": {i: s for i, s in play["slides"].items() if i != first}}
    return {**play, "slides": slides, "assets": edition.assets, "loops": edition.loops}, rest
