"""``manage.py export_all DIR``: every show of everybody, as the zips that anybody can export of their own."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from ritornel.formats.show_document import zip_blocks
from ritornel.library.describing import files_of
from ritornel.library.models import clean_name
from ritornel.shows import in_rows
from ritornel.shows.models import Show


class Command(BaseCommand):
    """Write every show with its media."""

    help = "Write every show with its media as a zip, in a folder for each person; what is there already stays."

    def add_arguments(self, parser: CommandParser) -> None:
        """State where to."""
        parser.add_argument("folder", type=Path, metavar="DIR")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write them, and say how many; one that cannot be written is named, and the others are all the same."""
        written, failed = 0, []
        for row in Show.objects.select_related("owner").order_by("owner__username", "made_at").iterator():
            target = options["folder"] / clean_name(row.owner.get_username()) / _name_of(row)
            try:
                written += _write(row, target)
            except OSError as error:
                failed.append(f"{target}: {error.strerror}")
        self.stdout.write(f"{written} shows written to {options['folder']}")
        if failed:
            raise CommandError("; ".join(failed))


def _name_of(row: Show) -> str:
    """Return a name that no other show of its owner has, also of the same title."""
    return clean_name(f"{row.title[:80]} {row.pk.hex[:8]} r{row.revision}.zip")


def _write(row: Show, target: Path) -> bool:
    """Write a show to a file, there whole or not at all; tell whether it was not there before."""
    if target.exists():
        return False
    target.parent.mkdir(parents=True, exist_ok=True)
    show = in_rows.load(row)
    arriving = target.with_name(f"{target.name}.part")
    with arriving.open("wb") as file:
        for block in zip_blocks(show, files_of(row.owner_id, show)):
            file.write(block)
    arriving.replace(target)
    return True
