"""One run of bin/fuzz: what is sent, and what must hold of every answer."""

import io
import json
import random
import struct
import time
import zipfile
from collections import Counter
from collections.abc import Callable
from typing import Any

import httpx

from proof.fuzz_values import Values
from proof.server import Server, Someone
from ritornel.core.model.reading import read_show
from ritornel.formats.media_kinds import CLAIMS
from ritornel.formats.show_document import document_of
from tests.files import pictures, png, wav, webm
from tests.made import edits, slide, text

SECONDS = 5.0
BYTES = 600 * 1024 * 1024
LOOKED_AFTER_EVERY = 50


class Broken(Exception):
    """Something did not hold."""


class Fuzz:
    """One run: a server, a user, a source of chance, and what has been found."""

    def __init__(self, server: Server, seed: int) -> None:
        """Sign in."""
        self.server, self.chance = server, random.Random(seed)
        self.values = Values(self.chance)
        self.someone = Someone(server)
        self.answers: Counter[str] = Counter()
        self.slowest = 0.0

    def send(self, what: str, run: Callable[[], httpx.Response], sent: Any) -> httpx.Response:
        """Send something and see that it is answered in time, and not by a 500."""
        began = time.monotonic()
        answer = run()
        took = time.monotonic() - began
        self.slowest = max(self.slowest, took)
        self.answers[f"{what} {answer.status_code}"] += 1
        if answer.status_code >= 500 or took > SECONDS:
            raise Broken(
                f"{what}: {answer.status_code} after {took:.1f} s for {repr(sent)[:2000]}\n{answer.text[:500]}"
            )
        if (
            answer.status_code == 400
            and "json" in answer.headers.get("content-type", "")
            and not answer.json()["error"]
        ):
            raise Broken(f"{what}: refused without a word: {repr(sent)[:2000]}")
        return answer

    # ---- commands

    def commands(self, count: int) -> None:
        """Edit shows by commands made at random, undo, redo, trials; what is kept is looked after now and then."""
        revision = 0
        for number in range(count):
            if number % 500 == 0:
                address = self._new_show()
            if number % 20 == 0:
                revision = self._state(address)["revision"]
            kind = self.chance.random()
            if kind < 0.1:
                body: Any = edits(revision, self.chance.choice(["undo", "redo"]))
            else:
                body = edits(revision, *(self.values.command() for _ in range(self.chance.choice([1, 1, 1, 2, 5]))))
            body["near"] = list(self.values.known["slides"])
            if self.chance.random() < 0.1:  # another page, which has not seen everything
                body["page"], body["commands"][0]["base"] = "page-2", max(0, revision - self.chance.randrange(9))
            if self.chance.random() < 0.02:
                body[self.chance.choice(["have", "page", "commands", "near"])] = self.values.odd()
            where = "try" if self.chance.random() < 0.25 else "edit"
            if where == "try" and isinstance(body["commands"], list):
                body = {"commands": [c["command"] for c in body["commands"] if isinstance(c, dict)]}
            answer = self.send("command", lambda b=body, u=f"{address}{where}": self._post(u, b), body)
            told = answer.json()
            revision = told.get("revision", revision)
            if "order" in told and where == "edit":
                there = {row[0]: row[3] for row in told["order"]}
                slides = {**self.values.known["slides"], **told["slides"]}
                slides = {i: s for i, s in slides.items() if there.get(i) == s["version"]}
                self.values.known = {**told, "slides": slides}
            if number % LOOKED_AFTER_EVERY == LOOKED_AFTER_EVERY - 1:
                self.look_after(address)

    def _post(self, url: str, body: Any) -> httpx.Response:
        return self.someone.post(url, content=json.dumps(body).encode(), headers={"Content-Type": "application/json"})

    def _new_show(self) -> str:
        objects = (text("words", "One", "Two"), {"id": "film", "kind": "clip"}, {"id": "seen", "kind": "picture"})
        made = {"slides": [slide(objects=objects, id="slide-1", script="One. [1] Two."), slide(id="slide-2")]}
        return self.someone.take_in("s.ritornel.json", json.dumps(made).encode()).headers["location"]

    def _state(self, address: str) -> dict[str, Any]:
        rows = self.someone.get(f"{address}state").json()["order"]
        near = ",".join(row[0] for row in rows[:20])
        self.values.known = self.someone.get(f"{address}state", params={"near": near}).json()
        return self.values.known

    def look_after(self, address: str) -> None:
        """See that a show is read, drawn, exported, and taken in again equal."""
        self.send("desk", lambda: self.someone.get(address), address)
        out = self.send("document", lambda: self.someone.get(f"{address}document"), address)
        show = read_show(out.content)
        if document_of(show) != out.content:
            raise Broken(f"what was exported from {address} is not what is read from it")

    # ---- documents and zips

    def documents(self, count: int) -> None:
        """Take in documents and zips that were broken at random."""
        base = json.dumps({"slides": [slide(objects=(text("t", "One"),), script="One. [1] Two.", narration={"marks": [5]})], "beds": [{}],
                           "chapters": [{"first": "slide-1"}], "assets": [{"id": "0" * 64, "kind": "sound"}]}).encode()  # fmt: skip
        for number in range(count):
            content = self._document(base)
            if self.chance.random() < 0.4:
                content = self._zip(content)
            answer = self.send("document", lambda c=content: self.someone.take_in("d.zip", c), content)
            if answer.status_code == 302 and "arrivals" not in answer.headers["location"] and number % 5 == 0:
                self.look_after(answer.headers["location"])
            if answer.status_code == 302 and "arrivals" in answer.headers["location"]:
                self.send("arrival", lambda a=answer: self._post(f"{a.headers['location']}/on", {}), content)

    def _document(self, base: bytes) -> bytes:
        if self.chance.random() < 0.5:
            return self._flipped(base)
        document = json.loads(base)
        for _ in range(self.chance.randrange(1, 4)):
            place: Any = document
            while True:
                keys = list(place) if isinstance(place, dict) else list(range(len(place)))
                if not keys:
                    break
                key = self.chance.choice(keys)
                if self.chance.random() < 0.5 or not isinstance(place[key], dict | list):
                    place[key] = self.values.odd()
                    break
                place = place[key]
        return json.dumps(document).encode()

    def _zip(self, content: bytes) -> bytes:
        held = io.BytesIO()
        with zipfile.ZipFile(
            held, "w", self.chance.choice([zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED, zipfile.ZIP_BZIP2])
        ) as archive:
            archive.writestr(self.chance.choice(["show.ritornel.json"] * 4 + ["other.json"]), content)
            archive.writestr(f"media/{'0' * 64}.wav", self.chance.randbytes(200))
        return self._flipped(held.getvalue()) if self.chance.random() < 0.7 else held.getvalue()

    def _flipped(self, content: bytes) -> bytes:
        """Change, cut, double or fill some bytes."""
        broken = bytearray(content)
        for _ in range(self.chance.randrange(1, 6)):
            at = self.chance.randrange(len(broken)) if broken else 0
            way = self.chance.randrange(5)
            if way == 0 and broken:
                broken[at] ^= 1 << self.chance.randrange(8)
            elif way == 1:
                del broken[at : at + self.chance.randrange(1, 40)]
            elif way == 2:
                broken[at:at] = broken[at : at + self.chance.randrange(1, 40)]
            elif way == 3:
                broken[at : at + 4] = struct.pack("<I", self.chance.choice([0, 1, 2**31 - 1, 2**32 - 1]))
            else:
                broken[at : at + 1] = self.chance.choice(
                    [b"NaN", b"1e999", b"[" * 60, b"\\ud800", b"\xff", b"9" * 40, b'"']
                )
        return bytes(broken)

    # ---- media

    def media(self, count: int) -> None:
        """Upload files that were broken at random, under names that fit or do not."""
        good = [
            (".png", png()),
            (".wav", wav(0.2)),
            (".webm", webm(0.4)),
            (".jpg", png()),
            (".mp4", webm(0.2)),
            (".ogg", wav(0.1)),
            *pictures(),
        ]
        for _ in range(count):
            ending, content = self.chance.choice(good)
            if self.chance.random() < 0.85:
                content = self._flipped(content) or b"x"
            if self.chance.random() < 0.15:
                ending = self.chance.choice([*CLAIMS, ".exe", "", "." + "x" * 400])
            name = self.chance.choice(["lamp", "../lamp", "a\x00b", "灯台", "x" * 400]) + ending
            answer = self.send("media", lambda n=name, c=content: self.someone.upload(n, c), name)
            if answer.status_code == 200:
                self.ranges(answer.json()["asset"]["url"], 1)

    # ---- ranges and forms

    def ranges(self, url: str, count: int) -> None:
        """Ask for parts of a file that it may not have."""
        for _ in range(count):
            odd = ["", "0", "5", "9" * 30, "9" * 5000, "-1", "a"]
            header = f"{self.chance.choice(['bytes', 'items'])}={self.chance.choice(odd)}-{self.chance.choice(odd)}"
            if self.chance.random() < 0.2:
                header += ",5-9"
            headers = {"Range": header, "If-Range": self.chance.choice(['"x"', "", "Tue, 24 Nov 2026 04:00:00 GMT"])}
            if not headers["If-Range"]:
                headers.pop("If-Range")
            self.send("range", lambda h=headers: self.someone.get(url, headers=h), headers)

    def requests(self, count: int) -> None:
        """Ranges and forms, of which half are of each."""
        url = self.someone.upload("range.wav", wav(0.3)).json()["asset"]["url"]
        self.ranges(url, count // 2)
        address = self._new_show()
        forms = ["/shows/new", "/shows/import", f"{address}publish", f"{address}takes", f"{address}edit", "/library/uploads", "/sign-in",
                 f"{address}history/return?at=1", f"{address}history/name?moment=x", "/shows/outline", f"{address}delete", "/editions/999999999999999999999/withdraw", "/takes/99999999999999999999/apply", f"{address}try"]  # fmt: skip
        for _ in range(count - count // 2):
            body = self.chance.choice(
                [
                    b"",
                    b"title=" + self.chance.randbytes(50),
                    self.chance.randbytes(300),
                    b"a=1&" * 500,
                    b"{}",
                    b"[" * 3000,
                ]
            )
            kinds = [
                "application/x-www-form-urlencoded",
                "multipart/form-data; boundary=x",
                "application/json",
                "text/plain; charset=odd",
                "",
            ]
            headers = {"Content-Type": self.chance.choice(kinds)}
            path = self.chance.choice(forms)
            self.send(
                "form",
                lambda p=path, b=body, h=headers: self.someone.post(p, content=b, headers=h),
                (path, headers, body),
            )
            if path == f"{address}delete":
                address = self._new_show()

    # ---- outlines

    def outlines(self, count: int) -> None:
        """Send drawings, texts, plans and captions to be read, broken at random; what is asked too often is told so."""
        drawing = b'<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><style>a{fill:url(#g)}</style><g transform="scale(2)"><path d="M0 0L5 5a4 2 0 0 1 6 7z"/><use href="#g"/></g></svg>'
        words = b"# The lamp\n\n- *turns* [a](b)\n  1. four **tons**\n> said\n\n![x](y.png) `code`\n"
        plan = b'slide,cue,rest\r\none,1,2.5\r\none,end,\r\n"two",3,0\r\n'
        said = b"WEBVTT\n\n00:01.500 --> 00:02.000\n<v Keeper>All &amp; sundry\n"
        kinds = [("outline?name=a.svg", drawing), ("outlined?name=a.md", words), ("planned", plan), ("captioned", said)]
        for _ in range(count):
            where, good = self.chance.choice(kinds)
            content = self._flipped(good * self.chance.choice([1, 1, 40]))
            self.send("outline", lambda w=where, c=content: self.someone.post(f"/shows/{w}", content=c), content)

    def check_the_process(self) -> None:
        """See that the server took no more memory than it may."""
        if (taken := self.server.memory()) > BYTES:
            raise Broken(f"the server took {taken / 1e6:.0f} MB")
