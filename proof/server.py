"""A real Ritornel to be tried: its own process, database and media, served as it is in production; and a client of it."""

import contextlib
import os
import re
import signal
import socket
import subprocess
import sys
import tempfile
import time
from pathlib import Path

import httpx

ROOT = Path(__file__).resolve().parents[1]
NOT_NEEDED = "PreloadTopChromeWebUI,InitialWebUI,TabSearch,WebUILocationBar,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup,WebUIOmniboxPopup,WebUIReloadButton,WebUITabStrip,WebUIToolbar"
"""Parts of a window that nobody sees: each is a page of its own, and they cost more than half of a page that is opened."""
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    f"--disable-features={NOT_NEEDED}",
]
"""Chromium, headless on any machine."""

USER, PASSWORD = "keeper", "four-flashes"
_MAKE_USERS = (
    "from django.contrib.auth import get_user_model as u\n"
    f"for n in ('{USER}', 'visitor'): u().objects.create_user(n, password='{PASSWORD}')\n"
)
_MAKE_EDITORS = """
from django.contrib.auth import get_user_model as u
from ritornel.shows.models import Member, Show
for name in {names}:
    person = u().objects.filter(username=name).first() or u().objects.create_user(name, password="{password}")
    Member.objects.create(show=Show.objects.get(title="{title}"), person=person, role="editor")
"""


class Server:
    """A server on a free port, with its worker; ``kill`` ends it as a power cut would, ``start`` begins it again on the same data."""

    def __init__(self, var: Path | None = None) -> None:
        """Make the database, with two users."""
        self._held = None if var else tempfile.TemporaryDirectory(prefix="ritornel-proof-")
        self.var = var or Path(self._held.name)
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.environment = {
            **os.environ,
            "RITORNEL_VAR": str(self.var),
            "DJANGO_SETTINGS_MODULE": "ritornel.site.settings.local",
        }
        self.log = self.var / "server.log"
        self.manage("migrate", "--verbosity", "0")
        self.manage("shell", "--verbosity", "0", "-c", _MAKE_USERS)
        self.process: subprocess.Popen | None = None
        self.worker: subprocess.Popen | None = None

    @property
    def url(self) -> str:
        """Where it is."""
        return f"http://127.0.0.1:{self.port}"

    def manage(self, *arguments: str) -> str:
        """Run a management command on its data."""
        command = [sys.executable, "manage.py", *arguments]
        done = subprocess.run(command, cwd=ROOT, env=self.environment, capture_output=True, text=True, check=True)
        return done.stdout

    def add_editors(self, title: str, count: int) -> list[str]:
        """Give the show of that title so many editors, and return the names by which they sign in."""
        names = [f"editor-{n + 1}" for n in range(count)]
        self.manage(
            "shell", "--verbosity", "0", "-c", _MAKE_EDITORS.format(names=names, password=PASSWORD, title=title)
        )
        return names

    def start(self) -> None:
        """Start, and wait until it answers."""
        command = [
            sys.executable,
            "-m",
            "uvicorn",
            "--host",
            "127.0.0.1",
            "--port",
            str(self.port),
            "--no-proxy-headers",
        ]
        command += ["--no-access-log", "--log-level", "warning"]
        command += ["--timeout-keep-alive", "3600"]  # no line is cut because the machine stood still
        command += ["ritornel.site.asgi:application"]
        with self.log.open("ab") as log:
            self.process = subprocess.Popen(command, cwd=ROOT, env=self.environment, stdout=log, stderr=log)
        self.start_worker()
        for _ in range(600):
            with contextlib.suppress(httpx.TransportError):
                httpx.get(f"{self.url}/sign-in", timeout=5)
                return
            time.sleep(0.05)
        raise RuntimeError(f"the server did not start: {self.log.read_text()[-2000:]}")

    def start_worker(self) -> None:
        """Start somebody who does the jobs."""
        command = [sys.executable, "manage.py", "work"]
        with self.log.open("ab") as log:
            self.worker = subprocess.Popen(command, cwd=ROOT, env=self.environment, stdout=log, stderr=log)

    def kill_worker(self) -> None:
        """End whoever does the jobs at once."""
        if self.worker is not None:
            self.worker.send_signal(signal.SIGKILL)
            self.worker.wait()
            self.worker = None

    def kill(self) -> None:
        """End it, and its worker, at once, whatever they are doing."""
        self.kill_worker()
        if self.process is not None:
            self.process.send_signal(signal.SIGKILL)
            self.process.wait()
            self.process = None

    def close(self) -> None:
        """End it and forget its data."""
        self.kill()
        if self._held is not None:
            self._held.cleanup()

    def where_hands_are(self) -> str:
        """Say whether the worker is there, and what it and its hands are at: the end of the log."""
        if self.worker is None or self.worker.poll() is not None:
            return f"there is no worker; the log ends:\n{self.log.read_text(errors='replace')[-4000:]}"
        self.worker.send_signal(signal.SIGUSR1)  # ``manage.py work`` answers with a trace of each thread
        time.sleep(1)
        return self.log.read_text(errors="replace")[-12000:]

    def memory(self) -> int:
        """The most memory that the process has had, in bytes."""
        status = Path(f"/proc/{self.process.pid}/status").read_text()
        return int(re.search(r"VmHWM:\s+(\d+) kB", status)[1]) * 1024

    def traces(self) -> list[str]:
        """What nobody foresaw, as it stands in its log: the last places and the words of each trace."""
        _, *found = self.log.read_text(errors="replace").split("Traceback (most recent call last):\n")
        ends = (re.search(r"^\S.*$", trace, re.MULTILINE) for trace in found)
        return [trace[max(0, end.start() - 400) : end.end()] for trace, end in zip(found, ends, strict=True) if end]

    def __enter__(self) -> "Server":
        self.start()
        return self

    def __exit__(self, kind: object, error: BaseException | None, trace: object) -> None:
        if error is not None and self.process is not None:
            ended = {"server": self.process.poll(), "worker": self.worker and self.worker.poll()}
            error.add_note(f"ended: {ended}; its log ends:\n{self.log.read_text(errors='replace')[-4000:]}")
        self.close()


