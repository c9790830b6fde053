"""What a show has besides its slides, chapters, beds and assets: its fields, as they are declared in ``Show``.

Whoever keeps, compares, patches, edits or tells them goes through this list: a new one is one line in ``Show``.
"""

from typing import Any

import msgspec

from ritornel.core.model.show import Show

_NOT_OF_IT = frozenset({"id", "slides", "chapters", "beds", "assets"})

TYPES: dict[str, Any] = {field.name: field.type for field in msgspec.structs.fields(Show)}
"""The types of all of a show's fields, by the names of their attributes."""

HEAD: tuple[str, ...] = tuple(name for name in TYPES if name not in _NOT_OF_IT)
"""The fields of a show's head, by the names of their attributes."""

IN_DOCUMENTS: dict[str, str] = {field.name: field.encode_name for field in msgspec.structs.fields(Show)}
"""How documents call a show's fields."""
