"""``manage.py restore DIR``: what ``backup`` kept, put back."""

from pathlib import Path

from django.core.management.base import BaseCommand, CommandError, CommandParser

from ritornel.library.backups import NotPutBack, put_back


class Command(BaseCommand):
    """Put a backup back."""

    help = "Put a backup back: its database in place of the one here, and its files beside those that are here."

    def add_arguments(self, parser: CommandParser) -> None:
        """State where from."""
        parser.add_argument("folder", type=Path, metavar="DIR")
        parser.add_argument("--over", action="store_true", help="also where there are people and shows already")

    def handle(self, *args, **options) -> None:
        """Put it back, and say what was."""
        try:
            done = put_back(options["folder"], options["over"])
        except (OSError, NotPutBack) as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"the database is back, and {done.files} files; {done.there} were here already")
