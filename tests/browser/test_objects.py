"""Objects and placing by the real hands: words with runs, handles, groups, crops, copies, drawings, links, what was done."""

from typing import Any

from ritornel.core.text.layout import set_text
from ritornel.shows import in_rows
from tests.browser.base import BrowserCase
from tests.made import step

BOX = {"id": "box", "kind": "shape", "x": 200, "y": 200, "width": 300, "height": 200, "name": "Box"}
STAR = {"id": "star", "kind": "shape", "form": "star", "x": 700, "y": 200, "width": 200, "height": 200, "name": "Star"}


ELSEWHERE = """<h1 style="color: red; font-size: 80px" onclick="alert(1)">Four <b style='color:blue'>style="tons"</b></h1>
<p class="x">of <a href="javascript:alert(1)">glass</a><br>afloat</p><script>alert(1)</script><style>* { color: red }</style>"""
PASTE = """(kinds) => {
  const clipboardData = new DataTransfer();
  for (const [kind, words] of Object.entries(kinds)) clipboardData.setData(kind, words);
  document.activeElement.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
}"""


class ObjectsCase(BrowserCase):
    def desk(self, *objects: dict[str, Any], **more: Any):
        one = {"id": "one", "objects": list(objects), **more}
        self.row = self.keep({"title": "Things", "slides": [one, {"id": "two", "objects": []}]})
        self.open_desk(self.row)

    def kept(self, number: int = 0) -> Any:
        self.settled()
        self.row.refresh_from_db()
        return in_rows.load(self.row).slides[number]

    def click(self, x: float, y: float, **more: Any):
        self.page.mouse.click(*self.on_stage(x, y), **more)

    def drag_on_stage(self, start: tuple[float, float], end: tuple[float, float], hold: str = ""):
        self.drag_between(self.on_stage(*start), self.on_stage(*end), hold)


