"""What has been computed, remembered within a bound: so many bytes, and the least recently used goes first."""

from collections.abc import Hashable
from threading import Lock
from typing import Any, Generic, TypeVar
from weakref import ref

from cachetools import LRUCache

K = TypeVar("K")
V = TypeVar("V")


class Memory(Generic[K, V]):
    """A cache that holds at most ``most_bytes`` together, as weighed by whoever puts values in; for any thread."""

    def __init__(self, most_bytes: int) -> None:
        """Begin empty."""
        self._held: LRUCache[K, tuple[V, int]] = LRUCache(most_bytes, getsizeof=lambda held: held[1])
        self._lock = Lock()

    def get(self, key: K) -> V | None:
        """Return what was put in under the key, or None."""
        with self._lock:
            try:
                return self._held[key][0]
            except KeyError:
                return None

    def put(self, key: K, value: V, weight: int) -> V:
        """Keep a value of about ``weight`` bytes, and return it; one that is heavier than the whole is not kept."""
        with self._lock:
            if weight <= self._held.maxsize:
                self._held[key] = (value, weight)
        return value

    def clear(self) -> None:
        """Forget everything."""
        with self._lock:
            self._held.clear()

    @property
    def weight(self) -> int:
        """The bytes that are held now."""
        with self._lock:
            return int(self._held.currsize)


class Recalled(Generic[V]):
    """A ``Memory`` of what was computed from some things, found again by those very things.

    It keeps none of them in use: what it remembers of a thing that is gone is never found again, and goes in its turn.
    The things must be such as can be referred to weakly.
    """

    def __init__(self, most_bytes: int) -> None:
        """Begin empty."""
        self._memory: Memory[tuple[Hashable, ...], tuple[tuple[ref[Any], ...], V]] = Memory(most_bytes)

    def get(self, *things: object, by: Hashable = None) -> V | None:
        """Return what was put in for these very things (and an equal ``by``), or None."""
        held = self._memory.get((by, *map(id, things)))
        if held is None:
            return None
        for known, thing in zip(held[0], things, strict=True):
            if known() is not thing:
                return None
        return held[1]

    def put(self, value: V, weight: int, *things: object, by: Hashable = None) -> V:
        """Keep a value of about ``weight`` bytes, and return it."""
        known = tuple(ref(thing) for thing in things)
        self._memory.put((by, *map(id, things)), (known, value), weight)
        return value

    def clear(self) -> None:
        """Forget everything."""
        self._memory.clear()

    @property
    def weight(self) -> int:
        """The bytes that are held now."""
        return self._memory.weight
