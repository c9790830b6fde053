"""Names that tell what a thing is, where its author gave none."""

from collections.abc import Mapping

from ritornel.core.model import Asset, Clip, Object, Part, Picture, Shape, Slide, Sound, Step, Text
from ritornel.core.model.roles import ROLES
from ritornel.core.text.parts import has_part, spans_of

_LONGEST = 28
_FORMS = {"bubble": "speech bubble", "path": "drawing"}


def object_name(thing: Object, assets: Mapping[str, Asset]) -> str:
    """Return the object's own name; else its first words, its asset's name, or its form."""
    if thing.name:
        return thing.name
    if isinstance(thing, Text):
        words = next((p.text for p in thing.paragraphs if p.text.strip()), "")
        return _shortened(words) or ROLES.get(thing.role, "Empty text")
    if isinstance(thing, Picture | Clip | Sound):
        asset = assets.get(thing.asset)
        stem = asset.name.rsplit(".", 1)[0].replace("_", " ").replace("-", " ") if asset else ""
        return _shortened(stem).capitalize() if stem else type(thing).__name__
    return _FORMS.get(thing.form, thing.form).capitalize() if isinstance(thing, Shape) else "Line"


def view_name(name: str, slide: Slide) -> str:
    """Return what a view of a slide's plane is called: as its author calls it, or “View 3”."""
    for number, view in enumerate(slide.views, 1):
        if view.id == name:
            return view.name or f"View {number}"
    return "A view that is gone"


def step_name(step: Step, slide: Slide, assets: Mapping[str, Asset]) -> str:
    """Return the name of what a build moves: the object's, with the line where it is a part; or the view it goes to."""
    if step.kind == "view":
        return view_name(step.view, slide)
    thing = next((o for o in slide.objects if o.id == step.object), None)
    if thing is None:
        return "Pause"
    name = object_name(thing, assets)
    return name if step.part is None else f"{name}, {part_name(step.part, thing)}"


def part_name(part: Part, thing: Object | None = None) -> str:
    """Return what a part is called: “line 2”, “word 3 of line 2”; a word of a text that is there by itself."""
    line = f"line {part.paragraph + 1}"
    if part.unit == "line":
        return line
    if part.unit == "word" and isinstance(thing, Text) and has_part(thing, part):
        words = thing.paragraphs[part.paragraph].text
        start, end = spans_of(words, "word")[part.number]
        return f"“{_shortened(words[start:end])}”"
    return f"{'word' if part.unit == 'word' else 'letter'} {part.number + 1} of {line}"


_TITLING = ("title", "statement", "caption", "quotation")


def slide_title(slide: Slide, number: int) -> str:
    """Return the slide's title, or “Slide 4” where it has none."""
    return own_title(slide) or f"Slide {number}"


def own_title(slide: Slide) -> str:
    """Return the title that a slide was given, else what stands on it as its title; empty where there is neither."""
    if slide.title or not slide.kind:
        return slide.title
    texts = {o.role: o for o in reversed(slide.objects) if isinstance(o, Text) and o.role in _TITLING}
    words = (p.text for role in _TITLING if role in texts for p in texts[role].paragraphs if p.text.strip())
    return _shortened(next(words, ""))


def _shortened(text: str) -> str:
    text = " ".join(text.split())
    if len(text) <= _LONGEST:
        return text
    return text[:_LONGEST].rsplit(" ", 1)[0].rstrip(",;:.") + "…"
