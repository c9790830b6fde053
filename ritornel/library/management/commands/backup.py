"""``manage.py backup DIR``: everything that is kept, while the application runs."""

from pathlib import Path

from django.core.management.base import BaseCommand, CommandError, CommandParser

from ritornel.library.backups import NotPutBack, back_up


class Command(BaseCommand):
    """Copy the database and all files."""

    help = (
        "Copy the database and all files into a folder, while the application runs; again into the same, what is new."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        """State where to."""
        parser.add_argument("folder", type=Path, metavar="DIR")

    def handle(self, *args, **options) -> None:
        """Copy, and say what was."""
        try:
            done = back_up(options["folder"])
        except (OSError, NotPutBack) as error:
            raise CommandError(str(error)) from error
        self.stdout.write(
            f"the database, and {done.files} files, {done.bytes:,} bytes; {done.there} were there already"
        )
