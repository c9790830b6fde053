"""``manage.py add_person NAME``: somebody who can sign in."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from ritornel.accounts.adding import NotAdded, add, asked_password, check_name


class Command(BaseCommand):
    """Add somebody."""

    help = "Let somebody sign in. The password is asked for, or read from the standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        """State who."""
        parser.add_argument("name", metavar="NAME", help="the name to sign in with")
        parser.add_argument("--mail", default="", metavar="ADDRESS", help="a mail address")
        parser.add_argument("--administers", action="store_true", help="they look after this installation, at /admin/")

    def handle(self, *args: Any, **options: Any) -> None:
        """Add them."""
        name, address = options["name"], options["mail"]
        try:
            check_name(name, address)  # before a password is asked for
            add(name, asked_password(), address, options["administers"])
        except NotAdded as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"“{name}” can sign in now.")
