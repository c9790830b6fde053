"""``manage.py delete_left``: accounts of people who left a week ago; a worker runs it every hour."""

from typing import Any

from django.core.management.base import BaseCommand

from ritornel.oneself.leaving import delete_left


class Command(BaseCommand):
    """Delete them."""

    help = "Delete the accounts whose week to come back is over, with all that is theirs."

    def handle(self, *args: Any, **options: Any) -> None:
        """Delete, and say whom."""
        gone = delete_left()
        self.stdout.write(f"{len(gone)} accounts deleted{': ' if gone else ''}{', '.join(gone)}")
