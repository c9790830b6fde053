"""What has been computed, remembered within a bound: so many bytes, and the least recently used goes first."""

from threading import Lock
from typing import Generic, TypeVar

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
