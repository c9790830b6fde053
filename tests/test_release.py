"""What is released runs on a bare machine: installed from one file into an environment of its own, without node."""

import json
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
import zipfile
from http.cookiejar import CookieJar
from pathlib import Path
from re import findall, search
from unittest import TestCase
from urllib.parse import urlencode

ROOT = Path(__file__).resolve().parents[1]


class Release(TestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory(prefix="ritornel-release-")))
        told = subprocess.run(
            [ROOT / "bin" / "release", cls.folder / "dist"], capture_output=True, text=True, check=False
        )
        assert told.returncode == 0, told.stdout + told.stderr
        (cls.wheel,) = (cls.folder / "dist").glob("*.whl")
        subprocess.run([sys.executable, "-m", "venv", cls.folder / "bare"], check=True)
        pip = [cls.folder / "bare" / "bin" / "pip", "install", "--quiet", "--disable-pip-version-check", cls.wheel]
        subprocess.run(pip, check=True, capture_output=True)

    def ritornel(self, *arguments: str, given: str = "") -> subprocess.CompletedProcess:
        return subprocess.run(
            self.command(*arguments),
            input=given,
            env=self.bare(),
            cwd=self.folder,
            capture_output=True,
            text=True,
            check=False,
        )

    def command(self, *arguments: str) -> list[str]:
        return [str(self.folder / "bare" / "bin" / "ritornel"), *arguments]

    def bare(self) -> dict[str, str]:
        """An environment in which there is nothing of ours, and no node."""
        return {"PATH": "/usr/bin:/bin", "HOME": str(self.folder), "LANG": "C.UTF-8"}

    def test_it_has_all_that_pages_load_and_each_page_one_module(self):
        names = zipfile.ZipFile(self.wheel).namelist()
        modules = [n for n in names if n.endswith(".js")]
        self.assertTrue(all(search(r"released/static/.*\.[0-9a-f]{12}\.js$", name) for name in modules), modules)
        self.assertTrue(any("/desk/main." in name for name in modules))
        self.assertTrue(all(f"{name}.gz" in names for name in modules if "/main." in name))
        self.assertFalse([n for n in names if n.startswith(("tests/", "bench/", "node_modules"))])

    def test_it_serves_with_its_worker_and_is_signed_in_to_by_whom_it_was_told(self):
        told = self.ritornel("add-person", "keeper", given="four-flashes-a-night\n")
        self.assertEqual((told.returncode, told.stdout), (0, "“keeper” can sign in now.\n"), told.stderr)
        again = self.ritornel("add-person", "keeper", given="four-flashes-a-night\n")
        self.assertEqual((again.returncode, again.stderr.count("\n")), (2, 1))
        short = self.ritornel("add-person", "visitor", given="short\n")
        self.assertEqual(short.returncode, 2)
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            port = free.getsockname()[1]
        server = subprocess.Popen(self.command("serve", "--port", str(port)), env=self.bare(), cwd=self.folder)
        try:
            self.look_around(f"http://127.0.0.1:{port}")
        finally:
            server.send_signal(signal.SIGINT)
            self.assertEqual(server.wait(20), 0)
        self.assertTrue((self.folder / ".local" / "share" / "ritornel" / "ritornel.sqlite3").is_file())
        end = time.monotonic() + 30  # what is still loading ends as soon as it has loaded
        while working := subprocess.run(["pgrep", "-f", str(self.folder / "bare")], capture_output=True).stdout:
            self.assertLess(time.monotonic(), end, f"its worker has not ended with it: {working}")
            time.sleep(0.2)

    def look_around(self, address: str):
        browser = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))
        for _ in range(300):
            try:
                page = browser.open(f"{address}/sign-in").read().decode()
                break
            except OSError:
                time.sleep(0.1)
        token = search(r'name="csrfmiddlewaretoken" value="([^"]+)"', page)[1]
        form = {"login": "keeper", "password": "four-flashes-a-night", "csrfmiddlewaretoken": token}
        shows = browser.open(f"{address}/sign-in", urlencode(form).encode()).read().decode()
        token = search(r'name="csrfmiddlewaretoken" value="([^"]+)"', shows)[1]
        made = browser.open(f"{address}/shows/new", urlencode({"title": "Bare", "csrfmiddlewaretoken": token}).encode())
        desk = made.read().decode()
        alone = browser.open(f"{made.url}one-file").read().decode()
        for part in ('"ritornel/publishing/player.js": "data:', "createObjectURL", "url(data:font/woff2"):
            self.assertIn(part, alone)
        loaded = findall(r'<script type="module" src="([^"]+)"', desk)
        self.assertEqual((len(loaded), desk.count("modulepreload")), (1, 0))
        script = browser.open(address + loaded[0])
        self.assertIn("immutable", script.headers["Cache-Control"])
        self.assertGreater(len(script.read()), 100_000)
        token = search(r'<meta name="csrf" content="([^"]+)"', desk)[1]
        sent = (ROOT / "ritornel" / "site" / "static" / "site" / "icons" / "mark.svg").read_bytes()
        upload = self.asked(
            browser, f"{address}/library/uploads", token, json.dumps({"name": "m.svg", "size": len(sent)}).encode()
        )
        told = self.asked(browser, f"{address}/library/uploads/{upload['upload']}/0", token, sent, "PUT")
        for _ in range(100):
            if "asset" in told:
                break
            told = json.load(browser.open(f"{address}/library/uploads/{upload['upload']}/0"))
        self.assertEqual(told["asset"]["kind"], "picture")

    def asked(self, browser, address: str, token: str, content: bytes, method: str = "POST") -> dict:
        headers = {"X-CSRFToken": token, "Content-Type": "application/json", "Referer": address}
        return json.load(browser.open(urllib.request.Request(address, content, headers, method=method)))

    def test_it_computes_scores(self):
        document = self.folder / "show.json"
        document.write_text(json.dumps({"slides": [{"id": "s", "hold": 500}]}), encoding="utf-8")
        told = self.ritornel("score", str(document), "--facts")
        self.assertEqual((told.returncode, json.loads(told.stdout)["length"]), (0, 500))
        frame = json.loads(self.ritornel("score", str(document), "--at", "100").stdout)
        self.assertEqual((frame["slide"], frame["time_ms"]), ("s", 100))
