"""``ritornel beats MUSIC``: the beats and bars of a piece of music."""

import argparse
import sys
from pathlib import Path
from statistics import median

import msgspec
from av.error import FFmpegError

from ritornel.cli._wrong import Wrong
from ritornel.formats.samples import measured

NAME = "beats"
HELP = "Find the tempo, the beats and the bars of music."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("music", type=Path, metavar="MUSIC", help="a sound")
    parser.add_argument("--json", action="store_true", help="as JSON: tempo, beats in ms, and where bars begin")


def run(asked: argparse.Namespace) -> int:
    """Print them; exit code 1 where it has none."""
    try:
        facts = measured(asked.music)
    except OSError as error:
        raise Wrong(f"{asked.music}: cannot be read: {error.strerror}") from error
    except (FFmpegError, IndexError) as error:
        raise Wrong(f"{asked.music}: does not decode as a sound") from error
    apart = [later - earlier for earlier, later in zip(facts.beats, facts.beats[1:], strict=False)]
    tempo = 60_000 / median(apart) if apart else None
    if asked.json:
        told = {"tempo": tempo, "beats": facts.beats, "bar": facts.bar, "first": facts.first, "speaks": facts.speaks}
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(told), indent=2).decode() + "\n")
    elif tempo is not None:
        for number, at in enumerate(facts.beats):
            opens = "  |" if (number - facts.first) % facts.bar == 0 else ""
            sys.stdout.write(f"{at / 1000:9.2f}{opens}\n")
    if tempo is None:
        sys.stderr.write(f"ritornel: {asked.music}: has no beats{': somebody speaks' if facts.speaks else ''}\n")
        return 1
    return 0
