"""``ritornel mix SHOW.zip out.wav``: all that is heard of a show, in one file, and what was measured of it."""

import argparse
import sys
import wave
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import msgspec
import numpy as np
from rich.progress import Progress

from ritornel.cli._sounds import Sounding
from ritornel.cli._wrong import Wrong
from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.core.sound import RATE
from ritornel.core.sound.mixing import Heard, in_decibels
from ritornel.render.mix import BLOCK_MS, Measures, Mix

NAME = "mix"
HELP = "Mix all that is heard of a show (its zip) into a WAV of 48 kHz stereo, 16 bits."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("show", type=Path, metavar="SHOW.zip", help="a show with its media")
    parser.add_argument("out", type=Path, metavar="OUT.wav", help="the file to write")
    parser.add_argument("--json", action="store_true", help="as JSON: what was measured, every span with its gain")


def run(asked: argparse.Namespace) -> int:
    """Write the mix, and tell what it is like; exit code 1 where a sound could not be heard."""
    with TemporaryDirectory() as folder:
        sounding = Sounding(asked.show, Path(folder))
        score = compile(sounding.show)
        heard = heard_of(score)
        mix = Mix(heard, score.length_ms, sounding.opened)
        try:
            _write(mix, score.length_ms, asked.out)
        except OSError as error:
            raise Wrong(f"{asked.out}: cannot be written: {error.strerror}") from error
    measures = mix.measures()
    if asked.json:
        told = {"length": score.length_ms, **msgspec.to_builtins(measures), "spans": [_told(one) for one in heard]}
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(told), indent=2).decode() + "\n")
    else:
        sys.stdout.write(_said(measures) + "\n")
    for line in sounding.silent:
        sys.stderr.write(f"ritornel: {line}\n")
    return 1 if sounding.silent else 0


def _write(mix: Mix, length_ms: int, out: Path) -> None:
    with wave.open(str(out), "wb") as file, Progress(transient=True, disable=not sys.stderr.isatty()) as progress:
        file.setnchannels(2)
        file.setsampwidth(2)
        file.setframerate(RATE)
        task = progress.add_task("mixing", total=-(-length_ms // BLOCK_MS))
        for block in mix.blocks():
            file.writeframes((np.clip(block.T, -1, 1) * 32767).round().astype("<i2").tobytes())
            progress.advance(task)


def _told(heard: Heard) -> dict[str, Any]:
    span = heard.span
    return {
        "source": span.source,
        "id": span.id,
        "asset": span.asset,
        "start": heard.start_ms,
        "end": heard.end_ms,
        "from": span.from_ms,
        "gain": in_decibels(heard),
    }


def _said(measures: Measures) -> str:
    if measures.integrated is None:
        return "nothing is heard"
    return (
        f"{measures.integrated:.1f} LUFS, range {measures.range or 0:.1f} LU, true peak {measures.true_peak:.1f} dBTP; "
        f"limited for {measures.limited_ms} ms, by {max(measures.limited, default=0):.1f} dB at the most"
    )
