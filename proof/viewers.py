"""Many watch an edition of 14,700 objects, while somebody else works.

python -m proof.viewers ADDRESS COUNT SECONDS     # the viewers, in a process of their own; prints how often they were answered
"""

import json
import statistics
import subprocess
import sys
import threading
import time

import httpx

from proof.heavy import Watched
from proof.server import ROOT, Server, Someone
from tests.files import wav

SLIDES, OBJECTS = 49, 300
STRETCH, EVERY_S = 262_144, 4.0
"""As a player takes a sound of 48 kB a second: some seconds of it at once."""
COME_EACH_S = 25
"""They do not come all at one instant: so many each second."""


def watched_by(server: Server, someone: Someone, count: int, seconds: float) -> tuple[int, float]:
    """Return how often so many viewers were answered, and how long a page of somebody else took, 95 of 100."""
    address = _published(someone)
    other = Someone(server, "visitor")
    watched = Watched(other, other.new_show("Quiet"))
    answered: list[int] = []

    def watch() -> None:
        command = [sys.executable, "-m", "proof.viewers", f"{server.url}{address}", str(count), str(seconds)]
        told = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=True)
        answered.append(int(told.stdout))

    watched.during(watch)
    if not answered:
        raise AssertionError("the viewers could not watch")
    return answered[0], statistics.quantiles(watched.took, n=20)[-1]


def _published(someone: Someone) -> str:
    """Publish a show with many objects and a long sound; return the edition's address."""
    sound = someone.upload("long.wav", wav(120.0, rate=24_000)).json()["asset"]["id"]
    boxes = [{"id": f"o{n}", "kind": "shape", "x": n, "y": n, "width": 30, "height": 20} for n in range(OBJECTS)]
    made = {
        "title": "Watched",
        "slides": [{"id": f"s{n}", "objects": boxes} for n in range(SLIDES)],
        "beds": [{"asset": sound}],
        "assets": [{"id": sound, "kind": "sound"}],
    }
    address = someone.take_in("s.ritornel.json", json.dumps(made).encode()).headers["location"]
    someone.post(f"{address}publish", data={"at_end": "stop"})
    page = someone.get(f"{address}publish").text
    return f"/e/{page.partition('/e/')[2].partition('/')[0]}/"


def _watch(address: str, sound: str, number: int, end: float, answered: list[int]) -> None:
    time.sleep(number / COME_EACH_S)
    with httpx.Client(base_url=address, timeout=60) as viewer:
        for path in ("", "slides"):
            answered[number] += _status(viewer, path) == 200
        at = number * 1000
        while time.monotonic() < end - EVERY_S:
            answered[number] += _status(viewer, f"media/{sound}", f"bytes={at}-{at + STRETCH - 1}") == 206
            at = (at + STRETCH) % 4_000_000
            time.sleep(EVERY_S)


def _status(viewer: httpx.Client, path: str, stretch: str = "") -> int:
    with viewer.stream("GET", path, headers={"Range": stretch} if stretch else {}) as answer:
        for _ in answer.iter_raw():
            pass  # what comes is not unpacked: that would be the viewers' own work
        return answer.status_code


def main(arguments: list[str]) -> int:
    """Watch, and print how often all together were answered."""
    address, count, seconds = arguments[0], int(arguments[1]), float(arguments[2])
    page = httpx.get(address).text
    sound = page.partition('"beds":[{')[2].partition('"asset":"')[2].partition('"')[0]
    answered, end = [0] * count, time.monotonic() + seconds
    viewers = [threading.Thread(target=_watch, args=(address, sound, n, end, answered)) for n in range(count)]
    for viewer in viewers:
        viewer.start()
    for viewer in viewers:
        viewer.join()
    print(sum(answered))
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
