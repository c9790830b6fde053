"""The desk by touch, and with very many slides."""

from tests.browser.base import BrowserCase
from tests.browser.test_hands import BOX, HandsCase
from tests.made import LAMP, step


class Touch(HandsCase):
    def new_context(self):
        context = super().new_context()
        context.close()
        from tests.browser.base import browser_with

        context = browser_with(self.flags).new_context(
            viewport={"width": 1280, "height": 800}, base_url=self.live_server_url, has_touch=True
        )
        context.set_default_timeout(60_000)
        return context

    def finger(self, kind: str, x: float = 0, y: float = 0):
        points = [] if kind in ("touchEnd", "touchCancel") else [{"x": x, "y": y}]
        self.line.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def swipe(self, selector: str, dx: float, dy: float = 0, end: str = "touchEnd"):
        self.line = self.context.new_cdp_session(self.page)
        box = self.page.locator(selector).first.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.finger("touchStart", x, y)
        for part in range(1, 9):
            self.finger("touchMove", x + dx * part / 8, y + dy * part / 8)
        self.finger(end)

    def order(self) -> list[str]:
        self.settled()
        return self.page.evaluate("ritornel.store.kept.order.map(([id]) => id)")

    def test_a_slide_is_dragged_by_a_finger(self):
        self.page.keyboard.press("1")
        self.swipe(".tl-block[data-slide=three]", -900)
        self.assertEqual(self.order(), ["three", "one", "two"])

    def test_a_touch_that_is_taken_away_changes_nothing_then_or_later(self):
        self.page.keyboard.press("1")
        self.swipe(".tl-block[data-slide=three]", -900, end="touchCancel")
        self.page.mouse.move(300, 300)
        self.page.mouse.down()
        self.page.mouse.up()
        self.assertEqual(self.order(), ["one", "two", "three"])

    def test_an_object_is_moved_by_a_finger(self):
        self.page.touchscreen.tap(*self.on_stage(200, 200))
        self.assertEqual(self.page.evaluate("[...ritornel.store.objects]"), ["box"])
        self.swipe(".selection", 60, 30)
        self.settled()
        self.assertGreater(self.page.evaluate("ritornel.store.object('box').x"), 190)

    def test_at_the_lectern_thirds_of_the_stage_go_on_back_and_pause(self):
        row = self.keep({"slides": [{"id": "one", "objects": [BOX], "script": LAMP, "running_order": [step("a"), step("b")]}]})  # fmt: skip
        self.open_lectern(row)
        box = self.page.locator("#stage-now").bounding_box()
        tap = lambda third: self.page.touchscreen.tap(box["x"] + box["width"] * (third + 0.5) / 3, box["y"] + 60)  # noqa: E731
        tap(2)
        self.until("lectern.running")
        tap(2)
        self.until("lectern.cue === 1")
        tap(0)
        self.until("lectern.cue === 0")
        tap(1)
        self.until("!lectern.running")

    def test_targets_are_large_enough(self):
        small = self.page.evaluate("""() => [...document.querySelectorAll('button, input, select, a, [role=button]')]
          .filter((e) => e.checkVisibility() && !e.closest('#stage, .tl-drawn, .book-script .entries'))
          .map((e) => [e.getBoundingClientRect(), e.outerHTML.slice(0, 90)])
          .filter(([r]) => r.width && r.height < 23.5).map(([r, html]) => `${r.height}: ${html}`)""")
        self.assertEqual(small, [])


class ManySlides(BrowserCase):
    def test_few_nodes_at_any_zoom_and_only_what_is_needed_is_sent(self):
        slides = [
            {"id": f"s{n}", "title": f"Slide about {n}", "objects": [BOX], "script": LAMP, "running_order": [step("a"), step("b")], "transition": {"type": "push"}}
            for n in range(300)
        ]  # fmt: skip
        row = self.keep({"title": "Long", "slides": slides})
        answer = self.context.request.get(f"/shows/{row.pk}/")
        self.assertLess(len(answer.body()), 200_000)
        page = self.open_desk(row)
        counts = {}
        for key in ("1", "3", "1", "+", "+", "+", "+", "+", "+", "+", "+"):
            page.keyboard.press(key)
            page.wait_for_timeout(200)
            counts[key, len(counts)] = page.evaluate("document.querySelectorAll('*').length")
        self.assertLess(max(counts.values()), 1500, counts)
        page.keyboard.press("1")
        page.evaluate("ritornel.store.focusSlide('s299')")
        self.until("ritornel.store.slide?.document.id === 's299'")
        self.until("Object.keys(ritornel.store.kept.slides).length === 300", seconds=30)
