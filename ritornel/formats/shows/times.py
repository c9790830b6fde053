"""All times of a show as a table: CSV (RFC 4180), a row for each slide and each cue; and a table that was filled in.

Whoever plans elsewhere writes into ``rest``: the wait before a cue, the hold at the end of a slide, in seconds; an
empty one goes by the clock. Of the other columns only ``slide`` and ``cue`` are read, which say of what it is.
"""

import csv
from collections.abc import Iterator, Mapping
from io import StringIO
from pathlib import Path
from typing import BinaryIO

from msgspec import Struct

from ritornel.core.model import Show, limits
from ritornel.core.model.reading import BadDocument
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.formats.shows._protocol import Format

COLUMNS = ("number", "slide", "title", "cue", "starts", "lasts", "rest")
MOST_BYTES = 4 * 1024 * 1024
_END = "end"
"""What stands as the cue of a slide's hold."""


class Rest(Struct, frozen=True):
    """A rest that was planned: the wait before a ``cue`` of a slide, or its hold (cue 0), in ms; None: by the clock."""

    slide: str
    cue: int
    ms: int | None


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield the table, slide by slide."""
    score = compile(show)
    yield _row(COLUMNS)
    for number, (slide, time, start) in enumerate(zip(show.slides, score.times, score.starts, strict=True), 1):
        if slide.skipped:
            continue
        called = number, slide.id, slide_title(slide, number)
        yield _row((*called, "", _seconds(start), _seconds(time.length_ms), ""))
        for group in time.groups[1:]:
            rest = slide.waits.get(str(group.cue))
            lasts = group.settle_ms - group.start_ms
            yield _row((*called, group.cue, _seconds(start + group.start_ms), _seconds(lasts), _seconds(rest)))
        ends = start + time.length_ms - time.hold_ms
        yield _row((*called, _END, _seconds(ends), _seconds(time.hold_ms), _seconds(slide.hold_ms)))


def read(file: BinaryIO) -> list[Rest]:
    """Return the rests of a table. Raises ``BadDocument`` with words, and the row where that is known."""
    content = file.read(MOST_BYTES + 1)
    if len(content) > MOST_BYTES:
        raise BadDocument("this table is larger than that of a show may be")
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise BadDocument("this table is not a text in UTF-8; save it as such") from error
    try:
        dialect: type[csv.Dialect] | csv.Dialect = csv.Sniffer().sniff(text[:4000], delimiters=",;\t")
    except csv.Error:
        dialect = csv.excel
    try:
        table = csv.DictReader(StringIO(text, newline=""), dialect=dialect)
        missing = {"slide", "cue", "rest"} - set(table.fieldnames or ())
        if missing:
            raise BadDocument(
                f"this table has no column “{sorted(missing)[0]}”; take the times out again and fill those in"
            )
        found = [_rest(row, number) for number, row in enumerate(table, 2) if (row["cue"] or "").strip()]
    except csv.Error as error:
        raise BadDocument(f"this table cannot be read: {error}") from error
    if len(found) > limits.SLIDES * 50:
        raise BadDocument("this table has more rows than a show can have")
    return found


def _rest(row: Mapping[str, str | None], number: int) -> Rest:
    cue, told = (row["cue"] or "").strip(), (row["rest"] or "").strip().replace(",", ".")
    try:
        ms = round(float(told) * 1000) if told else None
        at = 0 if cue == _END else int(cue)
    except (ValueError, OverflowError):
        raise BadDocument(f"row {number}: “{told or cue}” is not a number") from None
    if ms is not None and not 0 <= ms <= limits.TIME_MS:
        raise BadDocument(f"row {number}: a rest lasts from 0 to {limits.TIME_MS // 1000} s, and “{told}” does not")
    if not 0 <= at <= limits.BUILDS_ON_A_SLIDE:
        raise BadDocument(f"row {number}: there is no cue {cue}")
    return Rest((row["slide"] or "").strip(), at, ms)


def _row(cells: tuple[object, ...]) -> bytes:
    held = StringIO(newline="")
    csv.writer(held).writerow(cells)
    return held.getvalue().encode()


def _seconds(ms: int | None) -> str:
    return "" if ms is None else f"{ms / 1000:g}"


FORMAT = Format(
    name="times",
    says="times",
    standard="CSV (RFC 4180)",
    endings=(".csv",),
    mime="text/csv; charset=utf-8",
    brought="times",
    reads=read,
    writes=write,
    loses=lambda show: ["only when things come, and how long they last, is in it"],
)
