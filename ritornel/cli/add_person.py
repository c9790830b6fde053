"""``ritornel add-person NAME``: somebody who can sign in."""

import argparse

from ritornel.cli._django import begin, manage
from ritornel.cli._wrong import Wrong

NAME = "add-person"
HELP = "Let somebody sign in. The password is asked for, or read from the standard input."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("name", metavar="NAME", help="the name to sign in with")
    parser.add_argument("--mail", default="", metavar="ADDRESS", help="a mail address")
    parser.add_argument("--administers", action="store_true", help="they look after this installation, at /admin/")


def run(asked: argparse.Namespace) -> int:
    """Add them."""
    begin()
    manage("migrate", verbosity=0)
    from ritornel.accounts.adding import NotAdded, add, asked_password, check_name

    try:
        check_name(asked.name, asked.mail)  # before a password is asked for
        add(asked.name, asked_password(), asked.mail, asked.administers)
    except NotAdded as error:
        raise Wrong(str(error)) from error
    print(f"“{asked.name}” can sign in now.")
    return 0
