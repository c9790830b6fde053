"""Edits of slides: add, from pictures or empty; delete, duplicate, reorder; set values for one or for all."""

import re
from collections.abc import Iterable
from itertools import pairwise
from typing import Annotated, Any, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, asset_ids, slide_ids, slide_of, with_values
from ritornel.core.edits.styles import new_slide
from ritornel.core.edits.telling import fields_said
from ritornel.core.linecheck.unknown_effects import transition_complaints
from ritornel.core.model import Asset, Chapter, Clip, Picture, Show, Slide, Transition, limits
from ritornel.core.model.links import without_links_to
from ritornel.core.model.reading import convert
from ritornel.core.model.slide import Script
from ritornel.core.model.writing import plain
from ritornel.core.styles import style_of
from ritornel.core.styles.beginning import untouched
from ritornel.core.styles.kinds import KINDS, kind_after
from ritornel.core.text.naming import object_name


class AddSlide(Command, frozen=True, kw_only=True):
    """Add an empty slide after another (or at the end): of a ``kind`` of the show's style, or with that slide's ground.

    Left out, its kind is found from where it stands.
    """

    after: str | None = None
    kind: str = ""
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the new slide."""
        place = _place_after(show, self.after)
        like = show.slides[place - 1] if place else None
        slide_id = slide_ids(show, 1, self.ids)[0]
        if self.kind and self.kind not in KINDS:
            raise BadEdit(f"a slide is {', '.join(kind.label for kind in KINDS.values())}")
        if style_of(show) is not None:
            return _inserted(show, place, [new_slide(show, slide_id, self.kind or kind_after(show.slides, place))])
        slide = Slide(id=slide_id)
        if like is not None:
            slide = replace(slide, background=like.background, ground=like.ground, transition=like.transition)
        return _inserted(show, place, [slide])


class AddPictureSlides(Command, frozen=True, kw_only=True):
    """Make one slide of each picture or clip, in the order of their file names, numbers as numbers, or ``as_given``.

    A slide of a clip lasts as long as that.

    ``scripts`` say by picture what is said on its slide. The hold (None: the clock finds one) and the transition are
    set once for all of them. They are all that a show has with which nothing was done yet.
    """

    assets: Ids
    after: str | None = None
    fit: Literal["whole", "fill"] = "whole"
    hold: int | None = None
    transition: dict[str, Any] = {}
    background: str = "#17131f"
    scripts: Annotated[dict[str, Script], Meta(max_length=limits.SLIDES)] = {}
    as_given: bool = False
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the new slides."""
        known = {a.id: a for a in show.assets if a.kind in ("picture", "clip")}
        missing = [a for a in self.assets if a not in known]
        if missing or not self.assets:
            raise BadEdit("choose pictures or clips: what was given is not in the library as one")
        transition = checked_transition(self.transition or {"type": "cut"})
        pictures = [known[a] for a in self.assets]
        if not self.as_given:
            pictures.sort(key=file_name_order)
        ids = slide_ids(show, len(pictures), self.ids)
        slides = [self._slide(show, i, p, transition) for i, p in zip(ids, pictures, strict=True)]
        if untouched(show):
            return replace(show, slides=tuple(slides), chapters=())
        return _inserted(show, _place_after(show, self.after), slides)

    def _slide(self, show: Show, slide_id: str, asset: Asset, transition: Transition) -> Slide:
        box = {"asset": asset.id, "width": show.width, "height": show.height, "fit": self.fit}
        moves = asset.kind == "clip"
        picture = Clip(id="object-1", waited_for=True, **box) if moves else Picture(id="object-1", **box)  # type: ignore[arg-type]
        said = self.scripts.get(asset.id, "")
        values = {"hold": 0 if moves else self.hold, "background": self.background, "script": said}
        title = object_name(picture, {asset.id: asset})
        return with_values(Slide(id=slide_id, title=title, transition=transition, objects=(picture,)), values)

    @property
    def label(self) -> str:
        """Count the slides."""
        return f"add {len(self.assets)} picture slides" if len(self.assets) > 1 else "add a picture slide"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The pictures."""
        return tuple(self.assets)


class DeleteSlides(Command, frozen=True, kw_only=True):
    """Take slides out of the show. A chapter whose first slide goes begins at the next one left of it.

    Links to them go too.
    """

    slides: Ids

    def apply(self, show: Show) -> Show:
        """Return the show without them."""
        gone = set(self.slides)
        kept = tuple(without_links_to(s, gone) for s in show.slides if s.id not in gone)
        return replace(show, slides=kept, chapters=_chapters_without(show, gone))

    @property
    def label(self) -> str:
        """Count the slides."""
        return "delete the slide" if len(self.slides) == 1 else f"delete {len(self.slides)} slides"


class DuplicateSlides(Command, frozen=True, kw_only=True):
    """Put a copy of each slide after the last of them. Objects keep their lineage."""

    slides: Ids
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the copies."""
        chosen = [s for s in show.slides if s.id in set(self.slides)]
        if not chosen:
            raise BadEdit("choose a slide to duplicate")
        originals = {s.id: replace(s, objects=tuple(_with_lineage(s))) for s in chosen}
        ids = slide_ids(show, len(chosen), self.ids)
        copies = [replace(s, id=i) for i, s in zip(ids, originals.values(), strict=True)]
        show = replace(show, slides=tuple(originals.get(s.id, s) for s in show.slides))
        return _inserted(show, _place_after(show, chosen[-1].id), copies)

    @property
    def label(self) -> str:
        """Count the slides."""
        return "duplicate the slide" if len(self.slides) == 1 else f"duplicate {len(self.slides)} slides"