class Words(ObjectsCase):
    def test_a_double_click_where_nothing_stands_writes_there(self):
        self.desk(BOX)
        self.page.mouse.dblclick(*self.on_stage(900, 500))
        self.page.wait_for_selector(".text-editor")
        self.page.keyboard.type("Here")
        self.page.keyboard.press("Escape")
        words = self.kept().objects[-1]
        self.assertEqual(
            (words.paragraphs[0].text, round(words.x, -1), round(words.y + words.height / 2, -1)), ("Here", 900, 500)
        )
        self.assertLessEqual(words.x + words.width, 1280)

    def test_a_list_with_bold_words_is_typed_in_place_and_drawn_as_the_core_sets_it(self):
        self.desk()
        keys = self.page.keyboard
        keys.press("t")
        self.page.wait_for_selector(".text-editor.is-empty")
        keys.type("The keeper")
        keys.press("Enter")
        keys.type("- lights the lamp")
        keys.press("Enter")
        keys.press("Tab")
        keys.type("and ")
        keys.press("Control+b")
        keys.type("winds")
        keys.press("Control+b")
        keys.type(" it")
        keys.press("Escape")
        (thing,) = self.kept().objects
        told = [(p.text, p.marker, p.level, [(r.start, r.end, r.weight) for r in p.runs]) for p in thing.paragraphs]
        self.assertEqual(told, [
            ("The keeper", "none", 0, []), ("lights the lamp", "bullet", 0, []), ("and winds it", "bullet", 1, [(4, 9, 600)]),
        ])  # fmt: skip
        self.until("document.querySelectorAll('#stage text').length === 5")
        drawn = self.page.evaluate("[...document.querySelectorAll('#stage text')].map((t) => [t.textContent, t.getComputedTextLength()])")  # fmt: skip
        lines = [line for p in set_text(thing) for line in (*([p.marker] if p.marker else []), *p.lines)]
        self.assertEqual([words for words, _ in drawn], [line.text for line in lines])
        for (words, seen), line in zip(drawn, lines, strict=True):
            self.assertAlmostEqual(seen, line.width, delta=max(0.6, line.width * 0.003), msg=words)

    def test_what_is_pasted_from_elsewhere_comes_as_clean_text(self):
        words = {"id": "t", "kind": "text", "x": 100, "y": 100, "width": 800, "height": 80, "size": 50}
        self.desk({**words, "paragraphs": [{"text": "Seen: "}]})
        self.click(130, 130)
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector(".text-editor .ProseMirror-focused")
        self.page.keyboard.press("Control+End")
        self.until("!ritornel.stage.writing.editor.hasSelection")
        self.page.evaluate(PASTE, {"text/html": ELSEWHERE, "text/plain": "not this"})
        self.page.keyboard.press("Escape")
        (thing,) = self.kept().objects
        told = [(p.text, p.runs, p.marker) for p in thing.paragraphs]
        self.assertEqual(
            told, [('Seen: Four style="tons"', (), "none"), ("of glass", (), "none"), ("afloat", (), "none")]
        )

    def test_selected_words_are_set_from_the_sheet_while_one_writes(self):
        words = {"id": "t", "kind": "text", "x": 100, "y": 100, "width": 800, "height": 80, "size": 50}
        self.desk({**words, "paragraphs": [{"text": "One finger turns it"}]})
        self.click(200, 130)
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector(".text-editor .ProseMirror-focused")
        selection = "ritornel.stage.writing.editor.hasSelection"
        while self.page.evaluate(selection):  # the editor looks at its selection anew just after it got the focus
            self.page.keyboard.press("Home")
            self.page.wait_for_timeout(50)
        for _ in range(3):
            self.page.keyboard.press("Shift+ArrowRight")
        self.page.click(".face-button")
        self.page.click("[role=menuitemradio]:has-text('Caveat')")
        self.page.keyboard.press("End")
        self.page.keyboard.type(" all")
        self.page.keyboard.press("Escape")
        (thing,) = self.kept().objects
        self.assertEqual(thing.paragraphs[0].text, "One finger turns it all")
        self.assertEqual([(r.start, r.end, r.font) for r in thing.paragraphs[0].runs], [(0, 3, "caveat")])

    def test_selected_words_are_set_by_keys_alone(self):
        words = {"id": "t", "kind": "text", "x": 100, "y": 100, "width": 800, "height": 80, "size": 50}
        self.desk({**words, "paragraphs": [{"text": "One finger"}]})
        keys = self.page.keyboard
        for key in ("o", "Enter", "Control+End", "Control+Shift+ArrowLeft"):
            keys.press(key)
        self.until("ritornel.stage.writing.editor.hasSelection")
        keys.press("Control+Enter")
        keys.press("Tab")
        keys.type("70")
        keys.press("Enter")
        self.until("document.activeElement.matches('.ProseMirror')")
        keys.press("Control+Enter")
        keys.press("Escape")
        self.until("document.activeElement.matches('.ProseMirror')")
        keys.press("Control+End")
        keys.type(" turns")
        keys.press("Escape")
        (thing,) = self.kept().objects
        (line,) = thing.paragraphs
        self.assertEqual(
            (line.text, [(r.start, r.end, r.size) for r in line.runs]), ("One finger turns", [(4, 16, 70)])
        )

    def test_what_runs_out_of_its_box_says_so_and_is_shrunk(self):
        long = {"text": "Four tons of glass, afloat in mercury, turned by one finger. " * 3}
        self.desk({"id": "t", "kind": "text", "x": 100, "y": 100, "width": 400, "height": 160, "paragraphs": [long]})
        self.click(200, 130)
        self.page.click(".notice >> text=Shrink to the box")
        self.assertLess(self.kept().objects[0].size, 32)
        self.page.wait_for_selector(".sheet .notice", state="detached")

    def test_words_in_a_shape_stand_in_its_middle_and_go_along_with_it(self):
        self.desk(BOX, STAR)
        self.page.mouse.dblclick(*self.on_stage(300, 300))
        self.page.wait_for_selector(".text-editor")
        self.page.keyboard.type("Four tons")
        self.page.keyboard.press("Escape")
        box, words, _ = self.kept().objects
        self.assertEqual((words.align, words.valign, words.group), ("centre", "middle", box.group))
        self.assertEqual((words.x - box.x, box.x + box.width - words.x - words.width), (12, 12))
        self.page.keyboard.press("Escape")
        self.drag_on_stage((220, 390), (240, 410), hold="Alt")
        moved, with_it, _ = self.kept().objects
        self.assertEqual((moved.x - box.x, with_it.x - words.x), (20, 20))
        for label, value in (("Corner radius", "9"), ("Size", "30")):
            self.page.fill(f".sheet [aria-label='{label}']", value)
            self.page.keyboard.press("Tab")
        rounded, smaller, _ = self.kept().objects
        self.assertEqual((rounded.corner_radius, smaller.size), (9, 30))
        self.page.evaluate("document.activeElement.blur()")
        self.page.keyboard.press("Enter")
        self.until("ritornel.stage.writing")
        self.page.keyboard.type("No cogs")
        self.page.keyboard.press("Escape")
        self.assertEqual(self.kept().objects[1].paragraphs[0].text, "No cogs")
        for _ in range(5):
            self.page.keyboard.press("Control+z")
        self.assertEqual([(o.id, o.group) for o in self.kept().objects], [("box", ""), ("star", "")])


