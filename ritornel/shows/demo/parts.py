"""Short ways to write the documents of the demo shows."""

from typing import Any

CREAM = "#f4e8cc"
LAMP = "#ffd684"

Document = dict[str, Any]

SEEN_IN = {
    "bath-drawing.png": "A section through the trough of mercury on which the lens floats",
    "clockwork.jpg": "The brass wheels of the clockwork that turns the lens",
    "lens-drawing.png": "A drawing of the lens: rings of glass around one lamp, as high as a door",
    "skarholm-beam.jpg": "The beam of the lamp over the dark sea",
    "skarholm-night.jpg": "The lighthouse on its skerry at night, the lamp lit",
    "turning-lens.webm": "The lens turns slowly on its bath of mercury",
    "winter 1 the light by day.jpg": "The lighthouse on its skerry by day, the sea around it",
    "winter 2 first snow.jpg": "The lighthouse in the first snow",
    "winter 3 boathouses.jpg": "Two boathouses by the water",
    "winter 4 dusk.jpg": "The lighthouse at dusk, the lamp just lit",
    "winter 5 the museum room.jpg": "The room of the museum, old lamps along its walls",
    "winter 10 northern lights.jpg": "Northern lights over the lighthouse",
}
"""What is seen in the demo material, for those who do not see it."""


def text(key: str, lines: list[str | Document], x: float, y: float, width: float, size: float, **more: Any) -> Document:
    """Return a text object, a line each."""
    height = round(len(lines) * size * 1.25 + (len(lines) - 1) * size * 0.35, 1)
    paragraphs = [{"text": line} if isinstance(line, str) else line for line in lines]
    return {
        "id": key, "kind": "text", "x": x, "y": y, "width": width, "height": height, "size": size,
        "paragraphs": paragraphs, "colour": CREAM, **more,
    }  # fmt: skip


def said(key: str, role: str, *lines: str | Document, **more: Any) -> Document:
    """Return a text in a role, a line each: its place and its look are the style's."""
    paragraphs = [{"text": line} if isinstance(line, str) else line for line in lines]
    return {"id": key, "kind": "text", "role": role, "paragraphs": paragraphs, **more}


def seen(key: str, file: str, name: str, **more: Any) -> Document:
    """Return a picture where the style has one."""
    return {"id": key, "kind": "picture", "role": "picture", "asset": file, "name": name, "alt": SEEN_IN[file], **more}


def lit(line: str, words: str, **more: Any) -> Document:
    """Return a paragraph in which some words are lit: in the lamp's colour, or as ``more`` says."""
    start = line.index(words)
    return {"text": line, "runs": [{"start": start, "end": start + len(words), "colour": LAMP, **more}]}


def picture(key: str, file: str, x: float, y: float, width: float, height: float, **more: Any) -> Document:
    """Return a picture object; ``file`` is its name among the demo material."""
    place = {"x": x, "y": y, "width": width, "height": height}
    return {"id": key, "kind": "picture", "asset": file, **place, "alt": SEEN_IN[file], **more}


def whole(key: str, file: str, name: str) -> Document:
    """Return a picture that fills the stage."""
    return picture(key, file, 0, 0, 1280, 720, fit="fill", name=name)


def build(key: str, target: str, effect: str, trigger: str = "cue", kind: str = "entrance", **more: Any) -> Document:
    """Return a step of the running order."""
    return {"id": key, "object": target, "effect": effect, "trigger": trigger, "kind": kind, **more}


def line(key: str, target: str, paragraph: int, effect: str, trigger: str = "cue", **more: Any) -> Document:
    """Return a step that builds one line of a text, counted from 0."""
    return build(key, target, effect, trigger, part={"paragraph": paragraph}, **more)
