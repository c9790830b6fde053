"""Files of every format that is read, broken at random, given to their readers: none may take long, or fail without
words.
"""

import io
import random
import re
import signal
import time
import zipfile
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile
from ritornel.formats.outline import BadOutline
from ritornel.formats.presentations import BadPresentation
from ritornel.formats.shows import FORMATS
from tests.made import show, slide, step, text

SECONDS = 5
_REFUSALS = (BadDocument, BadOutline, BadPresentation, UnicodeDecodeError)
_NUMBERS = re.compile(rb'="(-?\d[\d.]*)')
_TAGS = re.compile(rb"<(/?)([a-zA-Z][\w-]*:[\w-]+)([^<>]*?)(/?)>")
_WILD = [b"0", b"-1", b"99999999999", b"1e308", b"nan", b"", b"0.0000001", b"-2147483648", "½".encode(), b"x" * 300]


class Slow(Exception):
    """A reader took too long."""


def evening() -> Show:
    """A show with something of most kinds in it, of which good files are made."""
    objects = (
        text("t", "The lamp", "turns", role="title"),
        {"id": "star", "kind": "shape", "form": "star", "rotation": 20, "line": "#a9761f"},
        {
            "id": "arrow",
            "kind": "shape",
            "form": "arrow",
            "gradient": {"stops": [{"at": 0, "colour": "#fffdf7"}, {"at": 1, "colour": "#a9761f"}]},
        },
        {"id": "line", "kind": "line", "ends": "arrow", "bend": 0.2},
    )
    steps = (
        step("a", object="t", kind="entrance", effect="wipe", part={"paragraph": 1}),
        step("b", "following", object="star", kind="emphasis", effect="turn", repeat=3),
        step("c", object="arrow", kind="path", effect="follow"),
    )
    one = slide(*steps, objects=objects, script="Four tons [1] of glass.\nThey float.", title="One")
    return show(one, slide(id="two", transition={"type": "barWipe", "duration": 700}), title="An evening")


def good_files() -> dict[str, bytes]:
    """Return a file of each format that is read."""
    made = evening()
    files = {
        n: b"".join(f.writes(made, {})) for n, f in FORMATS.items() if f.reads is not None and f.writes is not None
    }
    files["outline"] += b"\n1. four **tons**\n> said\n\n| a | b |\n|---|---|\n| 1 | 2 |\n"
    return files


def broken(content: bytes, chance: random.Random) -> bytes:
    """Return a file with something wrong in it: of a package in what lies in it, or in itself."""
    if content[:2] != b"PK" or chance.random() < 0.15:
        return _flipped(content, chance)
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        members = [(info, archive.read(info)) for info in archive.infolist()]
    hurt = {chance.randrange(len(members)) for _ in range(chance.randint(1, 3))}
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for place, (info, held) in enumerate(members):
            if place in hurt and chance.random() < 0.1:
                continue
            archive.writestr(info.filename, _hurt(held, chance) if place in hurt else held)
    return out.getvalue()


def _hurt(held: bytes, chance: random.Random) -> bytes:
    for _ in range(chance.randint(1, 6)):
        how = chance.random()
        if how < 0.45:
            held = _changed(held, _NUMBERS, chance, lambda m: b'="' + chance.choice(_WILD))
        elif how < 0.7:
            held = _changed(held, _TAGS, chance, lambda m: b"")
        elif how < 0.85:
            held = _changed(held, _TAGS, chance, lambda m: m[0] * chance.choice([2, 30]))
        else:
            held = _flipped(held, chance)
    return held


def _changed(held: bytes, pattern: Any, chance: random.Random, by: Any) -> bytes:
    matches = list(pattern.finditer(held[:200_000]))
    if not matches:
        return held
    match = chance.choice(matches)
    return held[: match.start()] + by(match) + held[match.end() :]


def _flipped(content: bytes, chance: random.Random) -> bytes:
    data = bytearray(content)
    for _ in range(chance.randint(1, 8)):
        if data:
            data[chance.randrange(len(data))] = chance.randrange(256)
    if chance.random() < 0.2:
        del data[chance.randrange(len(data) + 1) :]
    return bytes(data)


@contextmanager
def _at_most(seconds: int) -> Iterator[None]:
    def late(*_: Any) -> None:
        raise Slow

    before = signal.signal(signal.SIGALRM, late)
    signal.alarm(seconds)
    try:
        yield
    finally:
        signal.alarm(0)
        signal.signal(signal.SIGALRM, before)


def read_all(count: int, seed: int) -> Counter[str]:
    """Break ``count`` files of each format, and read them; whatever is read must be a show that compiles, and stays one.

    Raises ``AssertionError`` with what was sent if a reader does not answer as it may.
    """
    chance = random.Random(seed)
    answers: Counter[str] = Counter()
    for name, content in good_files().items():
        reads = FORMATS[name].reads
        assert reads is not None
        for _ in range(count):
            sent = broken(content, chance)
            began = time.monotonic()
            try:
                with _at_most(SECONDS):
                    found = reads(io.BytesIO(sent))
                    made = getattr(found, "show", found)
                    if isinstance(made, Show):
                        compile(read_show(write_show(made)))
                answers[f"{name} read"] += 1
            except _REFUSALS as error:
                assert str(error), f"{name}: refused without a word"
                answers[f"{name} refused"] += 1
            except Exception as error:
                raise AssertionError(
                    f"{name}: {error!r} after {time.monotonic() - began:.1f} s for {sent[:3000]!r}"
                ) from error
    return answers
