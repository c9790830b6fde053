"""Jobs that take a while, by real hands that count: a line to go along, a shape that grows on, a word problem."""

import threading

from django.test import override_settings

from ritornel.core.model import Slide
from standins.collection.server import Collection
from tests.browser.counting import CountingCase
from tests.browser.test_objects import BOX, STAR


class FindingCase(CountingCase):
    def find(self, words: str):
        """Finds by typing in what has the focus, once it has what can be found, and takes it."""
        self.write(words)
        self.press("Enter")

    def build_it(self, words: str):
        self.press("b")
        self.find(words)
        self.page.wait_for_selector(".asking", state="detached")


class LongJobs(FindingCase):
    def test_along_a_line_by_hand_turning_then_a_ring_then_the_others_dim_stretched(self):
        self.desk(BOX, STAR)
        self.touch_stage(300, 300)
        self.press("Shift+v")
        self.drag_stage((350, 300), (900, 560))
        self.touch(".entry-sentence .word[data-setting=turning]")
        self.find("turned")
        self.settled()
        self.build_it("ring")
        self.build_it("stands out")
        self.settled()
        last = self.page.evaluate("ritornel.store.kept.slides.one.document.running_order[2].id")
        self.gestures += 1
        box = self.page.locator(f".tl-build[data-step={last}]").bounding_box()
        end = (box["x"] + box["width"] - 2, box["y"] + box["height"] / 2)
        self.drag_between(end, (end[0] + 60, end[1]))
        along, ring, out = self.show().slides[0].running_order
        self.assertEqual((along.kind, along.params["turning"]), ("path", "turning"))
        self.assertEqual([(s.object, s.effect) for s in (ring, out)], [("box", "ring"), ("box", "dim-others")])
        self.assertGreater(out.duration_ms, 700)
        self.assertLessEqual(self.took(), 14)

    def test_a_shape_grows_on_the_next_slide_and_is_moved_turned_written_in_and_another_on_the_one_after(self):
        self.desk(BOX)
        self.continued(2)
        self.touch_stage(300, 300)
        self.drag("[data-handle=se]", dx=60)
        self.continued(3)
        self.touch_stage(300, 300)
        self.drag_stage((260, 300), (700, 360))
        self.choose("Form", "ellipse")
        self.press("Enter")
        self.write("Afloat")
        self.press("Escape")
        self.settled()
        a, b, c = (self.kept(n).objects for n in range(3))
        self.assertGreater(b[0].width, a[0].width)
        self.assertEqual(
            (c[0].form, c[1].paragraphs[0].text, c[0].lineage), ("ellipse", "Afloat", a[0].lineage or "box")
        )
        self.assertGreater(c[0].x, b[0].x + 300)
        self.assertLessEqual(self.took(), 12)
        self.continued(4)
        self.touch_stage(740, 360)
        self.drag("[data-handle=turn]", dx=80)
        self.drag_stage((740, 380), (400, 300))
        last = self.kept(3)
        self.assertTrue(last.objects[0].rotation)
        self.assertEqual(last.objects[0].form, "ellipse")
        self.assertTrue(all(self.carried(self.kept(n)) for n in (1, 2, 3)))
        self.assertLessEqual(self.took(), 6)

    def continued(self, slides: int):
        self.press("Shift+n")
        self.until(f"ritornel.store.kept.order.length === {slides + 1}")
        self.until(
            f"ritornel.store.slideIndex(ritornel.store.focus) === {slides - 1} && ritornel.store.slide?.nodes.length"
        )
        self.settled()

    def carried(self, slide: Slide) -> bool:
        return slide.transition.type == "carry"


