"""``ritornel serve``: the application with its worker, on this machine."""

import argparse
import os
import signal
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from threading import Event, Thread

from ritornel.cli._django import begin, manage
from ritornel.cli._wrong import Wrong

NAME = "serve"
HELP = "Serve Ritornel here, with somebody who does its jobs. Ctrl C ends it; what is kept is there next time."

_LOOKS_S, _ENDS_S = 0.5, 10.0


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("--host", default="127.0.0.1", help="the address to listen at (%(default)s)")
    parser.add_argument("--port", type=int, default=8000, help="the port (%(default)s)")
    parser.add_argument("--demo", action="store_true", help="make the demo's user and shows, if they are not there yet")


def run(asked: argparse.Namespace) -> int:
    """Bring the database up to date, and serve until ended."""
    if not 0 < asked.port < 65536:
        raise Wrong(f"--port must be between 1 and 65535, and is {asked.port}")
    settings = begin()
    manage("migrate", verbosity=0)
    if asked.demo:
        manage("make_demo")
    if not _has_people():
        print("  Nobody can sign in yet: ritornel add-person NAME", flush=True)
    print(f"  Ritornel runs at http://{asked.host}:{asked.port}/ and keeps everything in {settings.VAR}", flush=True)
    with kept_running([sys.executable, "-m", "ritornel", "work"]):
        return _served(asked.host, asked.port)


@contextmanager
def kept_running(command: list[str]) -> Iterator[None]:
    """Run a command beside, and again whenever it has ended by itself; end it at the end."""
    enough = Event()
    hand = Thread(target=_keep_running, args=(command, enough))
    hand.start()
    try:
        yield
    finally:
        enough.set()
        hand.join()


def _keep_running(command: list[str], enough: Event) -> None:
    while not enough.is_set():
        running = subprocess.Popen(command, start_new_session=True)
        while running.poll() is None and not enough.wait(_LOOKS_S):
            pass
        enough.wait(_LOOKS_S)  # one that ends at once is not begun as often as it can
        if running.poll() is None:
            running.send_signal(signal.SIGTERM)
            try:
                running.wait(_ENDS_S)
            except subprocess.TimeoutExpired:
                running.kill()


def _served(host: str, port: int) -> int:
    import uvicorn

    behind = bool(os.environ.get("RITORNEL_TRUSTED_PROXIES"))
    config = uvicorn.Config(
        "ritornel.site.asgi:application",
        host=host,
        port=port,
        proxy_headers=behind,
        access_log=False,
        log_level="warning",
        timeout_graceful_shutdown=3,
    )
    server = uvicorn.Server(config)
    with suppress(KeyboardInterrupt):  # it has ended as it was asked to
        server.run()
    return 0 if server.started else 2


def _has_people() -> bool:
    from django.contrib.auth import get_user_model

    return bool(get_user_model().objects.exists())
