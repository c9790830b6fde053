"""Send what nobody would: commands, documents, zips, media, ranges and forms, made and broken at random.

    bin/fuzz [--commands 10000] [--documents 5000] [--media 3000] [--requests 1000] [--outlines 300] [--files 2000]
             [--seed 1]

A real server is asked; none of it may answer 500 or more, take over ``SECONDS``, or take more than ``BYTES`` of memory, and
whatever is kept must be read, compiled and exported again. Exits 1 and says what was sent if something does not hold.
"""

import argparse
import sys
import time
from collections.abc import Iterator

import httpx

from proof.fuzz_files import read_all
from proof.fuzzing import Broken, Fuzz
from proof.server import Server
from ritornel.core.model.reading import BadDocument


def told(fuzz: Fuzz, seconds: float) -> Iterator[str]:
    """Yield what a run has to say."""
    yield f"{sum(fuzz.answers.values())} requests in {seconds:.0f} s; the slowest took {fuzz.slowest:.2f} s; "
    yield f"the server took {fuzz.server.memory() / 1e6:.0f} MB at most and wrote {len(fuzz.server.traces())} traces\n"
    yield ", ".join(f"{name}: {count}" for name, count in sorted(fuzz.answers.items()))


def main(arguments: list[str] | None = None) -> int:
    """Run, and print what was found; 1 if something does not hold."""
    parser = argparse.ArgumentParser(description="Send a server what nobody would.")
    for name, count in (
        ("commands", 10_000),
        ("documents", 5000),
        ("media", 3000),
        ("requests", 1000),
        ("outlines", 300),
        ("files", 2000),
        ("seed", 1),
    ):
        parser.add_argument(f"--{name}", type=int, default=count)
    asked = parser.parse_args(arguments)
    began = time.monotonic()
    try:
        read = read_all(asked.files, asked.seed)
    except AssertionError as error:
        print(f"broken: {error}"[:4000])
        return 1
    print(", ".join(f"{name}: {count}" for name, count in sorted(read.items())))
    with Server() as server:
        fuzz = Fuzz(server, asked.seed)
        try:
            fuzz.commands(asked.commands)
            fuzz.documents(asked.documents)
            fuzz.media(asked.media)
            fuzz.requests(asked.requests)
            fuzz.outlines(asked.outlines)
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
