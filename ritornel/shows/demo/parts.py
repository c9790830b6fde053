"""Short ways to write the documents of the demo shows."""

from typing import Any

CREAM = "#f4e8cc"
LAMP = "#ffd684"

Document = dict[str, Any]


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
    return {"id": key, "kind": "picture", "role": "picture", "asset": file, "name": name, **more}


def lit(line: str, words: str, **more: Any) -> Document:
    """Return a paragraph in which some words are lit: in the lamp's colour, or as ``more`` says."""
    start = line.index(words)
    return {"text": line, "runs": [{"start": start, "end": start + len(words), "colour": LAMP, **more}]}


def picture(key: str, file: str, x: float, y: float, width: float, height: float, **more: Any) -> Document:
    """Return a picture object; ``file`` is its name among the demo material."""
    return {"id": key, "kind": "picture", "asset": file, "x": x, "y": y, "width": width, "height": height, **more}


def whole(key: str, file: str, name: str) -> Document:
    """Return a picture that fills the stage."""
    return picture(key, file, 0, 0, 1280, 720, fit="fill", name=name)


def build(key: str, target: str, effect: str, trigger: str = "cue", kind: str = "entrance", **more: Any) -> Document:
    """Return a step of the running order."""
    return {"id": key, "object": target, "effect": effect, "trigger": trigger, "kind": kind, **more}


def line(key: str, target: str, paragraph: int, effect: str, trigger: str = "cue", **more: Any) -> Document:
    """Return a step that builds one line of a text, counted from 0."""
    return build(key, target, effect, trigger, part={"paragraph": paragraph}, **more)
