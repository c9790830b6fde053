"""A show as a page plays it: nodes, tracks and spans of each slide, and the order in show time."""

from typing import Any

import msgspec

from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import Score, SlideScore
from ritornel.core.score.still import still_spans
from ritornel.core.text.naming import slide_title
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.voice.captions import captions_of, languages_of
from ritornel.render.stage import nodes


def playable(show: Show, score: Score) -> dict[str, Any]:
    """Return the show as plain data for the page's player.

    ``order`` lists [id, start, length, title] per slide in show time; ``slides`` holds by id the ``nodes``,
    ``background``, ``score`` and ``captions`` [start, end, text]; ``captions`` how these look; ``chapters``
    [title, start]; ``cues`` by slide their starts in its time; ``bed_spans`` in show time. Times in ms.
    """
    starts = {s.id: start for s, start in zip(show.slides, score.starts, strict=True)}
    return {
        "title": show.title,
        "width": show.width,
        "height": show.height,
        "length": score.length_ms,
        "order": [
            [s.id, start, part.length_ms, slide_title(s, number)]
            for number, (s, start, part) in enumerate(zip(show.slides, score.starts, score.slides, strict=True), 1)
        ],
        "chapters": [[c.title, starts[c.first]] for c in show.chapters],
        "cues": {
            s.id: [group.start_ms for group in time.groups[1:]]
            for s, time in zip(show.slides, score.times, strict=True)
            if len(time.groups) > 1
        },
        "bed_spans": msgspec.to_builtins(score.bed_spans),
        "captions": told_look(show),
        "slides": {
            s.id: {
                "nodes": nodes(s, show),
                "background": s.background,
                "score": _played(part),
                "captions": told_captions(s, time, show),
                **translated(s, time, show),
            }
            for s, part, time in zip(show.slides, score.slides, score.times, strict=True)
        },
    }


def told_look(show: Show) -> dict[str, Any]:
    """Return how a show's captions look, and in which ``languages`` there are some."""
    return {**msgspec.structs.asdict(show.captions), "languages": languages_of(show)}


def told_captions(slide: Slide, time: SlideTime, show: Show, language: str = "") -> list[tuple[int, int, str]]:
    """Return a slide's captions as a player has them: from when to when in slide time, and the text."""
    found = captions_of(slide, time, show, asset_lengths(show), language)
    return [(c.start_ms, c.end_ms, c.text) for c in found]


def translated(slide: Slide, time: SlideTime, show: Show) -> dict[str, Any]:
    """Return ``translated``: a slide's captions in languages other than the show's, by language; nothing without."""
    told = {one: told_captions(slide, time, show, one) for one in slide.captions if one != show.language}
    return {"translated": told} if told else {}


def _played(part: SlideScore) -> dict[str, Any]:
    """Return a slide's score, and the stretches in which a player has nothing to do."""
    return {**msgspec.to_builtins(part), "still": still_spans(part)}
