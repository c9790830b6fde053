"""The default of every field, by kind of thing, for pages that get documents with defaults left out."""

from typing import Any, get_args

import msgspec

from ritornel.core.model.framing import Framing, Ground, Tone
from ritornel.core.model.objects import Object
from ritornel.core.model.pace import Pace
from ritornel.core.model.paint import Gradient, Shadow
from ritornel.core.model.show import Bed, Duck, Show
from ritornel.core.model.slide import Narration, Slide, Step, Transition


def defaults() -> dict[str, dict[str, Any]]:
    """Return for each kind of thing its fields' defaults, under their document names."""
    things: dict[str, type[msgspec.Struct]] = {
        "show": Show,
        "pace": Pace,
        "bed": Bed,
        "duck": Duck,
        "slide": Slide,
        "transition": Transition,
        "narration": Narration,
        "step": Step,
        "framing": Framing,
        "tone": Tone,
        "ground": Ground,
        "gradient": Gradient,
        "shadow": Shadow,
    }
    things |= {str(kind.__struct_config__.tag): kind for kind in get_args(Object)}
    return {name: _of(kind) for name, kind in things.items()}


def _of(kind: type[msgspec.Struct]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for field in msgspec.structs.fields(kind):
        if field.default is not msgspec.NODEFAULT:
            found[field.encode_name] = msgspec.to_builtins(field.default)
        elif field.default_factory is not msgspec.NODEFAULT:
            found[field.encode_name] = msgspec.to_builtins(field.default_factory())
    return found
