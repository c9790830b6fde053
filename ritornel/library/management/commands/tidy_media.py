"""``manage.py tidy_media``: clear away what nobody will come back for."""

from django.core.management.base import BaseCommand

from ritornel.library.tidying import tidy


class Command(BaseCommand):
    """Clear unfinished uploads and files without rows; to be run every hour or so."""

    help = "Clear unfinished uploads that are a day old, and stored files that no row names any more."

    def handle(self, *args, **options) -> None:
        """Clear, and say what was."""
        done = tidy()
        self.stdout.write(f"{done.uploads} uploads, {done.files} files, {done.freed:,} bytes cleared away")
