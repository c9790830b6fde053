"""Changes of one show, computed one after another as far as this process goes.

Each of two changes that are computed at once makes the other begin anew, and where many work at full speed the longer
one never comes to its end. Who waits for a turn loses nothing by it: one of the two would have been for nothing.
Between processes ``keeping`` sees which came first.
"""

import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from weakref import WeakValueDictionary

PATIENCE_S = 1.0
"""So long a change waits for those before it; then it is computed beside them: a slow one holds up nobody longer."""

_turns: WeakValueDictionary[Any, Any] = WeakValueDictionary()
_asking = threading.Lock()


@contextmanager
def in_turn(key: Any) -> Iterator[bool]:
    """Wait until nobody else changes what has this key; tell whether it is one's turn, or only has waited enough."""
    with _asking:
        turn = _turns.setdefault(key, threading.RLock())
    held = turn.acquire(timeout=PATIENCE_S)
    try:
        yield held
    finally:
        if held:
            turn.release()
