"""A shape as its readers ask about it."""

from collections.abc import Sequence
from typing import Any, NamedTuple

from ritornel.formats.ooxml.names import Element, found


class Asked(NamedTuple):
    """A shape, the places that it stands on, where it is, and what every kind of object has of it."""

    shape: Element
    above: Sequence[Element]
    box: dict[str, Any]
    common: dict[str, Any]
    kind: str

    def chain(self, path: str) -> list[Element | None]:
        """Return what lies at a path in the shape and in those that it stands on, the nearest first."""
        return [found(shape, path) for shape in (self.shape, *self.above)]

    @property
    def place(self) -> dict[str, Any]:
        """Its box as fields of an object."""
        return {name: value for name, value in self.box.items() if name != "flipped"}

    @property
    def plain(self) -> dict[str, Any]:
        """What something without words has of it."""
        role = self.common["role"]
        return {**self.common, "role": role if role == "picture" else ""}
