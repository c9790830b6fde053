"""Who is on a show just now, on which slide, and what they hold in their hand: told to the others, and never kept.

What somebody drags or types goes from hand to hand within one process at once. Other processes of the machine learn who
is there, and where, from a cache that all share; what is held they do not see until it is let go of and kept.
"""

import asyncio
import time
from collections.abc import Callable
from typing import Any
from uuid import UUID

from django.core.cache import caches
from msgspec import Struct

STAYS_S = 45.0
"""So long after a page was last heard of it is still taken to be there."""


class Here(Struct, frozen=True):
    """A page of somebody: their name and initials, the slide they are on (none: they have left), what they hold."""

    page: str
    name: str
    slide: str | None
    holding: dict[str, Any] | None = None
    heard: float = 0.0


Listener = Callable[[Here], None]


class Presence:
    """Who is on which show, and who wants to know."""

    def __init__(self) -> None:
        """Begin with nobody."""
        self._here: dict[UUID, dict[str, Here]] = {}
        self._listeners: dict[UUID, set[Listener]] = {}

    def on(self, show_id: UUID, told: Callable[[Here], None]) -> Callable[[], None]:
        """Let somebody know of all that are there, and of what changes; return what ends that. In an event loop."""
        loop = asyncio.get_running_loop()

        def listener(one: Here) -> None:
            loop.call_soon_threadsafe(told, one)

        for one in self.there(show_id):
            self._here.setdefault(show_id, {}).setdefault(one.page, one)
            told(one)
        self._listeners.setdefault(show_id, set()).add(listener)
        return lambda: self._listeners.get(show_id, set()).discard(listener)

    def tell(self, show_id: UUID, one: Here) -> None:
        """Let all others know where a page is, and what it holds."""
        one = Here(one.page, one.name, one.slide, one.holding, time.time())
        pages = self._here.setdefault(show_id, {})
        was = pages.get(one.page)
        if one.slide is None:
            pages.pop(one.page, None)
        else:
            pages[one.page] = one
        if was is None or one.slide != was.slide or one.heard - was.heard > STAYS_S / 3:
            _share(show_id, one)
        self._give(show_id, one)

    def there(self, show_id: UUID) -> list[Here]:
        """Return who is there, of all processes of this machine."""
        oldest = time.time() - STAYS_S
        pages = {**_shared(show_id), **self._here.get(show_id, {})}
        return [one for one in pages.values() if one.heard >= oldest and one.slide is not None]

    def look_elsewhere(self) -> None:
        """Learn of those on whom other processes look, for shows that somebody here follows."""
        for show_id in [show_id for show_id, listeners in self._listeners.items() if listeners]:
            own = self._here.setdefault(show_id, {})
            for page, one in _shared(show_id).items():
                known = own.get(page)
                if known is None or known.heard < one.heard:
                    own[page] = one
                    self._give(show_id, one)

    def _give(self, show_id: UUID, one: Here) -> None:
        for listener in list(self._listeners.get(show_id, ())):
            listener(one)


def _shared(show_id: UUID) -> dict[str, Here]:
    found: dict[str, Here] = caches["limits"].get(f"here/{show_id}", {})
    return found


def _share(show_id: UUID, one: Here) -> None:
    """Let other processes know. Two that do at the same instant may lose one, until it is heard of again."""
    oldest = time.time() - STAYS_S
    pages = {page: known for page, known in _shared(show_id).items() if known.heard >= oldest}
    pages[one.page] = Here(one.page, one.name, one.slide, None, one.heard)
    caches["limits"].set(f"here/{show_id}", pages, STAYS_S)


presence = Presence()
