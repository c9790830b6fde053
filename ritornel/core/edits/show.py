"""Edits of the show as a whole: title, target, pace, chapters."""

from typing import Any

from msgspec.structs import replace

from ritornel.core.edits.command import Command, fresh_ids, slide_of, with_values
from ritornel.core.edits.telling import fields_said
from ritornel.core.model import Chapter, Show
from ritornel.core.model.head import HEAD, IN_DOCUMENTS

_SET_ELSEWHERE = ("effects", "width", "height")
"""Own effects have commands of their own; a stage keeps its size."""


class SetShow(Command, frozen=True, kw_only=True):
    """Set the title, the target length, the language, or numbers of the pace.

    In another language all voices are to be heard again.
    """

    values: dict[str, Any]

    def apply(self, show: Show) -> Show:
        """Return the show with the values set; ``pace`` may name some of its numbers only."""
        values = dict(self.values)
        pace = with_values(show.pace, values.pop("pace", None) or {})
        show = replace(show, pace=pace)
        fixed = [name for attribute, name in IN_DOCUMENTS.items() if attribute not in HEAD]
        changed = with_values(show, values, fixed=(*fixed, *_SET_ELSEWHERE))
        return changed if changed.language == show.language else _unheard(changed)

    @property
    def label(self) -> str:
        """Name what is set."""
        return f"set the show's {fields_said(self.values)}"


def _unheard(show: Show) -> Show:
    """Return the show with its voices as if nobody had listened to them yet; what made voices say is known."""
    return replace(
        show,
        slides=tuple(
            s if s.narration is None or s.narration.scratch else replace(s, narration=replace(s.narration, heard=""))
            for s in show.slides
        ),
    )


class SetChapter(Command, frozen=True, kw_only=True):
    """Begin a chapter at a slide, rename it, or, with an empty title, let the one before go on."""

    slide: str
    title: str

    def apply(self, show: Show) -> Show:
        """Return the show with that chapter."""
        slide_of(show, self.slide)
        others = [c for c in show.chapters if c.first != self.slide]
        if self.title.strip():
            found = next((c.id for c in show.chapters if c.first == self.slide), None)
            chapter_id = found or fresh_ids("chapter", (c.id for c in show.chapters))[0]
            others.append(Chapter(id=chapter_id, title=self.title.strip(), first=self.slide))
        order = {s.id: n for n, s in enumerate(show.slides)}
        return replace(show, chapters=tuple(sorted(others, key=lambda c: order[c.first])))
