"""One piece of work in a process of its own, with bounds on its memory and its time.

The processes are forked from a server of forks that has everything loaded (``multiprocessing``, forkserver), so one
costs some milliseconds. What goes beyond its bounds is ended, and nothing else feels it.
"""

import math
import os
import resource
import signal
import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from multiprocessing import get_context
from multiprocessing.connection import Connection
from threading import Lock
from types import ModuleType
from typing import Any, TypeVar

T = TypeVar("T")

MEMORY_BYTES = 560 * 1024 * 1024
_LOADED = ["ritornel.render.picture", "ritornel.formats.outline", "ritornel.formats.svg_outline"]
_beginning = Lock()
_context = get_context("forkserver")
_context.set_forkserver_preload(_LOADED)


class TooMuch(Exception):
    """The work took more time or memory than it may."""


def done_apart(seconds: float, work: Callable[..., T], *args: Any, memory: int = MEMORY_BYTES) -> T:
    """Return what ``work(*args)`` returns, done in a process of its own, and raise what it raises.

    ``work`` is a function of a module; what goes there and back is pickled. ``memory``: bytes that it
    may ask for. Raises ``TooMuch`` after ``seconds``, or if
    the process was ended by the system.
    """
    here, there = _context.Pipe(duplex=False)
    child = _context.Process(target=_worked, args=(there, seconds, memory, work, args), daemon=True)
    with _without_main():
        child.start()
    there.close()
    try:
        if not here.poll(seconds):
            raise TooMuch
        done, value = here.recv()
    except EOFError as error:
        raise TooMuch from error
    finally:
        here.close()
        child.kill()
        child.join()
        child.close()
    if not done:
        raise value
    return value


@contextmanager
def _without_main() -> Iterator[None]:
    """Let a child begin without the program that the server is: else it would import that first, each time anew."""
    with _beginning:
        main, sys.modules["__main__"] = sys.modules["__main__"], ModuleType("__main__")
        try:
            yield
        finally:
            sys.modules["__main__"] = main


def _worked(answer: Connection, seconds: float, memory: int, work: Callable[..., Any], args: tuple[Any, ...]) -> None:
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    os.nice(15)
    whole = math.ceil(seconds)
    resource.setrlimit(resource.RLIMIT_DATA, (memory, memory))
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
