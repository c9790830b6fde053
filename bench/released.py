"""What bin/release builds, opened for the first time, also over a slow line (600 ms for every request, HTTP/1.1): the desk,
and an edition until its first picture is seen.
"""

import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path
from urllib.parse import urljoin

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
                address = f"http://127.0.0.1:{port}"
                took = sorted(_opened(browser.new_page(), address) for _ in range(OPENINGS))
                edition = _published(browser.new_page(), address)
                seen = {
                    latency: sorted(_first_picture(browser.new_page(), edition, latency) for _ in range(OPENINGS))
                    for latency in (0, LATENCY_MS)
                }
                browser.close()
        finally:
            server.terminate()
            server.wait()
    what = f"the released desk, first opening with {LATENCY_MS} ms a request, HTTP/1.1"
    again = "the released player until the first picture of the demo talk, first opening"
    return [
        (what, "< 4 s", f"{took[OPENINGS // 2]:.1f} s"),
        (f"{again}, loopback", "< 1 s", f"{seen[0][OPENINGS // 2]:.2f} s"),
        (f"{again} with {LATENCY_MS} ms a request", "< 2.5 s", f"{seen[LATENCY_MS][OPENINGS // 2]:.1f} s"),
    ]


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


def _signed_in(page: Page, address: str) -> str:
    """Sign in; return the path of the demo talk's desk."""
    page.goto(f"{address}/sign-in")
    page.fill("[name=login]", "keeper")
    page.fill("[name=password]", "four-flashes")
    page.keyboard.press("Enter")
    page.wait_for_url(f"{address}/")
    return str(page.locator("h2 a", has_text="How the lamp turns").first.get_attribute("href"))


def _slowed(page: Page, latency: int) -> None:
    """Let every request of a page take so many ms more, and nothing of it be known before."""
    session = page.context.new_cdp_session(page)
    session.send("Network.enable")
    slow = {"offline": False, "latency": latency, "downloadThroughput": -1, "uploadThroughput": -1}
    session.send("Network.emulateNetworkConditions", slow)
    session.send("Network.setCacheDisabled", {"cacheDisabled": True})


def _opened(page: Page, address: str) -> float:
    """Return how many seconds it takes until the desk is ready, with nothing of it known before."""
    desk = _signed_in(page, address)
    _slowed(page, LATENCY_MS)
    start = time.perf_counter()
    page.goto(f"{address}{desk}", wait_until="commit")
    page.wait_for_selector("html[data-ready=yes]", state="attached")
    took = time.perf_counter() - start
    page.context.close()
    return took


def _published(page: Page, address: str) -> str:
    """Publish the demo talk; return where its edition is."""
    page.goto(f"{address}{_signed_in(page, address)}publish")
    page.click(".way-row button:text-is('Publish')")
    path = page.locator("article a[href*='/e/']").first.get_attribute("href")
    page.context.close()
    return urljoin(address, path)


def _first_picture(page: Page, edition: str, latency: int) -> float:
    """Return how many seconds it takes until a stranger sees the first slide's picture."""
    _slowed(page, latency)
    start = time.perf_counter()
    page.goto(edition, wait_until="commit")
    while not page.evaluate(_PICTURE):
        time.sleep(0.01)
    took = time.perf_counter() - start
    page.context.close()
    return took


_PICTURE = """() => [...document.querySelectorAll(".stage img")].some((one) => one.complete && one.naturalWidth > 0
  && one.checkVisibility({ opacityProperty: true, visibilityProperty: true }))"""
