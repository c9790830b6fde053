"""Placing on the stage by hand: selecting, moving, sizing, aligning, the same on every slide."""

from tests.browser.base import BrowserCase
from tests.browser.shows import BOX, one, talk
from tests.made import text


class Placing(BrowserCase):
    def setUp(self):
        super().setUp()
        media = self.assets()
        picture = {
            "id": "pic",
            "kind": "picture",
            "asset": media["picture"],
            "x": 700,
            "y": 100,
            "width": 400,
            "height": 300,
        }
        words = text("words", "First line", "Second line", x=100, y=450, width=400, height=120)
        self.open_desk(self.keep(talk(one(objects=(BOX, picture, words)))))

    def thing(self, key: str) -> dict:
        self.settled()
        return self.page.evaluate(f"ritornel.store.object('{key}')")

    def selected(self) -> list[str]:
        return self.page.evaluate("[...ritornel.store.objects]")

    def test_a_click_anywhere_on_an_object_selects_it(self):
        for point, expected in (
            ((105, 105), ["box"]),
            ((390, 290), ["box"]),
            ((900, 250), ["pic"]),
            ((480, 560), ["words"]),
            ((640, 30), []),
        ):
            self.page.mouse.click(*self.on_stage(*point))
            self.assertEqual(self.selected(), expected)

    def test_move_by_pointer_and_by_keys_and_take_it_back(self):
        self.drag_between(self.on_stage(200, 200), self.on_stage(240, 180), hold="Alt")
        moved = self.thing("box")
        self.assertAlmostEqual(moved["x"], 140, delta=1)
        self.assertAlmostEqual(moved["y"], 80, delta=1)
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("Shift+ArrowDown")
        nudged = self.thing("box")
        self.assertEqual((round(nudged["x"] - moved["x"], 1), round(nudged["y"] - moved["y"], 1)), (1, 10))
        self.page.keyboard.press("Control+z")
        self.page.keyboard.press("Control+z")
        self.page.keyboard.press("Control+z")
        self.assertEqual((self.thing("box")["x"], self.thing("box")["y"]), (100, 100))

    def test_pictures_keep_their_proportions_and_shapes_need_not(self):
        self.page.mouse.click(*self.on_stage(900, 250))
        self.assertEqual(self.page.locator(".handle:not(.is-turn)").count(), 4)
        self.drag(".handle[data-handle=se]", -60, -10)
        picture = self.thing("pic")
        self.assertLess(picture["width"], 400)
        self.assertAlmostEqual(picture["width"] / picture["height"], 4 / 3, places=2)
        self.page.mouse.click(*self.on_stage(200, 200))
        self.drag(".handle[data-handle=e]", 50, 0)
        box = self.thing("box")
        self.assertEqual((box["height"], box["x"]), (200, 100))
        self.assertGreater(box["width"], 350)

    def test_a_picture_comes_to_lines_in_its_proportions(self):
        self.page.mouse.click(*self.on_stage(800, 200))
        start, end = self.on_stage(700, 400), self.on_stage(503, 520)
        self.drag_between(start, end, let_go=False)  # its left edge comes to the right one of the words
        self.page.wait_for_selector(".guide")
        self.assertEqual(self.page.inner_text("output.said"), "600 × 450")
        self.page.mouse.up()
        picture = self.thing("pic")
        self.assertEqual([picture[k] for k in ("x", "y", "width", "height")], [500, 100, 600, 450])

    def test_select_and_resize_by_keys(self):
        self.page.keyboard.press("o")
        self.assertEqual(self.selected(), ["box"])
        self.page.keyboard.press("Control+Shift+ArrowRight")
        self.page.keyboard.press("Control+ArrowDown")
        box = self.thing("box")
        self.assertEqual((box["x"], box["width"], box["height"]), (100, 310, 201))
        self.page.keyboard.press("o")
        self.page.keyboard.press("Control+Shift+ArrowUp")
        picture = self.thing("pic")
        self.assertEqual((picture["height"], round(picture["width"] / picture["height"], 2)), (290, 1.33))
        self.page.keyboard.press("Shift+o")
        self.assertEqual(self.selected(), ["box"])

    def test_duplicate_band_and_delete(self):
        self.page.mouse.click(*self.on_stage(200, 200))
        self.page.keyboard.press("Control+d")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.objects.length"), 4)
        self.drag_between(self.on_stage(20, 20), self.on_stage(600, 330))
        self.assertEqual(len(self.selected()), 2)
        self.page.keyboard.press("Delete")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.objects.map((o) => o.id)"), ["pic", "words"])

    def test_several_are_placed_by_a_key_and_a_click(self):
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("a")
        self.page.keyboard.press("Enter")  # the first of the menu: at the left
        self.assertEqual([self.thing(key)["x"] for key in ("box", "pic", "words")], [100] * 3)
        self.page.click(".sheet >> text=a column")
        self.assertEqual([self.thing(key)["y"] for key in ("box", "pic", "words")], [100, 350, 700])
        self.page.fill("[aria-label='Gap down']", "5*2")
        self.page.keyboard.press("Enter")
        self.until("ritornel.store.object('pic').y === 310")
        self.page.select_option("[aria-label='Align with']", "slide")
        self.page.click(".sheet [aria-label=align] >> text=right")
        self.assertEqual([self.thing(key)["x"] for key in ("box", "pic", "words")], [980, 880, 880])
        self.page.click("[data-act=undo]")
        self.until("ritornel.store.object('box').x === 150")

    def test_a_drag_snaps_to_what_stands_there_and_shows_it(self):
        start = self.on_stage(200, 200)
        self.drag_between(start, self.on_stage(497, 353), let_go=False)
        self.assertEqual(self.page.locator(".guide").count(), 2)
        self.page.mouse.up()
        box = self.thing("box")
        self.assertEqual((box["x"], box["y"]), (400, 250))  # against the picture, on the words
        self.assertEqual(self.page.locator(".guide").count(), 0)

    def test_an_object_on_every_slide_at_the_same_place(self):
        self.page.keyboard.press("n")
        self.page.keyboard.press("PageUp")
        self.page.mouse.click(*self.on_stage(105, 105))
        self.page.select_option("[aria-label='Put it on']", "all")
        self.page.wait_for_selector(".sheet:has-text('2 slides')")
        self.page.keyboard.press("Shift+ArrowRight")
        self.page.wait_for_selector(".sheet:has-text('elsewhere on 1')")
        self.page.click(".sheet >> text=the place")
        self.until("ritornel.store.kept.slides[ritornel.store.kept.order[1][0]]?.document.objects[0]?.x === 110")
        self.page.wait_for_selector(".sheet:has-text('elsewhere')", state="detached")

    def test_fields_take_sums_and_shares_of_the_slide(self):
        self.page.mouse.click(*self.on_stage(105, 105))
        for label, typed, name, number in (
            ("Left", "877+40", "x", 917),
            ("Width", "1/4", "width", 320),
            ("Top", "50%-100", "y", 260),
        ):
            self.page.fill(f"[aria-label={label}]", typed)
            self.page.keyboard.press("Tab")
            self.assertEqual(self.thing("box")[name], number)
        self.page.fill("[aria-label=Height]", "1/0")
        self.page.keyboard.press("Tab")
        self.assertEqual(self.page.get_attribute("[aria-label=Height]", "aria-invalid"), "true")
        self.page.focus("[aria-label=Height]")
        self.page.keyboard.press("Escape")  # takes back what cannot be, and the keys move the box again
        self.assertEqual(
            (
                self.page.input_value("[aria-label=Height]"),
                self.page.get_attribute("[aria-label=Height]", "aria-invalid"),
            ),
            ("200", None),
        )
        self.page.keyboard.press("ArrowRight")
        self.assertEqual((self.thing("box")["x"], self.selected()), (918, ["box"]))

    def test_double_click_edits_text(self):
        self.page.mouse.dblclick(*self.on_stage(200, 480))
        self.until("ritornel.stage.writing?.editor.hasSelection")
        while self.page.evaluate("ritornel.stage.writing.editor.hasSelection"):
            self.page.wait_for_timeout(50)  # the editor looks at its selection anew just after it got the focus
            self.page.keyboard.press("Control+End")
        self.page.keyboard.type("\nThird line")
        self.page.keyboard.press("Escape")
        self.assertEqual(
            [p["text"] for p in self.thing("words")["paragraphs"]], ["First line", "Second line", "Third line"]
        )
        self.assertEqual(self.page.locator("#stage .stage-part").count(), 3)

    def test_each_kind_can_be_added(self):
        for keys, kind in (("r", "shape"), ("e", "shape"), ("tWords", "text")):
            self.page.keyboard.type(keys)
            if kind == "text":
                self.page.keyboard.press("Escape")
            self.until(
                f"ritornel.store.slide.document.objects.at(-1).kind === '{kind}' && ritornel.store.objects.size === 1"
            )
            self.settled()
            self.page.keyboard.press("Escape")
            self.page.keyboard.press("Escape")
        self.page.click("[data-act=sound]")
        self.page.click("dialog .choose-grid button")
        self.until("ritornel.store.slide.document.objects.at(-1).kind === 'sound'")
        self.assertEqual(self.page.locator(".sound-grip").count(), 1)