class Handles(ObjectsCase):
    def test_turned_by_steps_and_rounded(self):
        self.desk(BOX)
        self.click(300, 300)
        self.drag("[data-form=corner_radius]", 25)
        self.settled()
        self.drag("[data-handle=turn]", 70, 12, hold="Shift")
        (box,) = self.kept().objects
        self.assertAlmostEqual(box.corner_radius, 50, delta=4)
        self.assertEqual(box.rotation % 15, 0)
        self.assertGreater(box.rotation, 0)
        self.assertEqual((box.x, box.y), (200, 200))

    def test_several_are_sized_and_turned_by_the_frame_around_them(self):
        self.desk(BOX, STAR)
        self.page.keyboard.press("Control+a")
        self.drag(".is-together [data-handle=se]", 70, 50, hold="Alt")
        box, star = self.kept().objects
        self.assertGreater(box.width, 330)
        self.assertGreater(star.width, 220)
        self.assertEqual((box.x, box.y), (200, 200))
        self.assertAlmostEqual((star.x - box.x) / 500, box.width / 300, delta=0.01)

    def test_equal_gaps_snap_and_say_how_wide_they_are(self):
        posts = [{**BOX, "id": f"p{n}", "x": x, "width": 60} for n, x in enumerate((100, 300, 700))]
        self.desk(*posts, {**BOX, "id": "moved", "x": 800, "y": 200, "width": 60})
        self.drag_on_stage((830, 300), (533, 303), hold="")
        moved = self.kept().objects[-1]
        self.assertEqual(moved.x, 500)
        for key in ("x", "y"):
            self.assertIsNotNone(getattr(moved, key))


class Together(ObjectsCase):
    def test_a_group_moves_as_one_opens_in_place_and_a_locked_thing_stays(self):
        self.desk(BOX, STAR)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Control+g")
        self.settled()
        self.page.keyboard.press("Escape")
        self.drag_on_stage((300, 300), (300, 350), hold="Alt")
        self.assertEqual([o.y for o in self.kept().objects], [250, 250])
        self.page.mouse.dblclick(*self.on_stage(800, 350))
        self.until("ritornel.store.objects.size === 1")
        self.drag_on_stage((800, 350), (800, 320), hold="Alt")
        self.assertEqual([o.y for o in self.kept().objects], [250, 220])
        self.page.keyboard.press("k")
        self.page.click(".object-line[data-object=star] >> text=Lock")
        self.settled()
        self.page.keyboard.press("Escape")
        self.click(800, 320)
        self.assertEqual(self.page.evaluate("ritornel.store.objects.size"), 0)

    def test_the_list_restacks_by_dragging_and_by_keys(self):
        self.desk(BOX, STAR)
        self.page.keyboard.press("k")
        first, last = (self.page.locator(".object-line").nth(n).bounding_box() for n in (0, 1))
        self.drag_between((first["x"] + 15, first["y"] + 10), (last["x"] + 15, last["y"] + last["height"]))
        self.assertEqual([o.id for o in self.kept().objects], ["star", "box"])
        self.page.locator(".object-line[data-object=star] .object-pick").focus()
        self.page.keyboard.press("Alt+ArrowUp")
        self.assertEqual([o.id for o in self.kept().objects], ["box", "star"])

    def test_copies_go_to_another_slide_with_their_builds(self):
        self.desk(BOX, running_order=[step("a")])
        self.click(300, 300)
        self.page.keyboard.press("Control+c")
        self.page.keyboard.press("PageDown")
        self.page.keyboard.press("Control+v")
        two = self.kept(1)
        self.assertEqual([(o.lineage, o.x, o.y) for o in two.objects], [("box", 200, 200)])
        self.assertEqual([(s.object, s.kind) for s in two.running_order], [(two.objects[0].id, "entrance")])
        self.drag_on_stage((300, 300), (700, 420), hold="Control")
        self.assertEqual([(o.lineage) for o in self.kept(1).objects], ["box", "box"])
        self.assertEqual(self.kept(1).objects[0].x, 200)