class Someone(httpx.Client):
    """A signed-in user's browser, as far as requests go."""

    def __init__(self, server: Server, name: str = USER, like: httpx.Client | None = None) -> None:
        """Sign in, or go on with the session of another."""
        lines = httpx.Limits(max_keepalive_connections=0)  # none stands idle, to be cut when it is used again
        super().__init__(base_url=server.url, timeout=60, limits=lines)
        self.server = server
        if like is None:
            self.sign_in(name)
        else:
            self.cookies.update(like.cookies)
            self.headers["X-CSRFToken"] = like.headers["X-CSRFToken"]

    def sign_in(self, name: str) -> None:
        """Get a session, and the token that every change wants."""
        page = self.get("/sign-in")
        token = re.search(r'name="csrfmiddlewaretoken" value="([^"]+)"', page.text)[1]
        form = {"login": name, "password": PASSWORD, "csrfmiddlewaretoken": token}
        answer = self.post("/sign-in", data=form)
        assert answer.status_code == 302, answer.text[:500]
        self.headers["X-CSRFToken"] = self.cookies["csrftoken"]

    def new_show(self, title: str = "Proof") -> str:
        """Make a show and return its address."""
        answer = self.post("/shows/new", data={"title": title})
        return answer.headers["location"]

    def take_in(self, name: str, content: bytes) -> httpx.Response:
        """Send a document."""
        return self.post("/shows/import", files={"document": (name, content)})

    def upload(self, name: str, content: bytes, patience: int = 60) -> httpx.Response:
        """Send a file in pieces, and ask until it was looked through; the last answer."""
        answer = self.post("/library/uploads", json={"name": name, "size": len(content)})
        if answer.status_code != 200:
            return answer
        state = answer.json()
        for number in range(state["pieces"]):
            piece = content[number * state["piece_bytes"] : (number + 1) * state["piece_bytes"]]
            answer = self.put(f"/library/uploads/{state['upload']}/{number}", content=piece)
        for _ in range(patience):
            if answer.status_code != 200 or "asset" in answer.json():
                break
            answer = self.get(f"/library/uploads/{state['upload']}/0")
        return answer
