"""A slide as it stands at an instant."""

from collections.abc import Mapping
from typing import Any, NamedTuple

from ritornel.core.model import Object, Slide, Sound
from ritornel.core.model.keys import target_key
from ritornel.core.motion.curves import Value


class Standing(NamedTuple):
    """A slide as it stands at one end of a transition: its targets' properties by key."""

    slide: Slide
    states: Mapping[str, Mapping[str, Value]]

    def state(self, thing: Object) -> Mapping[str, Any]:
        """Return the properties of an object."""
        return self.states.get(target_key(thing.id), {})

    def shown(self) -> list[Object]:
        """Return what is seen of it, back to front."""
        return [o for o in self.slide.objects if not isinstance(o, Sound) and self.state(o).get("visible", 1.0) != 0.0]
