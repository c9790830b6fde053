"""Pictures behind their frames, and links: set on the desk, followed in an edition."""

from tests.browser.test_objects import BOX, ObjectsCase


class Pictures(ObjectsCase):
    def test_a_picture_is_cropped_by_its_frame_and_moved_behind_it(self):
        picture = self.assets()["picture"]
        self.desk(
            {
                "id": "p",
                "kind": "picture",
                "asset": picture,
                "x": 200,
                "y": 100,
                "width": 400,
                "height": 400,
                "fit": "fill",
            }
        )
        self.page.mouse.dblclick(*self.on_stage(400, 300))
        self.page.wait_for_selector(".selection.is-cropped")
        self.drag("[data-handle=e]", -50, 0, hold="Alt")
        cropped = self.kept().objects[0]
        self.assertAlmostEqual(cropped.width, 300, delta=4)
        self.assertGreater(cropped.frame.crop[2], 0.1)
        left = cropped.frame.crop[0]
        self.drag_on_stage((300, 300), (340, 300), hold="Alt")
        moved = self.kept().objects[0]
        self.assertEqual((moved.x, moved.width), (cropped.x, cropped.width))
        self.assertLess(moved.frame.crop[0] - left, 1e-3)

    def test_several_are_set_at_once_and_keep_what_each_has_of_its_own(self):
        picture = self.assets()["picture"]
        plain = {"kind": "picture", "asset": picture, "y": 100, "width": 300, "height": 200}
        tone = {"contrast": 1.5, "one_colour": "#102030"}
        own = {"crop": (0.1, 0, 0, 0), "mirrored": True, "line": "#ffffff", "line_width": 3, "tone": tone}
        self.desk({"id": "p", "x": 100, **plain, "frame": own, "shadow": {"blur": 9}}, {"id": "q", "x": 600, **plain})
        self.page.evaluate("ritornel.store.select('objects', ['p', 'q'])")
        sheet = self.page.locator(".sheet")
        self.assertEqual(sheet.get_by_label("Contrast").get_attribute("placeholder"), "various")
        self.assertEqual(sheet.get_by_label("Light").input_value(), "100")
        for label in ("mirrored", "casts a shadow"):
            self.assertTrue(sheet.get_by_label(label).evaluate("box => box.indeterminate"))
        sheet.get_by_label("Light").fill("80")
        sheet.get_by_label("Corner radius").fill("12")
        sheet.get_by_label("Border, various").fill("#ffffff")
        sheet.get_by_label("mirrored").check()
        sheet.get_by_label("casts a shadow").check()
        one, other = self.kept().objects
        for frame in (one.frame, other.frame):
            self.assertEqual((frame.tone.light, frame.corner_radius, frame.line), (0.8, 12, "#ffffff"))
            self.assertTrue(frame.mirrored)
        self.assertEqual((one.frame.tone.contrast, one.frame.tone.one_colour), (1.5, "#102030"))
        self.assertEqual((one.frame.crop[0], other.frame.crop[0]), (0.1, 0))
        self.assertEqual((other.frame.tone.contrast, other.frame.line_width), (1, 4))
        self.assertTrue(one.shadow and other.shadow)
        self.page.wait_for_selector("[aria-label='Shadow blur']")

    def test_a_line_drawn_by_hand_and_one_from_corner_to_corner(self):
        self.desk()
        self.page.keyboard.press("v")
        self.drag_on_stage((100, 200), (600, 500))
        self.settled()
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("v")
        for place in ((800, 200), (1000, 200), (1000, 500)):
            self.click(*place, delay=20)
            self.page.wait_for_timeout(320)
        self.page.keyboard.press("Enter")
        drawn, corners = self.kept().objects
        self.assertEqual((drawn.form, drawn.fill, round(drawn.x / 10)), ("path", "none", 10))
        self.assertEqual((corners.path, round(corners.width), round(corners.height)), ("M0 0L1 0L1 1", 200, 300))


class Led(ObjectsCase):
    def test_a_link_is_set_on_the_desk_and_followed_in_an_edition(self):
        self.desk(BOX)
        self.click(300, 300)
        self.page.select_option("[aria-label='Leads to']", "#slide:two")
        self.settled()
        self.page.wait_for_selector(".link-mark:has-text('Slide 2')")
        self.page.click("text=Publish")
        self.page.click(".way-row button:text-is('Publish')")
        self.page.goto(self.page.locator("a[href*='/e/']").first.get_attribute("href"))
        self.until("player.playhead.time > 0 && Boolean(player.rest)")
        self.page.click(".stage-node[data-link]")
        self.until("player.playhead.time >= player.stage.play.order[1][1]")

    def test_what_was_done_is_read_and_returned_to(self):
        self.desk(BOX)
        self.click(300, 300)
        self.page.keyboard.press("Delete")
        self.settled()
        self.page.click("text=History")
        self.page.fill("[name=name]", "without the box")
        self.page.click("text=Name this moment")
        self.page.click("text=As it was at first")
        self.page.click("text=Return to this")
        self.ready()
        self.assertEqual([o.id for o in self.kept().objects], ["box"])
        self.page.click("text=History")
        self.page.click("text=without the box")
        self.page.click("text=Return to this")
        self.ready()
        self.assertEqual(self.kept().objects, ())

    def test_a_ground_for_every_slide(self):
        self.desk(BOX)
        self.page.click("#slide-settings")
        self.page.select_option("[aria-label=Ground]", "radial")
        self.settled()
        self.page.click(".act-row >> text=every slide")
        self.settled()
        grounds = [self.kept(n).ground for n in (0, 1)]
        self.assertEqual(grounds[0], grounds[1])
        self.assertEqual(grounds[0].gradient.kind, "radial")
        self.until("document.querySelector('[data-key=\"//gradient\"] svg') !== null")
