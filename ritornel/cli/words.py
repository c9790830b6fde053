"""``ritornel words VOICE SCRIPT.txt``: the words of a script in a recorded voice."""

import argparse
import re
import sys
from pathlib import Path

import msgspec
from av.error import FFmpegError

from ritornel.cli._wrong import Wrong
from ritornel.core.voice.heard import SURE
from ritornel.core.voice.spoken import tokens
from ritornel.formats.hearing import heard_in

NAME = "words"
HELP = "Find the words of a plain text, with cue marks [1] or without, in a recorded voice."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("voice", type=Path, metavar="VOICE", help="a sound or clip in which the text is spoken")
    parser.add_argument("script", type=Path, metavar="SCRIPT.txt", help="the text, UTF-8")
    parser.add_argument("--json", action="store_true", help="as JSON: word, start_ms, end_ms, sure (0 to 100)")
    parser.add_argument("--language", default="en", help="the text's language (BCP 47); English is found by its sounds")


def run(asked: argparse.Namespace) -> int:
    """Print them; exit code 1 where the voice does not seem to say the text."""
    try:
        script = asked.script.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise Wrong(f"{asked.script}: cannot be read: {error.strerror}") from error
    except UnicodeDecodeError as error:
        raise Wrong(f"{asked.script}: is not a text in UTF-8; save it as such") from error
    words = tokens(script, asked.language)
    if not words:
        raise Wrong(f"{asked.script}: has no words")
    try:
        heard = heard_in(asked.voice, script, asked.language)
    except OSError as error:
        raise Wrong(f"{asked.voice}: cannot be read: {error.strerror}") from error
    except (FFmpegError, IndexError) as error:
        raise Wrong(f"{asked.voice}: does not decode as a sound") from error
    rows = [
        {
            "word": re.sub(r"\s+", " ", script[word.start : word.end]),
            "start_ms": one.start_ms,
            "end_ms": one.end_ms,
            "sure": one.sure,
        }
        for word, one in zip(words, heard.words, strict=True)
    ]
    if asked.json:
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(rows), indent=2).decode() + "\n")
    else:
        for row in rows:
            mark = "" if int(row["sure"]) >= SURE else "  ?"
            sys.stdout.write(f"{row['start_ms'] / 1000:9.2f} {row['end_ms'] / 1000:9.2f}  {row['word']}{mark}\n")
    if not heard.follows:
        sys.stderr.write("ritornel: this voice does not seem to say this script\n")
        return 1
    return 0
