"""Lines by their ends and their bend, and where what is new goes, by the real hands."""

from typing import Any

from tests.browser.test_objects import BOX, STAR, ObjectsCase


class Lines(ObjectsCase):
    def test_its_ends_and_its_bend_are_dragged(self):
        line = {"id": "l", "kind": "line", "x": 300, "y": 300, "width": 400, "height": 1}
        self.desk(line, {**STAR, "x": 900, "y": 500})
        self.click(500, 303)
        self.assertEqual(self.page.locator(".selection .handle").count(), 3)

        def drag(*way: tuple[float, float], hold: str = "") -> Any:
            self.drag_on_stage(*way, hold=hold)
            return self.kept().objects[0]

        def bend(by: int) -> float:
            self.drag("[data-end=bend]", 0, by)
            return self.kept().objects[0].bend

        moved = drag((700, 300.5), (902, 498))  # it snaps to the corner of the star
        self.assertEqual((moved.x, moved.y, moved.width, moved.height, moved.rising), (300, 300.5, 600, 199.5, False))
        self.assertGreater(bend(-50), 0.1)
        self.assertEqual(bend(50), 0)
        back = drag((300, 300.5), (1100, 560), hold="Alt")
        self.assertAlmostEqual(back.rotation % 360, 180)
        self.assertEqual((round(back.x), round(back.width), back.rising), (900, 200, False))
        level = drag((1100, 560), (1150, 505))  # level with its other end
        self.assertEqual((level.height, level.y), (1, 499.5))
        stepped = drag((1150, 500), (1100, 470), hold="Shift")
        self.assertAlmostEqual(stepped.height / stepped.width, 0.268, delta=0.01)

    def test_a_level_line_stays_level_whatever_its_box_is_drawn_to(self):
        self.desk({"id": "l", "kind": "line", "x": 300, "y": 300, "width": 400, "height": 1}, STAR)
        self.click(400, 300)
        self.page.keyboard.press("Control+ArrowRight")
        self.page.keyboard.press("Control+a")
        self.drag("[data-handle=se]", 0, -40, hold="Alt")
        line, star = self.kept().objects
        self.assertGreater(line.width, 400)
        self.assertLessEqual(line.height, 1)
        self.assertLess(star.height, 190)

    def test_what_lies_beside_a_line_is_selected_and_not_the_line(self):
        self.desk(BOX, {"id": "l", "kind": "line", "x": 100, "y": 100, "width": 800, "height": 400})
        self.click(220, 380)
        self.assertEqual(self.page.evaluate("[...ritornel.store.objects]"), ["box"])
        self.click(300, 200)
        self.assertEqual(self.page.evaluate("[...ritornel.store.objects]"), ["l"])

    def test_what_is_new_goes_where_nothing_stands(self):
        self.desk()
        for words in ("What is a half?", "One of two parts"):
            self.page.keyboard.press("t")
            self.page.keyboard.type(words)
            self.page.keyboard.press("Escape")
            self.page.keyboard.press("Escape")
            self.settled()
        for _ in range(4):
            self.page.click("[data-act=rectangle]")
            self.settled()
        things = self.kept().objects
        first, second, *rectangles, last = things
        self.assertEqual((second.x, second.y), (first.x, first.y + first.height + 24))
        self.assertEqual({r.y for r in rectangles}, {rectangles[0].y})
        for n, one in enumerate(things[:-1]):
            for other in things[:n]:
                apart = one.x >= other.x + other.width or other.x >= one.x + one.width
                self.assertTrue(apart or one.y >= other.y + other.height or other.y >= one.y + one.height)
        self.assertNotIn((last.x, last.y), [(r.x, r.y) for r in rectangles])  # no room: beside what is there

    def test_what_is_new_is_seen_before_the_server_has_drawn_it(self):
        self.desk(BOX)
        self.page.route("**/edit", lambda route: None)  # never answered
        self.page.click("[data-act=line]")
        way = self.page.locator("#stage .is-sketch line")
        self.assertEqual([way.get_attribute(side) for side in ("x1", "y1", "x2", "y2")], ["0", "0.5", "512", "0.5"])
        self.page.keyboard.press("Escape")
        self.page.mouse.dblclick(*self.on_stage(300, 300))
        self.page.keyboard.type("Oil")
        self.page.keyboard.press("Escape")
        words = self.page.locator("#stage .is-sketch >> text=Oil")
        self.assertEqual(words.evaluate("element => getComputedStyle(element).alignContent"), "center")
