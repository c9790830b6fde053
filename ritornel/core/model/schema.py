"""The JSON Schema of show documents (draft 2020-12), generated from the model."""

from typing import Any

import msgspec

from ritornel.core.model.show import Show
from ritornel.core.model.version import VERSION

ADDRESS = "https://json-schema.org/draft/2020-12/schema"


def show_schema() -> dict[str, Any]:
    """Return the schema that every show document that is written follows."""
    told = {"$schema": ADDRESS, "title": "A show document of Ritornel", **msgspec.json.schema(Show)}
    plain: dict[str, Any] = msgspec.json.decode(msgspec.json.encode(told))
    version = {"description": "Left out: 1.", "type": "integer", "minimum": 1, "maximum": VERSION}
    plain["$defs"]["Show"]["properties"]["version"] = version
    return plain
