"""``ritornel work``: a worker more, beside that of ``serve``, on this machine or on another that shares its folder."""

import argparse

from ritornel.cli._django import begin, manage

NAME = "work"
HELP = "Do jobs: what people send is looked through, fetched and taken in. Ctrl C ends it; nothing is lost."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("--at-once", type=int, default=4, metavar="N", help="jobs at once (%(default)s)")


def run(asked: argparse.Namespace) -> int:
    """Work until ended."""
    begin()
    manage("work", at_once=max(1, asked.at_once))
    return 0
