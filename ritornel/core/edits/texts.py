"""Edits of how texts look: their style, their lists, shrunk to their boxes."""

from typing import Any

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide, with_values
from ritornel.core.edits.telling import fields_said
from ritornel.core.model import Paragraph, Show, Slide, Text
from ritornel.core.model.reading import convert
from ritornel.core.model.text import Run
from ritornel.core.text.fitting import excess, scaled, shrunk
from ritornel.core.text.runs import tidied

_OF_RUNS = frozenset({"font", "weight", "italic", "underline", "colour", "link"})
_OF_PARAGRAPHS = frozenset({"align", "marker", "level", "space_before"})


class StyleTexts(Command, frozen=True, kw_only=True):
    """Set texts whole: their own values, and those of their runs and paragraphs that said otherwise.

    ``underline`` and ``link`` are set on all characters, ``marker``, ``level`` and ``space_before`` on all paragraphs.
    With ``size`` runs of other sizes keep their proportion.
    """

    slide: str
    objects: Ids
    values: dict[str, Any]

    def apply(self, show: Show) -> Show:
        """Return the show with the texts set."""
        return _changed(show, self.slide, self.objects, self._styled)

    def _styled(self, text: Text) -> Text:
        for name, value in self.values.items():
            if name in ("underline", "link"):
                said = {name: value} if value else {}
                value = getattr(convert({"start": 0, "end": 0, **said}, Run), name)
                text = replace(text, paragraphs=tuple(_all_over(p, name, value) for p in text.paragraphs))
                continue
            if name == "size":
                before = text.size
                text = with_values(text, {"size": value})
                text = replace(scaled(text, text.size / before), size=text.size)
                continue
            if name in _OF_RUNS:
                text = replace(text, paragraphs=tuple(_without(p, name) for p in text.paragraphs))
            if name in _OF_PARAGRAPHS:
                own = None if name == "align" else value
                text = replace(text, paragraphs=tuple(with_values(p, {name: own}, ()) for p in text.paragraphs))
            if name not in _OF_PARAGRAPHS or name == "align":
                text = with_values(text, {name: value}, ("id", "kind", "paragraphs"))
        return text

    @property
    def label(self) -> str:
        """Name what is set."""
        return f"set the {fields_said(sorted(self.values))} of texts"


class ShrinkTexts(Command, frozen=True, kw_only=True):
    """Make texts so small that they stay in their boxes."""

    slide: str
    objects: Ids

    def apply(self, show: Show) -> Show:
        """Return the show with those that ran out of their boxes smaller."""
        return _changed(show, self.slide, self.objects, lambda text: shrunk(text) if excess(text) else text)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "shrink a text to its box"


def _changed(show: Show, slide_id: str, ids: Ids, change: Any) -> Show:
    def changed(slide: Slide) -> Slide:
        chosen = {o.id for o in slide.objects if o.id in set(ids) and isinstance(o, Text)}
        if not chosen:
            raise BadEdit("select a text first")
        return replace(slide, objects=tuple(change(o) if o.id in chosen else o for o in slide.objects))

    return change_slide(show, slide_id, changed)


def _without(paragraph: Paragraph, name: str) -> Paragraph:
    cleared = [replace(run, **{name: None}) for run in paragraph.runs]
    return replace(paragraph, runs=tidied(cleared, len(paragraph.text)))


def _all_over(paragraph: Paragraph, name: str, value: Any) -> Paragraph:
    """Return the paragraph with one value for all its characters, whatever else its runs say."""
    runs, reached = [], 0
    for run in (*paragraph.runs, Run(start=len(paragraph.text), end=len(paragraph.text))):
        runs += [Run(start=reached, end=run.start, **{name: value}), replace(run, **{name: value})]
        reached = run.end
    return replace(paragraph, runs=tidied(runs, len(paragraph.text)))
