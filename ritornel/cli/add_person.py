"""``ritornel add-person NAME``: somebody who can sign in."""

import argparse
import getpass
import sys

from ritornel.cli._django import begin, manage
from ritornel.cli._wrong import Wrong

NAME = "add-person"
HELP = "Let somebody sign in. The password is asked for, or read from the standard input."


def arguments(parser: argparse.ArgumentParser) -> None:
    """Add what may be asked."""
    parser.add_argument("name", metavar="NAME", help="the name to sign in with")
    parser.add_argument("--mail", default="", metavar="ADDRESS", help="a mail address")


def run(asked: argparse.Namespace) -> int:
    """Add them."""
    begin()
    manage("migrate", verbosity=0)
    from django.contrib.auth import get_user_model
    from django.contrib.auth.password_validation import validate_password
    from django.core.exceptions import ValidationError

    people = get_user_model().objects
    if people.filter(username=asked.name).exists():
        raise Wrong(f"there is somebody called “{asked.name}” already; choose another name")
    password = _password()
    try:
        person = people.model(username=asked.name, email=asked.mail)
        person.clean_fields(exclude=["password"])
        validate_password(password, person)
    except ValidationError as error:
        raise Wrong(" ".join(error.messages)) from error
    people.create_user(asked.name, asked.mail, password)
    print(f"“{asked.name}” can sign in now.")
    return 0


def _password() -> str:
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\n")
    password = getpass.getpass("Password: ")
    if getpass.getpass("Once more: ") != password:
        raise Wrong("the two are not the same; nobody was added")
    return password
