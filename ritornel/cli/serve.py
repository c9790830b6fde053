"""``ritornel serve``: the application with its worker, on this machine."""

import argparse
import os
import signal
import subprocess
import sys
from contextlib import suppress

from ritornel.cli._django import begin, manage
from ritornel.cli._wrong import Wrong

NAME = "serve"
HELP = "Serve Ritornel here, with somebody who does its jobs. Ctrl C ends it; what is kept is there next time."


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
    worker = subprocess.Popen([sys.executable, "-m", "ritornel", "work"], start_new_session=True)
    try:
        return _served(asked.host, asked.port)
    finally:
        worker.send_signal(signal.SIGTERM)
        try:
            worker.wait(10)
        except subprocess.TimeoutExpired:
            worker.kill()


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
