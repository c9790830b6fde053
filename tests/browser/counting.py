"""Hands that count: a key, a click, a drag, one run of typing are one gesture each."""

from ritornel.shows import in_rows
from tests.browser.test_objects import ObjectsCase


class CountingCase(ObjectsCase):
    def setUp(self):
        super().setUp()
        self.gestures = 0

    def press(self, key: str):
        self.gestures += 1
        self.page.keyboard.press(key)

    def write(self, words: str):
        self.gestures += 1
        self.page.keyboard.type(words)

    def touch(self, selector: str):
        self.gestures += 1
        self.page.click(selector)

    def touch_stage(self, x: float, y: float):
        self.gestures += 1
        self.click(x, y)

    def drag(self, selector: str, dx: float = 0, to: str = "", below: float = 0):
        """Drags something sideways, or below another."""
        self.gestures += 1
        box = self.page.locator(selector).bounding_box()
        start = (box["x"] + min(40, box["width"] / 2), box["y"] + box["height"] / 2)
        end = (start[0] + dx, start[1])
        if to:
            other = self.page.locator(to).bounding_box()
            end = (start[0], other["y"] + other["height"] + below)
        self.drag_between(start, end)
        self.settled()

    def took(self) -> int:
        count, self.gestures = self.gestures, 0
        return count

    def show(self):
        self.settled()
        self.row.refresh_from_db()
        return in_rows.load(self.row)

    def order(self) -> list[tuple[str, str]]:
        steps = self.show().slides[0].running_order
        return [(s.object + (str(s.part.paragraph) if s.part else ""), s.trigger) for s in steps]

    def drag_stage(self, start: tuple[float, float], end: tuple[float, float]):
        self.gestures += 1
        self.drag_on_stage(start, end)
        self.settled()

    def choose(self, label: str, value: str):
        self.gestures += 1
        self.page.select_option(f"[aria-label='{label}']", value)
        self.settled()
