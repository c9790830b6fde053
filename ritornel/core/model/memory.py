"""What has been computed, remembered within a bound: so many bytes, and what was not used lately goes first.

Looking things up is much of what an edit of a large show costs, so a look-up moves nothing: it only marks what it
found, and what is marked has a second chance when there must be room (F. J. Corbató's clock, 1968).
"""

from collections import OrderedDict
from collections.abc import Hashable
from threading import Lock
from typing import Any, Generic, TypeVar
from weakref import ref

K = TypeVar("K")
V = TypeVar("V")


class _Entry(Generic[V]):
    __slots__ = ("used", "value", "weight")

    def __init__(self, value: V, weight: int) -> None:
        self.value = value
        self.weight = weight
        self.used = False


class Memory(Generic[K, V]):
    """A cache that holds at most ``most_bytes`` together, as weighed by whoever puts values in; for any thread."""

    def __init__(self, most_bytes: int) -> None:
        """Begin empty."""
        self._most = most_bytes
        self._held: OrderedDict[K, _Entry[V]] = OrderedDict()
        self._weight = 0
        self._lock = Lock()

    def get(self, key: K) -> V | None:
        """Return what was put in under the key, or None."""
        held = self._held.get(key)
        if held is None:
            return None
        held.used = True
        return held.value

    def put(self, key: K, value: V, weight: int) -> V:
        """Keep a value of about ``weight`` bytes, and return it; one that is heavier than the whole is not kept."""
        if weight > self._most:
            return value
        with self._lock:
            before = self._held.pop(key, None)
            if before is not None:
                self._weight -= before.weight
            while self._weight + weight > self._most:
                oldest, held = self._held.popitem(last=False)
                if held.used:
                    held.used = False
                    self._held[oldest] = held
                else:
                    self._weight -= held.weight
            self._held[key] = _Entry(value, weight)
            self._weight += weight
        return value

    def clear(self) -> None:
        """Forget everything."""
        with self._lock:
            self._held.clear()
            self._weight = 0

    @property
    def weight(self) -> int:
        """The bytes that are held now."""
        with self._lock:
            return self._weight


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
        known, value = held
        for seen, thing in zip(known, things):  # noqa: B905 - as many as its key has; an edit asks this 3,000 times
            if seen() is not thing:
                return None
        return value

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


class Held(Generic[V]):
    """A ``Memory`` of what was computed from tuples, found again by those very tuples.

    What cannot be referred to weakly it keeps in use for as long as it remembers what was computed from it.
    """

    def __init__(self, most_bytes: int) -> None:
        """Begin empty."""
        self._memory: Memory[tuple[int, Hashable], tuple[tuple[Any, ...], V]] = Memory(most_bytes)

    def get(self, things: tuple[Any, ...], by: Hashable = None) -> V | None:
        """Return what was put in for this very tuple (and an equal ``by``), or None."""
        held = self._memory.get((id(things), by))
        return held[1] if held is not None and held[0] is things else None

    def put(self, value: V, weight: int, things: tuple[Any, ...], by: Hashable = None) -> V:
        """Keep a value of about ``weight`` bytes, the tuple's included, and return it."""
        self._memory.put((id(things), by), (things, value), weight)
        return value

    def clear(self) -> None:
        """Forget everything."""
        self._memory.clear()
