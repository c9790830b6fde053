"""Five people edit a show of 300 slides at once: how long each waits for an answer.

    python -m bench.people [--seconds 60] [--people 5]

Against a server of its own with its worker, over loopback; everybody works on slides at random, an edit every 0.2 to 1 s.
"""

import argparse
import random
import statistics
import threading
import time

from bench.shows import crowded_show
from proof.server import Server, Someone
from ritornel.formats.show_document import document_of
from tests.made import edits

SLIDES, OBJECTS = 300, 40


class Editor(threading.Thread):
    """Somebody who edits, and how long they waited each time, in s."""

    def __init__(self, someone: Someone, address: str, name: str, end: float) -> None:
        super().__init__()
        self.someone, self.address, self.page, self.end = someone, address, name, end
        self.chance, self.waited, self.refused = random.Random(name), [], 0

    def run(self) -> None:
        """Edit until the end."""
        revision = self.someone.get(f"{self.address}revision").json()["revision"]
        while time.monotonic() < self.end:
            slide, thing = f"s{self.chance.randrange(SLIDES)}", f"o{self.chance.randrange(OBJECTS)}"
            values = {thing: {"x": self.chance.randrange(1000), "y": self.chance.randrange(700)}}
            body = edits(
                revision, {"do": "set-objects", "slide": slide, "values": values}, page=self.page, near=[slide]
            )
            began = time.perf_counter()
            answer = self.someone.post(f"{self.address}edit", json=body).json()
            self.waited.append(time.perf_counter() - began)
            revision = answer["revision"]
            self.refused += not answer["results"][0]["done"]
            time.sleep(self.chance.uniform(0.2, 1.0))


def main() -> int:
    """Let them work, and print a row of results."""
    asked = argparse.ArgumentParser(prog="bench.people", description=__doc__)
    asked.add_argument("--seconds", type=float, default=60)
    asked.add_argument("--people", type=int, default=5)
    given = asked.parse_args()
    with Server() as server:
        owner = Someone(server)
        address = owner.take_in("five.json", document_of(crowded_show(SLIDES, OBJECTS))).headers["location"]
        shared = crowded_show(SLIDES, OBJECTS).title
        people = [owner, *(Someone(server, name) for name in server.add_editors(shared, given.people - 1))]
        end = time.monotonic() + given.seconds
        editors = [Editor(one, address, f"page-{n}", end) for n, one in enumerate(people)]
        for editor in editors:
            editor.start()
        for editor in editors:
            editor.join()
    waited = sorted(1000 * one for editor in editors for one in editor.waited)
    p95 = waited[int(0.95 * len(waited))]
    refused = sum(editor.refused for editor in editors)
    print(
        f"| {given.people} people edit a show of {SLIDES} slides for {given.seconds:.0f} s, 95th percentile | < 100 ms | {p95:.0f} ms (median {statistics.median(waited):.0f}, {len(waited)} edits, {refused} refused) |"
    )
    return 0 if p95 < 100 and not refused else 1


if __name__ == "__main__":
    raise SystemExit(main())
