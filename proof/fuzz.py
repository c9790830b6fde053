"""Send what nobody would: commands, documents, zips, media, ranges and forms, made and broken at random.

    bin/fuzz [--commands 10000] [--documents 5000] [--media 3000] [--requests 1000] [--seed 1]

A real server is asked; none of it may answer 500 or more, take over ``SECONDS``, or take more than ``BYTES`` of memory, and
whatever is kept must be read, compiled and exported again. Exits 1 and says what was sent if something does not hold.
"""

import argparse
import copy
import io
import json
import random
import struct
import sys
import time
import zipfile
from collections import Counter
from collections.abc import Callable, Iterator
from typing import Any

import httpx

from proof.server import Server, Someone
from ritornel.core.edits import COMMANDS
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.writing import write_show
from ritornel.formats.media_kinds import CLAIMS
from tests.files import pictures, png, wav, webm
from tests.made import edits, slide, text

SECONDS = 5.0
BYTES = 600 * 1024 * 1024
LOOKED_AFTER_EVERY = 50
_ODD: tuple[Any, ...] = (
    None, True, 0, -1, 1, 2**31, 2**63, 10**30, -0.0, 1e-9, 99_999.9, 1e308, "", " ", "x" * 301, "x" * 5001, "\x00\x07", "[1] [2]",
    "[99999999999]", "灯台。", "é\u0301\u202e", "object-1", "slide-1", "#ff0000", "#gg0000", "linear(0, 1)", [], {}, [[]], [None], {"1": 5},
    {"0": 5}, {"paragraph": 10**9}, ["slide-1"], {"object-1": {"x": 5}}, {"type": "push"}, {"asset": "0" * 64},
)  # fmt: skip

FITTING = {
    "set-objects": "x y width height size in out plays rate paragraphs gain_db waited_for alt asset font form corners inner tail path "
    "gradient shadow soft_edge frame link group locked grows bend starts",
    "style-texts": "font weight size marker level underline link",
    "draw-path": "gradient shadow link",
    "place-outline": "gradient shadow link",
    "set-steps": "delay duration repeat trigger effect params",
    "set-slides": "script hold length waits title transition narration builds_with_transition ground",
    "set-show": "title target pace guides",
    "set-bed": "in out loop fade_in fade_out gain_db asset",
}


class Broken(Exception):
    """Something did not hold."""


