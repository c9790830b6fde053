"""The collection outside, as the library searches it: what it answers is read tolerantly, and never trusted."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Annotated, Any, TypeVar
from urllib.parse import quote, urlencode

import msgspec
from msgspec import Meta, Struct

from ritornel.library.outside import AT_ONCE_S, Answer, Outside, answered, blocks, collection

T = TypeVar("T")

_MOST_AT_ONCE = 512 * 1024
HEARD_S = 120.0
"""So long somebody may listen to a sound that is not taken."""
MOST_HEARD = 30 * 1024 * 1024
_PREVIEWS = frozenset({"image/jpeg", "image/png", "image/webp"})
_Words = Annotated[str, Meta(max_length=300)]


class Item(Struct, frozen=True):
    """One thing that the collection offers: lengths in ms, sizes in pixels and bytes."""

    id: Annotated[str, Meta(pattern=r"^[A-Za-z0-9-]{1,80}$")]
    title: _Words
    kind: _Words
    author: _Words
    licence: _Words
    file: Annotated[str, Meta(max_length=2000)]
    length: Annotated[int, Meta(ge=0)] = 0
    width: Annotated[int, Meta(ge=0)] = 0
    height: Annotated[int, Meta(ge=0)] = 0
    bytes: Annotated[int, Meta(ge=0)] = 0


class Found(Struct, frozen=True):
    """What a search found: how many in all, and those of the page that was asked for."""

    found: Annotated[int, Meta(ge=0)]
    items: Annotated[list[Item], Meta(max_length=100)]


def search(words: str, kind: str = "", page: int = 1) -> Found:
    """Return what the collection has under some words; ``Outside`` if it does not answer, or not what it should."""
    asked = {name: value for name, value in {"words": words[:200], "kind": kind, "page": page}.items() if value}
    return _told(f"search.json?{urlencode(asked)}", Found)


def item_of(item_id: str) -> Item:
    """Return one of its things as the collection tells of it now; raises as ``search``."""
    return _told(f"items/{quote(item_id, safe='')}.json", Item)


def preview(item_id: str) -> tuple[bytes, str]:
    """Return the small picture of one of its things, and its media type; raises as ``search``."""
    with answered(f"{_there()}/previews/{quote(item_id, safe='')}", AT_ONCE_S) as answer:
        if answer.mime not in _PREVIEWS:
            raise Outside("this has no picture")
        return b"".join(blocks(answer, _MOST_AT_ONCE)), answer.mime


@contextmanager
def heard(item_id: str) -> Iterator[Answer]:
    """Give the sound of one of its things as it comes, to be heard before it is taken; raises as ``search``."""
    item = item_of(item_id)
    if item.kind != "sound":
        raise Outside("this is no sound")
    with answered(item.file, HEARD_S) as answer:
        if not (answer.mime.startswith("audio/") or answer.mime == "application/ogg"):
            raise Outside("this is no sound")
        yield answer


def _told(path: str, kind: type[T]) -> T:
    with answered(f"{_there()}/{path}", AT_ONCE_S) as answer:
        said = b"".join(blocks(answer, _MOST_AT_ONCE))
    try:
        return msgspec.json.decode(said, type=kind)
    except msgspec.MsgspecError as error:
        raise Outside("the collection answered something else than it should; try again later") from error


def described(item: Item) -> dict[str, Any]:
    """Return an item as the page has it; its picture comes through this server."""
    here = "/library/outside"
    sounds = {"heard": f"{here}/heard/{item.id}"} if item.kind == "sound" else {}
    return {**msgspec.to_builtins(item), "preview": f"{here}/previews/{item.id}", **sounds}


def _there() -> str:
    if not collection():
        raise Outside("no collection outside is set up here; an address can be given all the same")
    return collection()
