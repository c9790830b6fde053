"""An edition that somebody watches."""

from ritornel.publishing.editions import publish
from ritornel.publishing.models import Edition
from tests.browser.base import BrowserCase
from tests.browser.shows import two_slides


class WatchingCase(BrowserCase):
    def published(self, loops: bool = False, **more) -> Edition:
        return publish(self.keep(two_slides(**more)), loops)

    def watch(self, edition: Edition, path: str = ""):
        self.page.goto(f"/e/{edition.token}/{path}")
        return self.page