class Fuzz:
    """One run: a server, a user, a source of chance, and what has been found."""

    def __init__(self, server: Server, seed: int) -> None:
        """Sign in."""
        self.server, self.chance = server, random.Random(seed)
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
                body = edits(revision, *(self._command() for _ in range(self.chance.choice([1, 1, 1, 2, 5]))))
            body["near"] = list(self.known["slides"])
            if self.chance.random() < 0.1:  # another page, which has not seen everything
                body["page"], body["commands"][0]["base"] = "page-2", max(0, revision - self.chance.randrange(9))
            if self.chance.random() < 0.02:
                body[self.chance.choice(["have", "page", "commands", "near"])] = self._odd()
            where = "try" if self.chance.random() < 0.25 else "edit"
            if where == "try" and isinstance(body["commands"], list):
                body = {"commands": [c["command"] for c in body["commands"] if isinstance(c, dict)]}
            answer = self.send("command", lambda b=body, u=f"{address}{where}": self._post(u, b), body)
            told = answer.json()
            revision = told.get("revision", revision)
            if "order" in told and where == "edit":
                there = {row[0]: row[3] for row in told["order"]}
                slides = {**self.known["slides"], **told["slides"]}
                slides = {i: s for i, s in slides.items() if there.get(i) == s["version"]}
                self.known = {**told, "slides": slides}
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
        self.known = self.someone.get(f"{address}state", params={"near": near}).json()
        return self.known

    def _command(self) -> Any:
        if self.chance.random() < 0.03:
            return self._odd()
        name, kind = self.chance.choice(sorted(COMMANDS.items()))
        command: dict[str, Any] = {"do": name}
        for field in kind.__struct_fields__:
            if self.chance.random() < 0.93:
                command[field] = self._value(name, field)
        return command

    def _value(self, command: str, field: str) -> Any:
        if self.chance.random() < 0.03:
            return self._odd()
        ids = [row[0] for row in self.known["order"]] or ["none"]
        focus = self.known["slides"].get(self.chance.choice(ids)) or next(iter(self.known["slides"].values()), None)
        document = focus["document"] if focus else {"id": "none", "objects": [], "running_order": []}
        objects = [o["id"] for o in document["objects"]] or ["none"]
        steps = [s["id"] for s in document["running_order"]] or ["none"]
        choose, number = self.chance.choice, self.chance.randrange
        made: dict[str, Callable[[], Any]] = {
            "slide": lambda: document["id"], "slides": lambda: self._some(ids), "after": lambda: choose([None, *ids]),
            "before": lambda: choose([None, *ids]), "objects": lambda: self._some(objects), "steps": lambda: self._some(steps),
            "step": lambda: choose(steps), "cue": lambda: number(5), "index": lambda: number(-1, 5), "by": lambda: number(-9000, 9000),
            "object": lambda: choose([choose(objects), {"kind": choose(["text", "shape", "line", "picture", "clip", "sound", "?"]),
                                                         **self._fields("set-objects")}]),
            "values": lambda: {choose(objects): self._fields(command)} if command == "set-objects" else self._fields(command), "wait": lambda: choose([None, number(9000)]),
            "kind": lambda: choose(["entrance", "emphasis", "exit", "path", "play", "pause"]), "title": lambda: choose(["", "Lamp", "x" * 299]),
            "effect": lambda: choose(["", "fade", "slide", "grow", "pulse", "appear", "swirl"]), "order": lambda: choose(["each", "together"]),
            "edge": lambda: choose(["start", "end"]), "on": lambda: choose(["slide", "cue"]), "to": lambda: choose(["front", "back"]),
            "transition": lambda: {"type": choose(["cut", "push", "crossfade", "x"])}, "fit": lambda: choose(["whole", "fill"]),
            "by_line": lambda: choose([True, False]), "new_cue": lambda: choose([True, False]), "assets": lambda: ["0" * 64],
            "points": lambda: [[number(-400, 1400), number(900)] for _ in range(number(60))], "within": lambda: [number(99), 0, number(900), number(-5, 900)],
            "paragraphs": lambda: choose([self._looks()["paragraphs"], ["One", "Two"]]), "was": lambda: ["One"], "path": lambda: self._looks()["path"],
            "of": lambda: choose(objects), "group": lambda: choose([None, "g", "x" * 99]), "by_hand": lambda: choose([True, False]),
            "what": lambda: self.chance.sample(["place", "size", "look", "builds"], number(1, 4)), "id": lambda: choose([None, f"object-{number(99)}"]),
            "take": lambda: {"instants": [{"kind": choose(["slide", "cue", "pause", "end"]), "at": number(9000), "slide": choose(ids),
                                           "cue": number(3), "length": number(900)} for _ in range(number(6))]},
        }  # fmt: skip
        return made[field]() if field in made else self._odd()

    def _fields(self, command: str) -> dict[str, Any]:
        choose, number = self.chance.choice, self.chance.randrange
        many: dict[str, Any] = {
            "x": number(-99_999, 99_999), "y": number(-2000, 2000), "width": number(1, 3000), "height": number(1, 3000), "hold": number(9000),
            "script": choose(["", "Lamp. [1] Turns, [2] so.", "灯台。[1]光る", "x " * 9000]), "length": choose([None, number(20_000)]),
            "waits": {str(number(1, 4)): number(5000)}, "delay": number(3000), "duration": choose([None, number(4000)]), "repeat": number(1, 999),
            "trigger": choose(["cue", "alongside", "following"]), "effect": choose(["", "fade", "slide", "grow"]), "params": {"size": number(99)},
            "paragraphs": [{"text": "Line " * number(5)} for _ in range(number(6))], "size": number(4, 90), "in": number(900), "plays": number(1, 999),
            "out": choose([None, number(2000)]), "rate": choose([0.25, 1, 3, 16]), "title": choose(["", "T"]), "target": number(10**6),
            "pace": {"wpm": number(1, 400)}, "transition": {"type": choose(["push", "cut", "bar-wipe"]), "duration": number(3000)},
            "narration": choose([None, {"out": number(1, 9000), "marks": [choose([None, number(9000)]) for _ in range(number(4))]}]),
            "builds_with_transition": choose([True, False]), "gain_db": number(-96, 24), "waited_for": choose([True, False]), "alt": "x",
            **self._looks(), "fade_in": number(9000), "fade_out": number(9000), "loop": choose([True, False]), "asset": choose(["", "0" * 64]),
        }  # fmt: skip
        fitting = FITTING.get(command, "").split() if self.chance.random() < 0.85 else sorted(many)
        fitting = fitting or sorted(many)
        fields = {
            name: many[name] for name in self.chance.sample(fitting, self.chance.randrange(1, min(4, len(fitting) + 1)))
        }
        if self.chance.random() < 0.1:
            fields[self.chance.choice([*fields, "id", "odd", "unreadable"])] = self._odd()
        return fields

    def _looks(self) -> dict[str, Any]:
        """Values of what texts, shapes, pictures and grounds look like."""
        choose, number = self.chance.choice, self.chance.randrange
        colour = lambda: f"#{number(16**6):06x}"  # noqa: E731
        gradient = {
            "kind": choose(["linear", "radial"]),
            "angle": number(-400, 400),
            "stops": [{"at": number(3) / 2, "colour": colour()} for _ in range(number(4))],
        }
        runs = [
            {
                "start": n,
                "end": n + number(3),
                choose(["size", "weight", "italic", "link", "font"]): choose([600, 9, True, "#next", "caveat"]),
            }
            for n in range(number(4))
        ]
        return {
            "paragraphs": [{"text": choose(["Line of it", "灯台。", "שלום", "\U0001f3ee" * 4, "x" * number(900)]), "marker": choose(["none", "bullet", "number"]),
                            "level": number(7), "runs": runs} for _ in range(number(6))],
            "font": choose(["plex-sans", "caveat", "m-plus"]), "weight": choose([400, 600]), "marker": choose(["bullet", "none"]), "level": number(-1, 7),
            "underline": choose([True, False]), "link": choose(["", "https://x", "#next", "#slide:slide-1", "javascript:x"]), "gradient": choose([None, gradient]),
            "shadow": choose([None, {}, {"blur": number(300), "colour": colour()}]), "soft_edge": number(250), "grows": choose([True, False]),
            "form": choose(["star", "polygon", "bubble", "ring", "path", "arrow"]), "corners": number(2, 70), "inner": number(12) / 10, "tail": [number(-12, 12), number(3)],
            "path": choose(["", "M0 0L1 1Z", "M0 0" + "L1 0" * number(2500), "M0 0A1"]), "bend": number(-3, 3) / 2, "starts": choose(["arrow", "dot", "x"]),
            "frame": {"crop": [number(12) / 10, 0, number(9) / 10, 0], "mask": choose(["star", "path"]), "tone": {"light": number(4)}},
            "ground": choose([None, {"gradient": gradient, "veil_opacity": number(3) / 2}, {"asset": "0" * 64}]), "group": choose(["", "g"]),
            "locked": choose([True, False]), "guides": [{"axis": choose("xyz"), "at": number(-9**6, 9**6)}],
        }  # fmt: skip

    def _some(self, ids: list[str]) -> list[str]:
        return self.chance.sample(ids, self.chance.randrange(1, min(3, len(ids)) + 1))

    def _odd(self) -> Any:
        return copy.deepcopy(self.chance.choice(_ODD))

    def look_after(self, address: str) -> None:
        """See that a show is read, drawn, exported, and taken in again equal."""
        self.send("desk", lambda: self.someone.get(address), address)
        out = self.send("document", lambda: self.someone.get(f"{address}document"), address)
        show = read_show(out.content)
        if write_show(show) != out.content:
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
                    place[key] = self._odd()
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

    def check_the_process(self) -> None:
        """See that the server took no more memory than it may."""
        if (taken := self.server.memory()) > BYTES:
            raise Broken(f"the server took {taken / 1e6:.0f} MB")