class WordProblem(FindingCase):
    def setUp(self):
        super().setUp()
        self.shelf = Collection(moody=False)
        threading.Thread(target=self.shelf.serve_forever, args=(0.02,), daemon=True).start()
        self.enterContext(override_settings(COLLECTION=self.shelf.address))

    def tearDown(self):
        super().tearDown()
        self.shelf.shutdown()
        self.shelf.server_close()

    def at(self, object_number: int) -> tuple[float, float]:
        """Where a text of the slide in focus has its first letters."""
        x, y, size = self.page.evaluate(
            f"(({{ x, y, size, line_height }}) => [x, y, size * line_height])(ritornel.store.slide.document.objects[{object_number}])"
        )
        return x + 20, y + size / 2

    def test_a_word_problem(self):
        self.row = self.keep(
            {"title": "Sums", "style": "broadside", "slides": [{"id": "one"}, {"id": "two"}, {"id": "three"}]}
        )
        self.open_desk(self.row)
        texts = (
            "Tons and fingers",
            "How heavy is it?",
            "Two men lift 80 kg.",
            "One finger turns it.",
            "What does it weigh?",
        )
        self.press("t")
        for number, words in enumerate(texts):
            self.page.wait_for_selector(".text-editor.is-empty")
            self.write(words)
            self.press("Alt+Enter" if number < 4 else "Escape")
        self.settled()
        self.assertEqual([o.paragraphs[0].text for o in self.kept().objects], list(texts))
        for number, colour in ((4, "#7a2552"), (3, "#2a5d8f"), (2, "#3d6b35")):
            if number < 4:
                self.touch_stage(*self.at(number))
            self.gestures += 1
            self.page.fill("[aria-label=Fill], [aria-label=Colour]", colour)
            self.settled()
        for number in (3, 4):
            self.gestures += 1
            self.page.keyboard.down("Shift")
            self.click(*self.at(number))
            self.page.keyboard.up("Shift")
        self.press("a")
        self.touch("[role=menuitem]:has-text('down')")
        self.press("Alt+i")
        self.press("Escape")
        self.settled()
        first = self.page.evaluate("ritornel.store.kept.slides.one.document.running_order[0].id")
        self.touch(f".entry[data-step={first}]")
        self.press("Alt+ArrowUp")
        self.touch_stage(*self.at(0))
        self.touch(".face-button")
        self.touch("[role=menuitemradio]:has-text('Caveat')")
        self.press("i")
        self.write("sea")
        self.touch("dialog .choose-grid >> nth=1 >> .choose-one >> nth=0")
        self.page.wait_for_selector("dialog", state="detached")
        self.press("Escape")
        self.press("m")
        self.page.wait_for_selector("motion-sentence .finder")
        self.find("cube left")
        self.touch("motion-sentence >> text=the show")
        self.press("Control+d")
        self.until("ritornel.store.kept.order.length === 4 && ritornel.store.slideIndex(ritornel.store.focus) === 1")
        self.until("ritornel.store.slide?.nodes.length === 6")
        self.gestures += 1
        self.page.mouse.dblclick(*self.on_stage(*self.at(2)))
        self.press("Control+a")
        self.write("Three men lift 90 kg.")
        picture = self.kept(1).objects[5]
        self.touch_stage(picture.x + picture.width / 2, picture.y + picture.height / 2)
        self.press("Shift+i")
        self.write("snow")
        self.touch("dialog .choose-grid >> nth=1 >> .choose-one >> nth=0")
        self.page.wait_for_selector("dialog", state="detached")
        made = self.show().slides
        self.assertEqual({s.transition.type for s in made}, {"cube"})
        self.assertEqual(made[0].objects[0].font, "caveat")
        self.assertEqual(len({o.colour for o in made[0].objects[1:5]}), 4)
        self.assertEqual([s.trigger == "cue" for s in made[0].running_order], [False, True, True])
        self.assertEqual(made[1].objects[2].paragraphs[0].text, "Three men lift 90 kg.")
        self.assertNotEqual(made[1].objects[5].asset, made[0].objects[5].asset)
        self.assertEqual(len(made[1].running_order), 3)
        self.assertLessEqual(self.took(), 45)
