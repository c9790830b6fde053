"""Recorded runs whose server is killed while they are spoken: every second that was answered is heard in what is kept."""

import contextlib
import random
import tempfile
import threading
import time
import uuid
from pathlib import Path
from typing import Any

import httpx
import numpy as np

from proof.server import Server, Someone
from ritornel.formats.samples import mono
from tests.made import edits

RATE = 16_000
_FIRST_HZ, _STEP_HZ = 300, 55
_FOUND_WITHIN_HZ = 12
_PATIENCE_S = 90.0
_TRIES = 200


def second(number: int) -> bytes:
    """Return a second in which a tone is heard that is its own."""
    at = np.arange(RATE) / RATE
    return (np.sin(2 * np.pi * (_FIRST_HZ + _STEP_HZ * number) * at) * 9000).astype("<i2").tobytes()


class Run:
    """A run of two slides, a piece a second, as a page sends it: what is not answered it sends again."""

    def __init__(self, server: Server, like: Someone, chance: random.Random) -> None:
        """Make a show of its own, and begin."""
        self.server, self.someone = server, Someone(server, like=like)
        self.address = self.someone.new_show("Recorded")
        commands = [{"do": "add-slide"} for _ in range(2)]
        self.someone.post(f"{self.address}edit", json=edits(0, *commands)).raise_for_status()
        self.slides = [row["id"] for row in self._ledger()["slides"]][-2:]
        self.names = {"id": str(uuid.uuid4()), "voice": str(uuid.uuid4()), "rate": RATE}
        self.seconds = chance.randint(4, 9)
        self.turn = chance.randint(1, self.seconds - 2)
        self.answered = 0
        self.asked(lambda: self.someone.post(f"{self.address}runs", json=self.names))

    def asked(self, asking: Any) -> httpx.Response:
        """Ask until it is answered: a server that is gone comes back."""
        for _ in range(_TRIES):
            with contextlib.suppress(httpx.TransportError):
                answer = asking()
                if answer.status_code < 500:
                    return answer
            time.sleep(0.1)
        raise AssertionError("the server did not come back")

    def speak(self, until: int) -> None:
        """Send pieces, and tell what was given, up to a second."""
        voice = self.names["voice"]
        for number in range(self.answered, until):
            piece = (bytes(44) if not number else b"") + second(number)
            url = f"/library/uploads/{voice}/{number}"
            answer = self.asked(lambda url=url, piece=piece: self.someone.put(url, content=piece))
            if answer.status_code != 200:
                raise AssertionError(f"a piece was answered {answer.status_code}: {answer.text[:200]}")
            self.answered = number + 1
            self.asked(lambda: self.someone.post(f"{self.address}runs/{self.names['id']}", json={"state": self.state}))

    @property
    def state(self) -> dict[str, Any]:
        """What was given so far."""
        at = [0, *([self.turn * 1000] if self.answered > self.turn else [])]
        instants = [{"kind": "slide", "at": t, "slide": name} for t, name in zip(at, self.slides, strict=False)]
        now = self.answered * 1000
        return {"instants": instants, "anchors": [[t, None] for t in at], "now": [now, now, None]}

    def end(self) -> None:
        """Tell that it is over."""
        body = {"state": self.state, "over": True, "pieces": [self.answered, 0]}
        answer = self.asked(lambda: self.someone.post(f"{self.address}runs/{self.names['id']}", json=body))
        if answer.json() != {"ended": True}:
            raise AssertionError(f"a run was not ended: {answer.text[:200]}")

    def check(self) -> None:
        """Hear in what is kept every second that was answered, in its order."""
        kept = [p for row in self._made() for p in row["passages"]]
        heard = np.concatenate([self._heard(p) for p in kept]) if kept else np.zeros(0)
        if len(heard) < (self.answered - 0.05) * RATE:
            raise AssertionError(f"{self.answered} s were answered, and {len(heard) / RATE:.2f} s are kept")
        for number in range(self.answered):
            middle = heard[int((number + 0.2) * RATE) : int((number + 0.8) * RATE)]
            loudest = float(np.argmax(np.abs(np.fft.rfft(middle * np.hanning(len(middle)))))) * RATE / len(middle)
            if abs(loudest - _FIRST_HZ - _STEP_HZ * number) > _FOUND_WITHIN_HZ:
                raise AssertionError(f"second {number} was answered, and {loudest:.0f} Hz are heard there")

    def _made(self) -> list[dict[str, Any]]:
        end = time.monotonic() + _PATIENCE_S
        while time.monotonic() < end:
            rows = self._ledger()["slides"]
            passages = [p for row in rows for p in row["passages"]]
            if passages and all(p["ready"] for p in passages):
                return rows
            time.sleep(0.3)
        raise AssertionError(f"passages were not made within {_PATIENCE_S} s: {passages}")

    def _heard(self, passage: dict[str, Any]) -> np.ndarray:
        voice = self.asked(lambda: self.someone.get(passage["voice"]["url"])).content
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "voice.ogg"
            path.write_bytes(voice)
            sound = mono(path, RATE)
        first = passage["voice"]["in"] * RATE // 1000
        return sound[first : first + passage["length"] * RATE // 1000]

    def _ledger(self) -> dict[str, Any]:
        return self.asked(lambda: self.someone.get(f"{self.address}passages")).json()


def recorded(server: Server, someone: Someone, count: int, chance: random.Random) -> str:
    """Record ``count`` runs; in each the server is killed once. In every third the page is gone by then, too.

    Returns what was found; ``AssertionError`` says what was lost.
    """
    spoken = 0
    for number in range(count):
        run = Run(server, someone, chance)
        stays = number % 3 < 2
        speaking = threading.Thread(target=_spoken, args=(run, run.seconds if stays else run.seconds - 1))
        speaking.start()
        time.sleep(chance.uniform(0.0, 0.25))
        server.kill()
        server.start()
        speaking.join()
        run.end()
        if chance.random() < 0.5:  # and once more while the passages are being made
            time.sleep(chance.uniform(0.0, 0.6))
            server.kill()
            server.start()
        run.check()
        spoken += run.answered
    return f"{count} recordings of {spoken} s, their server killed in each: all that was answered is heard"


def _spoken(run: Run, until: int) -> None:
    with contextlib.suppress(AssertionError):
        run.speak(until)
