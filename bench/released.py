"""The desk of what bin/release builds, opened for the first time over a slow line: 600 ms for every request, HTTP/1.1."""

import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from proof.server import FLAGS

ROOT = Path(__file__).resolve().parents[1]
LATENCY_MS = 600
OPENINGS = 3


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    with tempfile.TemporaryDirectory() as held, socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
        free.close()
        server = _server(Path(held), port)
        try:
            with sync_playwright() as driver:
                browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
                took = sorted(_opened(browser.new_page(), f"http://127.0.0.1:{port}") for _ in range(OPENINGS))
                browser.close()
        finally:
            server.terminate()
            server.wait()
    what = f"the released desk, first opening with {LATENCY_MS} ms a request, HTTP/1.1"
    return [(what, "< 4 s", f"{took[OPENINGS // 2]:.1f} s")]


def _server(folder: Path, port: int) -> subprocess.Popen:
    """Release, install into an environment of its own, and serve the demo."""
    subprocess.run([ROOT / "bin" / "release", folder], check=True, capture_output=True)
    subprocess.run([sys.executable, "-m", "venv", folder / "bare"], check=True)
    (wheel,) = folder.glob("*.whl")
    subprocess.run([folder / "bare" / "bin" / "pip", "install", "--quiet", wheel], check=True, capture_output=True)
    environment = {
        **os.environ,
        "RITORNEL_VAR": str(folder / "var"),
        "DJANGO_SETTINGS_MODULE": "ritornel.site.settings.local",
    }
    command = [folder / "bare" / "bin" / "ritornel", "serve", "--demo", "--port", str(port)]
    server = subprocess.Popen(command, cwd=folder, env=environment, stdout=subprocess.DEVNULL)
    for _ in range(600):
        try:
            urllib.request.urlopen(f"http://127.0.0.1:{port}/sign-in")
            break
        except OSError:
            time.sleep(0.1)
    return server


def _opened(page: Page, address: str) -> float:
    """Return how many seconds it takes until the desk is ready, with nothing of it known before."""
    page.goto(f"{address}/sign-in")
    page.fill("[name=username]", "keeper")
    page.fill("[name=password]", "four-flashes")
    page.keyboard.press("Enter")
    page.wait_for_url(f"{address}/")
    desk = page.locator("h2 a").first.get_attribute("href")
    session = page.context.new_cdp_session(page)
    session.send("Network.enable")
    slow = {"offline": False, "latency": LATENCY_MS, "downloadThroughput": -1, "uploadThroughput": -1}
    session.send("Network.emulateNetworkConditions", slow)
    session.send("Network.setCacheDisabled", {"cacheDisabled": True})
    start = time.perf_counter()
    page.goto(f"{address}{desk}", wait_until="commit")
    page.wait_for_selector("html[data-ready=yes]", state="attached")
    took = time.perf_counter() - start
    page.context.close()
    return took