def told(fuzz: Fuzz, seconds: float) -> Iterator[str]:
    """Yield what a run has to say."""
    yield f"{sum(fuzz.answers.values())} requests in {seconds:.0f} s; the slowest took {fuzz.slowest:.2f} s; "
    yield f"the server took {fuzz.server.memory() / 1e6:.0f} MB at most and wrote {fuzz.server.traces()} traces\n"
    yield ", ".join(f"{name}: {count}" for name, count in sorted(fuzz.answers.items()))


def main(arguments: list[str] | None = None) -> int:
    """Run, and print what was found; 1 if something does not hold."""
    parser = argparse.ArgumentParser(description="Send a server what nobody would.")
    for name, count in (("commands", 10_000), ("documents", 5000), ("media", 3000), ("requests", 1000), ("seed", 1)):
        parser.add_argument(f"--{name}", type=int, default=count)
    asked = parser.parse_args(arguments)
    began = time.monotonic()
    with Server() as server:
        fuzz = Fuzz(server, asked.seed)
        try:
            fuzz.commands(asked.commands)
            fuzz.documents(asked.documents)
            fuzz.media(asked.media)
            fuzz.requests(asked.requests)
            fuzz.check_the_process()
        except (Broken, BadDocument, httpx.TransportError) as error:
            print(f"broken: {error!r}"[:4000])
            print(server.log.read_text(errors="replace")[-3000:])
            return 1
        print("".join(told(fuzz, time.monotonic() - began)))
        if server.traces():
            print(server.log.read_text(errors="replace")[-3000:])
        return 1 if server.traces() else 0


if __name__ == "__main__":
    sys.exit(main())
