"""What was done, to be read later: an edit in a sentence, with what it touched, and where.

Labels of commands begin with their verb, and speak of what they touch as an object, a text, or a slide.
"""

import re
from collections.abc import Collection, Iterable

from ritornel.core.edits.places import Place, slides_of
from ritornel.core.model import Show, Slide
from ritornel.core.text.naming import object_name, slide_title, step_name

_NAMED = 2
_MOST = 500
_PAST = {
    "bring": "brought", "build": "built", "choose": "chose", "cut": "cut", "draw": "drew", "forget": "forgot",
    "give": "gave", "hide": "hid", "keep": "kept", "lead": "led", "let": "let", "make": "made", "put": "put",
    "set": "set", "shrink": "shrank", "spread": "spread", "take": "took", "write": "wrote",
}  # fmt: skip
_THINGS = re.compile(r"\b(an object|objects|a text|the text|texts|it)\b")
_SLIDE = re.compile(r"\b(a|the) slide\b")


def listed(names: Collection[str]) -> str:
    """Return names as one says them: “fill”, “fill and line”, “fill, line and shadow”."""
    *others, last = (name.replace("_", " ") for name in names)
    return f"{', '.join(others)} and {last}" if others else last


def what_was_done(label: str, places: Iterable[Place], before: Show, after: Show) -> str:
    """Return an edit as one reads it afterwards: “Moved “Lens drawing”, on “The bath””."""
    found = set(places)
    slides = slides_of(found)
    old, new = ({s.id: (n, s) for n, s in enumerate(show.slides, 1)} for show in (before, after))
    names = _names(found, before, after)
    said = _past(label)
    if names:
        said, replaced = _THINGS.subn(lambda _: names, said, count=1)
        said += "" if replaced else f": {names}"
    if "slide" in label:
        if len(slides) == 1 and not names:
            number, slide = new.get(slides[0]) or old[slides[0]]
            said = _SLIDE.sub(lambda _: f"“{slide_title(slide, number)}”", said, count=1)
    elif len(slides) > 1:
        said += f", on {len(slides)} slides"
    elif slides:
        number, slide = new.get(slides[0]) or old[slides[0]]
        said += f", on “{slide_title(slide, number)}”"
    return (said[:1].upper() + said[1:])[:_MOST]


def _past(label: str) -> str:
    verb, _, rest = label.partition(" ")
    past = _PAST.get(verb) or re.sub(r"([^aeiou])y$|e$", lambda end: f"{end[1]}i" if end[1] else "", verb) + "ed"
    return f"{past} {rest}".rstrip()


def _names(places: Collection[Place], before: Show, after: Show) -> str:
    """Return the objects that were touched, or else the builds, by their names."""
    assets = {a.id: a for a in (*before.assets, *after.assets)}
    slides = [{s.id: s for s in show.slides} for show in (after, before)]

    def found(part: str, name):  # type: ignore[no-untyped-def]
        touched = (p for p in sorted(places) if len(p) > 3 and p[0] == "slide" and p[2] == part)
        return list(dict.fromkeys(n for p in touched for s in slides if p[1] in s and (n := name(s[p[1]], p[3]))))

    def thing(slide: Slide, key: str) -> str:
        return next((object_name(o, assets) for o in slide.objects if o.id == key), "")

    def build(slide: Slide, key: str) -> str:
        return next((step_name(s, slide, assets) for s in slide.running_order if s.id == key), "")

    names = found("objects", thing) or found("running_order", build)
    told = [f"“{name}”" for name in names[:_NAMED]]
    return listed(told if len(names) <= _NAMED else [*told, f"{len(names) - _NAMED} more"]) if told else ""
