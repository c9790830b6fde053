"""One piece of work in a process of its own, with bounds on its memory and its time.

The processes are forked from a server of forks that has everything loaded (``multiprocessing``, forkserver), so one
costs some milliseconds. What goes beyond its bounds is ended, and nothing else feels it.
"""

import math
import os
import resource
import select
import signal
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from multiprocessing import get_context
from multiprocessing.connection import Connection
from multiprocessing.forkserver import ensure_running
from pathlib import Path
from threading import Lock, Thread
from types import ModuleType
from typing import Any, TypeVar

T = TypeVar("T")

_LOOKS_UP_S = 0.3
_ENDING_S = 30.0
_UNKNOWN = 255
"""How a process ended of which nobody can tell, as the server of forks was ended before (``multiprocessing``)."""
_BEHIND = 10
"""So nice is work of this kind: pages that are shown on the same machine come first, but it goes on beside them."""
MEMORY_BYTES = 400 * 1024 * 1024
_LOADED = ["ritornel.render.picture", "ritornel.formats.outline", "ritornel.formats.svg_outline"]
_beginning = Lock()
_context = get_context("forkserver")
_context.set_forkserver_preload(_LOADED)


class TooMuch(Exception):
    """The work took more time or memory than it may."""


def preload(*modules: str) -> None:
    """Begin to load modules where processes are forked from, for work that needs much and is done often."""
    _LOADED.extend(modules)
    _context.set_forkserver_preload(_LOADED)
    with _without_main():
        ensure_running()


def done_apart(
    seconds: float,
    work: Callable[..., T],
    *args: Any,
    memory: int = MEMORY_BYTES,
    meanwhile: Callable[[], None] | None = None,
) -> T:
    """Return what ``work(*args)`` returns, done in a process of its own, and raise what it raises.

    ``work`` is a function of a module; what goes there and back is pickled. ``memory``: bytes that it
    may ask for beyond what was loaded before. ``meanwhile`` is called every now and then; what it raises ends the
    work. Raises ``TooMuch`` after ``seconds``, or if the process was ended by the system.
    """
    here, there = _context.Pipe(duplex=False)
    child = _context.Process(target=_worked, args=(there, seconds, memory, work, args), daemon=True)
    with _without_main():
        child.start()
    there.close()
    try:
        _await(here, seconds, meanwhile)
        done, value = here.recv()
    except EOFError as error:
        child.join()
        if child.exitcode in (-signal.SIGTERM, _UNKNOWN):
            time.sleep(_ENDING_S)  # this process is being ended, and it first: whoever comes next does the work again
        raise TooMuch from error
    finally:
        here.close()
        child.kill()
        child.join()
        child.close()
    if not done:
        raise value
    return value


def _await(answer: Connection, seconds: float, meanwhile: Callable[[], None] | None) -> None:
    if meanwhile is None:
        if not answer.poll(seconds):
            raise TooMuch
        return
    end = time.monotonic() + seconds
    while not answer.poll(_LOOKS_UP_S):
        if time.monotonic() > end:
            raise TooMuch
        meanwhile()


@contextmanager
def _without_main() -> Iterator[None]:
    """Let a child begin without the program that the server is: else it would import that first, each time anew."""
    with _beginning:
        main, sys.modules["__main__"] = sys.modules["__main__"], ModuleType("__main__")
        try:
            yield
        finally:
            sys.modules["__main__"] = main


def _end_with(answer: int) -> None:
    """End this process when whoever waits for its answer was ended: nobody reads from its pipe any more."""
    watch = select.poll()
    watch.register(answer, 0)  # a broken pipe is told without being asked for
    watch.poll()
    os._exit(1)


def _begun_with() -> int:
    """Return how many bytes of data this process has: the sixth number of ``statm``, proc(5)."""
    return int(Path("/proc/self/statm").read_text().split()[5]) * resource.getpagesize()


def _worked(answer: Connection, seconds: float, memory: int, work: Callable[..., Any], args: tuple[Any, ...]) -> None:
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    os.nice(_BEHIND)
    Thread(target=_end_with, args=(answer.fileno(),), daemon=True).start()
    whole = math.ceil(seconds)
    most = _begun_with() + memory
    resource.setrlimit(resource.RLIMIT_DATA, (most, most))
    resource.setrlimit(resource.RLIMIT_CPU, (whole, whole))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    signal.alarm(whole + 1)  # also where nobody is left to end it
    try:
        answer.send((True, work(*args)))
    except MemoryError:
        os._exit(1)
    except BrokenPipeError:
        return  # whoever waited for it was killed
    except Exception as error:
        answer.send((False, error))
