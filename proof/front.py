"""A server behind the front that ``docs/nginx.conf`` describes, to be tried as it stands there."""

import contextlib
import shutil
import socket
import subprocess
import time
from collections.abc import Iterator
from pathlib import Path

import httpx

from proof.server import ROOT, Server

NGINX = shutil.which("nginx") or "/usr/sbin/nginx"


@contextlib.contextmanager
def behind_the_front() -> Iterator[Server | None]:
    """Yield a server whose ``url`` is its front's; None where there is no nginx."""
    if not Path(NGINX).is_file():
        yield None
        return
    with _Fronted() as server:
        yield server


class _Fronted(Server):
    """A server, and its front before it."""

    front: subprocess.Popen | None = None

    @property
    def url(self) -> str:
        """The front's address, once it stands."""
        return super().url if self.front is None else f"http://127.0.0.1:{self.front_port}"

    def start(self) -> None:
        """Start the application as it runs behind a front, and the front."""
        self.environment |= {"RITORNEL_FRONT_SENDS": "/kept/", "RITORNEL_TRUSTED_PROXIES": "127.0.0.1"}
        super().start()
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.front_port = free.getsockname()[1]
        written = (ROOT / "docs" / "nginx.conf").read_text()
        for there, here in (
            ("127.0.0.1:8000", f"127.0.0.1:{self.port}"),
            ("listen 8080", f"listen 127.0.0.1:{self.front_port}"),
            ("/srv/ritornel/media/", f"{self.var}/media/"),
        ):
            if there not in written:
                raise AssertionError(f"docs/nginx.conf does not say {there}")
            written = written.replace(there, here)
        config = self.var / "nginx.conf"
        config.write_text(
            f"daemon off;\nuser root;\npid {self.var}/nginx.pid;\nerror_log {self.var}/nginx.log;\n{written}"
        )
        self.front = subprocess.Popen([NGINX, "-c", str(config)], stderr=subprocess.DEVNULL)
        for _ in range(200):
            with contextlib.suppress(httpx.TransportError):
                httpx.get(f"{self.url}/sign-in", timeout=5)
                return
            time.sleep(0.05)
        raise RuntimeError(f"the front did not start: {(self.var / 'nginx.log').read_text()[-2000:]}")

    def close(self) -> None:
        """End both."""
        if self.front is not None:
            self.front.terminate()
            self.front.wait()
        super().close()
