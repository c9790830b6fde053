"""``manage.py make_demo``: the demo user, its material and its shows, made once."""

from django.core.management.base import BaseCommand

from ritornel.shows.demo import OTHERS, PASSWORD, USER
from ritornel.shows.demo.making import make_demo


class Command(BaseCommand):
    """Make the demo if it is not there."""

    help = "Make the four people and the three shows of Skarholm Light, if they are not there yet."

    def handle(self, *args, **options) -> None:
        """Make it and say how to sign in."""
        shows = make_demo()
        others = " or ".join(f"“{name}”" for name in OTHERS)
        self.stdout.write(f"{len(shows)} shows; sign in as “{USER}” with “{PASSWORD}”, or as {others}, who share them.")
