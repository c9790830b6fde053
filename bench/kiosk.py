"""A kiosk that runs for long: how much memory its page has, minute by minute, and what that would be after eight hours.

    python -m bench.kiosk [--minutes 60]

The demo talk as one file, opened from the disk in Chromium without a network, playing at its own pace.
"""

import argparse
import json
import tempfile
import time
from pathlib import Path
from typing import Any, NamedTuple

import numpy as np
from playwright.sync_api import CDPSession, sync_playwright

from proof.server import FLAGS, Server, Someone
from ritornel.cli import main as ritornel

_SETTLED_MINUTES = 5
_HOURS = 8
_MUST_MB = 400


def _file(folder: Path) -> Path:
    """Return the demo talk as a kiosk in one file."""
    talk, out = folder / "talk.zip", folder / "kiosk.html"
    ritornel(["demo", "--zip", str(talk)])
    with Server() as server:
        someone = Someone(server)
        coming = someone.take_in("talk.zip", talk.read_bytes()).headers["location"]
        while not (address := someone.post(f"{coming}/on").raise_for_status().json()["show"]):
            pass
        someone.post(f"{address}publish", data={})
        out.write_bytes(someone.get(f"{address}one-file?as=kiosk").raise_for_status().content)
    return out


class Megabytes(NamedTuple):
    """At a minute: what scripts hold after what they let go of was cleared away; what the page's process holds that is
    in no file, and all of it, both with its share of what other processes hold too.
    """

    minute: float
    heap: float
    own: float
    whole: float


def _megabytes(minute: int, line: CDPSession, browser: int) -> Megabytes:
    line.send("HeapProfiler.collectGarbage")
    heap = float(line.send("Runtime.getHeapUsage")["usedSize"])
    own, whole = renderer_bytes(browser)
    return Megabytes(float(minute), heap / 1e6, own / 1e6, whole / 1e6)


def renderer_bytes(browser: int) -> tuple[int, int]:
    """Return the bytes of the process below a browser's that draws its page: Pss of ``smaps_rollup``, proc(5), without
    what lies in files, and with it. The program itself lies in files: of that a process has the less the more of its
    kind run beside it, so only what lies in none tells whether a page grows.
    """
    most = 0, 0
    for status in Path("/proc").glob("[0-9]*/status"):
        try:
            words = (status.parent / "smaps_rollup").read_text()
            command = (status.parent / "cmdline").read_bytes()
        except OSError:
            continue
        if b"--type=renderer" in command and _is_below(int(status.parent.name), browser):
            told = {name: int(words.split(f"\n{name}:")[1].split()[0]) * 1024 for name in ("Pss", "Pss_File")}
            most = max(most, (told["Pss"] - told["Pss_File"], told["Pss"]))
    return most


def _is_below(process: int, ancestor: int) -> bool:
    while process > 1:
        if process == ancestor:
            return True
        try:
            process = int((Path("/proc") / str(process) / "stat").read_text().rsplit(")", 1)[1].split()[1])
        except OSError:
            return False
    return False


def _watched(path: Path, minutes: int) -> list[Megabytes]:
    """Play a kiosk; return what it holds each minute."""
    found = []
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=[*FLAGS, "--autoplay-policy=no-user-gesture-required"])  # fmt: skip
        main = browser.new_browser_cdp_session().send("SystemInfo.getProcessInfo")["processInfo"]
        pid = next(int(one["id"]) for one in main if one["type"] == "browser")
        context = browser.new_context(viewport={"width": 640, "height": 360}, offline=True)
        page = context.new_page()
        errors: list[Any] = []
        page.on("pageerror", lambda error: errors.append(error))
        page.goto(path.as_uri())
        while not page.evaluate("Boolean(window.player?.playhead?.playing)"):
            time.sleep(0.1)
        line = context.new_cdp_session(page)
        began = time.monotonic()
        for minute in range(minutes + 1):
            time.sleep(max(0.0, began + 60 * minute - time.monotonic()))
            found.append(_megabytes(minute, line, pid))
            print(json.dumps(found[-1]), flush=True)
        assert page.evaluate("player.playhead.playing") and not errors, errors
        browser.close()
    return found


def told(found: list[Megabytes]) -> tuple[str, str, str]:
    """Return the row of what was watched: what, must reach, measured."""
    minutes, heap, own, whole = np.array([row for row in found if row.minute >= _SETTLED_MINUTES]).T
    slopes = [float(np.polyfit(minutes, values, 1)[0]) for values in (heap, own)]
    after = whole[-1] + max(0.0, slopes[1]) * (60 * _HOURS - minutes[-1])
    words = f"{after:.0f} MB ({whole[-1]:.0f} MB after {minutes[-1]:.0f} min, {slopes[1]:+.3f} MB a minute; scripts {heap[-1]:.1f} MB, {slopes[0]:+.4f})"
    return f"memory of a kiosk's page after {_HOURS} hours, from its slope", f"{_MUST_MB} MB", words


def main() -> None:
    """Watch one and say what was found."""
    asked = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    asked.add_argument("--minutes", type=int, default=60)
    minutes = asked.parse_args().minutes
    with tempfile.TemporaryDirectory() as folder:
        print("| " + " | ".join(told(_watched(_file(Path(folder)), minutes))) + " |")


if __name__ == "__main__":
    main()
