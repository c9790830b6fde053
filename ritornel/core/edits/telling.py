"""What was done, to be read later: an edit in a sentence, with what it touched, and where.

Labels of commands begin with their verb, and speak of what they touch as an object, a text, or a slide.
"""

import re
from collections.abc import Collection, Iterable, Mapping

from ritornel.core.edits.places import Place, slides_of
from ritornel.core.model import Asset, Show, Slide
from ritornel.core.text.naming import object_name, slide_title, step_name

_NAMED = 2
_MOST = 500
_PAST = {
    "bring": "brought", "build": "built", "choose": "chose", "cut": "cut", "draw": "drew", "forget": "forgot",
    "give": "gave", "hide": "hid", "keep": "kept", "lead": "led", "let": "let", "make": "made", "put": "put",
    "set": "set", "shrink": "shrank", "spread": "spread", "take": "took", "write": "wrote",
}  # fmt: skip
_THINGS = re.compile(r"\b(an object|objects|a text|texts|it)\b")
_SLIDE = re.compile(r"\b(a|the) slide\b")


def listed(names: Collection[str]) -> str:
    """Return names as one says them: “fill”, “fill and line”, “fill, line and shadow”."""
    if not names:
        return "nothing"
    *others, last = names
    return f"{', '.join(others)} and {last}" if others else last


def fields_said(fields: Iterable[str]) -> str:
    """Return the names of fields as one says them: “fill and line width”."""
    return listed([field.replace("_", " ") for field in fields])


def what_was_done(label: str, places: Iterable[Place], before: Show, after: Show) -> str:
    """Return an edit as one reads it afterwards: “Moved “Lens drawing”, on “The bath””."""
    found = set(places)
    slides = slides_of(found)
    title = _title(slides[0], before, after) if len(slides) == 1 else ""
    names = _names(found, before, after)
    said = _past(label)
    if names:
        said, replaced = _THINGS.subn(lambda _: names, said, count=1)
        said += "" if replaced else f": {names}"
    if "slide" not in label:
        said += f", on {title}" if title else f", on {len(slides)} slides" if slides else ""
    elif title and not names:
        said = _SLIDE.sub(lambda _: title, said)
    return (said[:1].upper() + said[1:])[:_MOST]


def _title(slide_id: str, before: Show, after: Show) -> str:
    slides = (pair for show in (after, before) for pair in enumerate(show.slides, 1) if pair[1].id == slide_id)
    number, slide = next(slides)
    return f"“{slide_title(slide, number)}”"


def _past(label: str) -> str:
    verb, _, rest = label.partition(" ")
    past = _PAST.get(verb) or re.sub(r"([^aeiou])y$|e$", lambda end: f"{end[1]}i" if end[1] else "", verb) + "ed"
    return f"{past} {rest}".rstrip()


def _names(places: Collection[Place], before: Show, after: Show) -> str:
    """Return the objects that were touched, or else the builds, by their names."""
    assets = {a.id: a for a in (*before.assets, *after.assets)}
    states = [{s.id: s for s in show.slides} for show in (after, before)]
    names: dict[str, None] = {}
    for part in ("objects", "running_order"):
        for slide_id, key in _touched(places, part):
            found = (_name(slides[slide_id], part, key, assets) for slides in states if slide_id in slides)
            names |= dict.fromkeys([name for name in found if name][:1])
        if names:
            break
    said = [f"“{name}”" for name in names][:_NAMED]
    if len(names) > _NAMED:
        said.append(f"{len(names) - _NAMED} more")
    return listed(said) if said else ""


def _touched(places: Collection[Place], part: str) -> list[tuple[str, str]]:
    """Return what was touched in that part of slides: slides and keys."""
    return [(p[1], p[3]) for p in sorted(places) if len(p) > 3 and p[0] == "slide" and p[2] == part]


def _name(slide: Slide, part: str, key: str, assets: Mapping[str, Asset]) -> str:
    if part == "objects":
        return next((object_name(o, assets) for o in slide.objects if o.id == key), "")
    return next((step_name(s, slide, assets) for s in slide.running_order if s.id == key), "")
