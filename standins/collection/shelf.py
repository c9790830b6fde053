"""What lies on the shelf: ``shelf.json`` beside the files, made by ``make_shelf``."""

import json
from dataclasses import dataclass
from pathlib import Path

FOLDER = Path(__file__).parent / "shelf"


@dataclass(frozen=True)
class Item:
    """One thing: lengths in ms, sizes in pixels. ``manner`` is how it is given out: "" or slowly, refused, moved."""

    id: str
    title: str
    kind: str
    author: str
    licence: str
    file: str
    words: str
    length: int = 0
    width: int = 0
    height: int = 0
    manner: str = ""

    @property
    def path(self) -> Path:
        """Its file."""
        return FOLDER / self.file

    @property
    def preview(self) -> Path:
        """Its small picture."""
        return FOLDER / f"{self.id}.preview.jpg"


def shelf() -> dict[str, Item]:
    """Return all that there is, by ids."""
    listed = json.loads((FOLDER / "shelf.json").read_text(encoding="utf-8"))
    return {one["id"]: Item(**one) for one in listed}


def found(items: dict[str, Item], words: str, kind: str) -> list[Item]:
    """Return what all the words stand in, of a kind if one is given."""
    wanted = words.casefold().split()

    def said(item: Item) -> str:
        return f"{item.title} {item.words} {item.author} {item.kind}".casefold()

    return [i for i in items.values() if kind in ("", i.kind) and all(word in said(i) for word in wanted)]
