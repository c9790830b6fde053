"""``manage.py send_digests``: write to those who have not seen what others said; a worker runs it every minute."""

from typing import Any

from django.core.management.base import BaseCommand

from ritornel.comments.digests import send_digests


class Command(BaseCommand):
    """Write to them."""

    help = "Write to those who have not seen what others said, at most once an hour to each."

    def handle(self, *args: Any, **options: Any) -> None:
        """Write, and say how many mails went out."""
        self.stdout.write(f"{send_digests()} mails sent")
