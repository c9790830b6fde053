"""The demo shows made as one makes them on the desk: by commands, one after another, in a house style."""

from collections.abc import Iterator, Sequence
from typing import Any

from msgspec.structs import replace

from ritornel.core.edits import apply, read_command
from ritornel.core.model import Asset, Show
from ritornel.core.model.reading import read_show
from ritornel.core.model.roles import PICTURE
from ritornel.core.model.writing import plain
from ritornel.core.styles.kinds import KINDS
from ritornel.shows.demo.parts import Document

_AT_LAST = ("script", "narration")
"""What names cues is written once there are cues."""


def made(plan: Document, assets: Sequence[Asset]) -> Show:
    """Return the show that a plan describes, made by commands with those ``assets`` at hand.

    A plan is a show's document with the style it is set in; its slides name their ``kind``, and ids of objects hold on
    their slide. Objects with a role and no place have their place from the style, but for what is set ``by_hand``.
    """
    show = replace(Show(), assets=tuple(assets))
    for command in commands(plan):
        show = apply(show, read_command(command))
    return show


def as_written(document: Document, assets: Sequence[Asset]) -> Show:
    """Return the show of a document as it is written, with those ``assets`` at hand."""
    return read_show({**document, "assets": [plain(asset) for asset in assets]})


def commands(plan: Document) -> Iterator[dict[str, Any]]:
    """Yield the commands that make a show, as the desk would send them."""
    yield {"do": "set-show", "values": {name: plan[name] for name in ("title", "target", "words") if name in plan}}
    if "captions" in plan:
        yield {"do": "set-caption-look", "look": plan["captions"]}
    yield {"do": "set-style", "style": plan["style"]}
    for slide in plan["slides"]:
        yield from _slide(slide)
    for chapter in plan.get("chapters", ()):
        yield {"do": "set-chapter", "slide": chapter["first"], "title": chapter["title"]}
    for bed in plan.get("beds", ()):
        yield {
            "do": "add-bed",
            "id": bed.get("id"),
            "values": {name: value for name, value in bed.items() if name != "id"},
        }
    if plan.get("to_beat"):
        yield {"do": "to-beat", "slides": [slide["id"] for slide in plan["slides"]], **plan["to_beat"]}
    for slide_id in plan.get("credit_lines", ()):
        yield {"do": "add-credit-line", "slide": slide_id}


def _slide(slide: Document) -> Iterator[dict[str, Any]]:
    key, kind = slide["id"], slide["kind"]
    yield {"do": "add-slide", "kind": "blank", "ids": [key]}
    prompts = [f"text-{n}" for n, _ in enumerate((role for role in KINDS[kind].roles if role != PICTURE), 1)]
    if prompts:
        yield {"do": "set-kind", "slides": [key], "kind": kind}
        yield {"do": "delete-objects", "slide": key, "objects": prompts}
    held = {n: v for n, v in slide.items() if n not in ("id", "kind", "objects", "running_order", *_AT_LAST)}
    yield {"do": "set-slides", "slides": [key], "values": held}
    for thing in slide["objects"]:
        new = {name: value for name, value in thing.items() if name != "by_hand"}
        yield {"do": "add-object", "slide": key, "object": {**new, "id": f"{key}-{thing['id']}"}}
    styled = [f"{key}-{thing['id']}" for thing in slide["objects"] if thing.get("role") and "x" not in thing]
    if styled:
        yield {"do": "follow-style", "slide": key, "objects": styled}
    by_hand = {f"{key}-{thing['id']}": thing["by_hand"] for thing in slide["objects"] if "by_hand" in thing}
    if by_hand:
        yield {"do": "set-objects", "slide": key, "values": by_hand}
    for step in slide["running_order"]:
        yield from _build(key, step)
    said = {name: slide[name] for name in _AT_LAST if name in slide}
    if said:
        yield {"do": "set-slides", "slides": [key], "values": said}


def _build(slide: str, step: Document) -> Iterator[dict[str, Any]]:
    """Yield how a build is made: of the whole object by its own effect, of a line of it by any, and then set.

    One that goes to a view is made with that.
    """
    if step["kind"] == "view":
        view = {name: value for name, value in step["view"].items() if name != "id"}
        yield {"do": "add-views", "slide": slide, "views": [view], "ids": [step["view"]["id"]], "builds": [step["id"]]}
        return
    new = {"kind": step["kind"], "objects": [f"{slide}-{step['object']}"], "ids": [step["id"]]}
    yield {"do": "add-builds", "slide": slide, **new, "effect": "fade" if "part" in step else step["effect"]}
    rest = {name: value for name, value in step.items() if name not in ("id", "object", "kind")}
    yield {"do": "set-steps", "slide": slide, "steps": [step["id"]], "values": rest}


def with_ids(thing: Any, ids: dict[str, str]) -> Any:
    """Return the document with file names of assets replaced by their ids."""
    if isinstance(thing, list):
        return [with_ids(item, ids) for item in thing]
    if isinstance(thing, dict):
        return {k: ids.get(v, v) if k == "asset" else with_ids(v, ids) for k, v in thing.items()}
    return thing
