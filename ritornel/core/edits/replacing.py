"""Another picture, clip or sound in the place of one: on one object, or wherever a show uses it."""

from typing import Any

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide
from ritornel.core.model import Asset, Clip, Narration, Picture, Show, Slide, Sound
from ritornel.core.model.uses import assets_used


class ReplaceAsset(Command, frozen=True, kw_only=True):
    """Put ``asset`` wherever the show uses ``old``: objects, grounds, narrations, spots, beds, own effects.

    In and out points stay; where the new one is too short for them they are brought to its end.
    """

    old: str
    asset: str

    def apply(self, show: Show) -> Show:
        """Return the show with the other asset."""
        assets = {a.id: a for a in show.assets}
        old, new = assets.get(self.old), assets.get(self.asset)
        if self.old not in assets_used(show):
            raise BadEdit("the show does not use that any more")
        if new is None:
            raise BadEdit("what is to take its place is not in the library; take it in first")
        if old is not None and not _can_stand_for(old, new):
            raise BadEdit(f"“{new.name}” is a {new.kind}, and a {old.kind} is wanted there")
        return replace(
            show,
            slides=tuple(_replaced(s, self.old, new) for s in show.slides),
            beds=tuple(_replaced(b, self.old, new) for b in show.beds),
            effects=tuple(_replaced(e, self.old, new) for e in show.effects),
        )

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "replace a picture, clip or sound everywhere"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The new one."""
        return (self.asset,)


class ExchangeAsset(Command, frozen=True, kw_only=True):
    """Put another picture, clip or sound in place of an object's: its place, frame, crop, builds and lineage stay.

    In and out points stay as ``ReplaceAsset`` has them.
    """

    slide: str
    object: str
    asset: str

    def apply(self, show: Show) -> Show:
        """Return the show with the other asset in that object."""
        new = next((a for a in show.assets if a.id == self.asset), None)
        if new is None:
            raise BadEdit("what is to take its place is not in the library; take it in first")

        def change(slide: Slide) -> Slide:
            thing = next((o for o in slide.objects if o.id == self.object), None)
            if not isinstance(thing, Picture | Clip | Sound):
                raise BadEdit("select a picture, a clip or a sound to exchange it")
            kind = type(thing).__name__.lower()
            if kind != new.kind:
                raise BadEdit(f"“{new.name}” is a {new.kind}, and a {kind} is wanted there")
            changed = replace(thing, asset=new.id, **_points(thing, new))
            return replace(slide, objects=tuple(changed if o is thing else o for o in slide.objects))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "exchange a picture, clip or sound"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The new one."""
        return (self.asset,)


def _can_stand_for(old: Asset, new: Asset) -> bool:
    return old.kind == new.kind


def _replaced(thing: Any, old: str, new: Asset) -> Any:
    """Return a structure, or a tuple of them, with the asset replaced in it; the very same where it is not."""
    if isinstance(thing, tuple):
        items = tuple(_replaced(item, old, new) for item in thing)
        return thing if all(a is b for a, b in zip(items, thing, strict=True)) else items
    if not isinstance(thing, Struct):
        return thing
    changed: dict[str, Any] = {}
    for name in thing.__struct_fields__:
        value = getattr(thing, name)
        after = _replaced(value, old, new)
        if after is not value:
            changed[name] = after
    if getattr(thing, "asset", None) == old:
        changed |= {"asset": new.id, **_points(thing, new)}
        if isinstance(thing, Narration):  # what was heard, and cut, was the other one
            changed |= {"said": (), "beside": (), "kept": (), "heard": "", "scratch": False}
            changed |= {"again": (), "source": ""}
    return replace(thing, **changed) if changed else thing


def _points(thing: Any, new: Asset) -> dict[str, Any]:
    """Return the in and out points of a clip, a sound or a bed that do not lie in the new one, brought into it."""
    if not hasattr(thing, "in_ms") or not new.length_ms:
        return {}
    begins, ends = thing.in_ms, thing.out_ms
    points: dict[str, Any] = {}
    if ends is not None and ends > new.length_ms:
        points["out_ms"] = None
    if begins >= new.length_ms:
        points["in_ms"] = 0
    return points
