"""The difference between two states of a show, small enough to keep for every edit, and back again."""

from collections.abc import Mapping
from typing import Any

from msgspec.structs import asdict, replace

from ritornel.core.model.reading import convert
from ritornel.core.model.show import Bed, Chapter, Guide, OwnEffect, Show
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.style import Style
from ritornel.core.model.writing import document_of, plain

_WHOLE = ("title", "width", "height", "target_ms", "pace", "guides", "effects", "style", "styles")


def patch_to(start: Show, end: Show) -> dict[str, Any]:
    """Return, as plain data, what must be set in ``start`` to make it ``end`` (assets aside).

    Fields: ``head`` (title, pace, ...), ``chapters``, ``beds``, ``order`` (slide ids), ``slides`` (documents by
    id; None for a slide that is not in ``end``). What does not differ is left out.
    """
    patch: dict[str, Any] = {}
    old, new = asdict(start), asdict(end)
    if any(old[name] != new[name] for name in _WHOLE):
        patch["head"] = {name: plain(new[name]) for name in _WHOLE}
    for name in ("chapters", "beds"):
        if old[name] != new[name]:
            patch[name] = plain(new[name])
    before = {s.id: s for s in start.slides}
    after = {s.id: s for s in end.slides}
    changed = (s for s in end.slides if before.get(s.id) is not s and before.get(s.id) != s)
    slides: dict[str, Any] = {s.id: document_of(s) for s in changed} | {i: None for i in before if i not in after}
    if slides:
        patch["slides"] = slides
    if list(before) != list(after):
        patch["order"] = list(after)
    return patch


def patched(show: Show, patch: Mapping[str, Any]) -> Show:
    """Return the show with a patch of ``patch_to`` applied.

    A slide that cannot be read any more comes back as ``stored_slide`` gives it; so a patch never fails for it.
    """
    if "head" in patch:
        head = dict(patch["head"])
        pace = convert(head.pop("pace"), type(show.pace))
        guides = convert(head.pop("guides", plain(show.guides)), tuple[Guide, ...])
        effects = convert(head.pop("effects", plain(show.effects)), tuple[OwnEffect, ...])
        styles = convert(head.pop("styles", plain(show.styles)), tuple[Style, ...])
        show = replace(show, pace=pace, guides=guides, effects=effects, styles=styles, **head)
    if "chapters" in patch:
        show = replace(show, chapters=tuple(convert(c, Chapter) for c in patch["chapters"]))
    if "beds" in patch:
        show = replace(show, beds=tuple(convert(b, Bed) for b in patch["beds"]))
    slides = {s.id: s for s in show.slides}
    for slide_id, document in patch.get("slides", {}).items():
        if document is None:
            slides.pop(slide_id, None)
        else:
            slides[slide_id] = stored_slide(slide_id, document)
    order = patch["order"] if "order" in patch else [s.id for s in show.slides]
    placed = [i for i in order if i in slides]
    rest = [i for i in slides if i not in set(placed)]
    return replace(show, slides=tuple(slides[i] for i in (*placed, *rest)))