class MoveSlides(Command, frozen=True, kw_only=True):
    """Move slides, together and in their order, to before another slide, or to the end.

    A chapter stays with those of its slides that are not moved, and goes along where all of them are. ``chapter`` is
    the one that they are to be in, where they stand before its first slide.
    """

    slides: Ids
    before: str | None = None
    chapter: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show in the new order."""
        chosen = set(self.slides)
        moved = [s for s in show.slides if s.id in chosen]
        rest = [s for s in show.slides if s.id not in chosen]
        place = next((n for n, s in enumerate(rest) if s.id == self.before), len(rest))
        slides = (*rest[:place], *moved, *rest[place:])
        order = {s.id: n for n, s in enumerate(slides)}
        chapters = [replace(c, first=first) for c, first in zip(show.chapters, _firsts(show, chosen), strict=True)]
        if moved and self.before is not None:
            begins = (self.chapter, self.before)
            chapters = [replace(c, first=moved[0].id) if (c.id, c.first) == begins else c for c in chapters]
        return replace(show, slides=slides, chapters=tuple(sorted(chapters, key=lambda c: order[c.first])))


class SetSlides(Command, frozen=True, kw_only=True):
    """Set values of some slides, or of all (``slides`` None): transition, hold, length, script, title, ...

    ``within_transition``: of each slide's transition only what ``values`` names is set; the rest stays as it is.
    """

    values: dict[str, Any]
    slides: Ids | None = None
    within_transition: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with the values set."""
        chosen = {s.id for s in show.slides} if self.slides is None else set(self.slides)
        if chosen - {s.id for s in show.slides}:
            raise BadEdit("that slide is not in the show any more")
        had = [s.transition for s in show.slides if s.id in chosen]
        fixed = ("id", "objects", "running_order", "unreadable")
        made = {}
        for slide in show.slides:
            if slide.id in chosen:
                values = self._values_for(slide)
                if values.get("transition") is not None:
                    checked_transition(values["transition"], had)
                made[slide.id] = with_values(slide, values, fixed)
        return replace(show, slides=tuple(made.get(s.id, s) for s in show.slides))

    def _values_for(self, slide: Slide) -> dict[str, Any]:
        named = self.values.get("transition")
        if not self.within_transition or not isinstance(named, dict):
            return self.values
        merged = {**plain(slide.transition), **named}
        return {**self.values, "transition": {name: value for name, value in merged.items() if value is not None}}

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The sound of a transition."""
        transition = self.values.get("transition")
        return tuple(asset_ids(transition.get("sound"))) if isinstance(transition, dict) else ()

    @property
    def label(self) -> str:
        """Name what is set, and for how many."""
        return f"set the {fields_said(self.values)}" + (" of every slide" if self.slides is None else "")


class SetWait(Command, frozen=True, kw_only=True):
    """Set the wait before a cue by hand, in ms; None gives it back to the clock."""

    slide: str
    cue: int
    wait: int | None

    def apply(self, show: Show) -> Show:
        """Return the show with that wait."""
        slide = slide_of(show, self.slide)
        waits = {c: ms for c, ms in slide.waits.items() if c != str(self.cue)}
        if self.wait is not None:
            waits[str(self.cue)] = self.wait
        return SetSlides(slides=[self.slide], values={"waits": waits}).apply(show)


def checked_transition(values: Any, had: Iterable[Transition] = ()) -> Transition:
    """Return the transition that plain values describe.

    Raises ``BadEdit`` if it is one that is not known here, unless it was there before (``had``), from a document.
    """
    transition = convert(values, Transition)
    complaint = next(transition_complaints(transition), None)
    if complaint and not any((h.type, h.subtype) == (transition.type, transition.subtype) for h in had):
        raise BadEdit(complaint)
    return transition


def file_name_order(asset: Asset) -> list[tuple[int, int, str]]:
    """Return a key that sorts names as people do: “page 2” before “page 10”, capitals and accents aside."""
    parts = re.split(r"([0-9]{1,18})", asset.name.casefold())
    return [(0, int(p), "") if place % 2 else (1, 0, p) for place, p in enumerate(parts) if p]


def _place_after(show: Show, slide_id: str | None) -> int:
    if slide_id is None:
        return len(show.slides)
    return show.slides.index(slide_of(show, slide_id)) + 1


def _inserted(show: Show, place: int, slides: list[Slide]) -> Show:
    return replace(show, slides=(*show.slides[:place], *slides, *show.slides[place:]))


def _with_lineage(slide: Slide) -> list[Any]:
    return [replace(o, lineage=o.lineage or o.id) for o in slide.objects]


def _firsts(show: Show, moved: set[str]) -> list[str]:
    """Return each chapter's first slide that is not moved; its first where all are."""
    place = {s.id: n for n, s in enumerate(show.slides)}
    starts = [place[c.first] for c in show.chapters]
    members = [show.slides[a:b] for a, b in pairwise([*starts, len(show.slides)])]
    return [next((s.id for s in own if s.id not in moved), own[0].id) for own in members]


def _chapters_without(show: Show, gone: set[str]) -> tuple[Chapter, ...]:
    firsts = {c.first for c in show.chapters}
    kept: list[Chapter] = []
    ids = [s.id for s in show.slides]
    for chapter in show.chapters:
        place = ids.index(chapter.first)
        while place < len(ids) and ids[place] in gone:
            place += 1
            if place < len(ids) and ids[place] in firsts:
                place = len(ids)
        if place < len(ids):
            kept.append(replace(chapter, first=ids[place]))
    return tuple(kept)
