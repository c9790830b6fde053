"""Choreography by the real hands: the rolling list, transitions of every make on the stage."""

import math
from io import BytesIO

from PIL import Image, ImageChops

from tests.browser.test_objects import BOX, ObjectsCase
from tests.made import slide, step

LINES = ("Four tons of glass", "afloat in mercury", "in a trough", "turned by one finger")


class Lists(ObjectsCase):
    def test_four_typed_lines_roll_in_three_gestures(self):
        self.desk()
        keys = self.page.keyboard
        keys.press("t")
        self.page.wait_for_selector(".text-editor.is-empty")
        for line in LINES:
            keys.type(line)
            keys.press("Enter")
        keys.press("Backspace")
        keys.press("Escape")
        self.settled()
        keys.press("Shift+B")
        one = self.kept()
        self.assertEqual([(s.effect, s.trigger) for s in one.running_order], [("roll", "cue")] * 4)
        thing = one.objects[0]
        groups = self.page.evaluate("ritornel.store.slide.time.groups.map((g) => g.settle)")
        for arrived in range(1, 5):
            self.page.evaluate(f"ritornel.stage.scrub(ritornel.store.start() + {groups[arrived]})")
            seen = self.page.evaluate("""() => {
              const plane = document.querySelector("#stage .stage-plane").getBoundingClientRect();
              const parts = [...document.querySelectorAll("#stage .stage-part")].filter((p) => getComputedStyle(p).visibility === "visible");
              const boxes = parts.map((p) => p.getBoundingClientRect());
              return boxes.map((b) => [(b.top - plane.top) * 720 / plane.height, (b.bottom - plane.top) * 720 / plane.height]);
            }""")  # fmt: skip
            self.assertEqual(len(seen), arrived)
            self.assertAlmostEqual((seen[0][0] + seen[-1][1]) / 2, thing.y + thing.height / 2, delta=1)


class Building(ObjectsCase):
    """What is selected is built by one sentence."""

    def built(self):
        self.settled()
        return [(s.object, s.effect, s.trigger, s.duration_ms) for s in self.kept().running_order]

    def test_by_typing_ahead_of_the_answer_and_by_arrows(self):
        self.desk(BOX)
        self.click(300, 300)
        keys = self.page.keyboard
        self.build("focus 2 s")
        self.assertEqual(self.built(), [("box", "blur", "cue", 2000)])
        keys.press("Control+z")
        self.settled()
        self.click(300, 300)
        self.build("")
        self.assertEqual(self.built(), [("box", "fade", "cue", None)])
        keys.press("Control+z")
        self.settled()
        self.click(300, 300)
        keys.press("b")
        self.page.wait_for_selector(".asking .choice.is-active:has-text('fades in')")
        keys.press("ArrowRight")
        self.page.wait_for_selector(".asking .choice.is-active:has-text('rises in')")
        keys.press("Enter")
        self.assertEqual(self.built(), [("box", "rise", "cue", None)])

    def test_escape_leaves_it_and_nothing_is_built(self):
        self.desk(BOX)
        self.click(300, 300)
        for way in ("typed", "touched"):
            self.page.keyboard.press("b")
            self.page.wait_for_selector(".asking .choice")
            if way == "touched":  # a word that is left leads back to what it does
                self.page.click(".asking .word[data-setting=duration]")
                self.page.keyboard.press("Escape")
                self.page.wait_for_selector(".asking .choice")
            self.page.keyboard.press("Escape")
            self.assertEqual(self.page.locator(".asking").count(), 0)
        self.assertEqual(self.built(), [])
        self.assertEqual(self.page.evaluate("[...ritornel.store.objects]"), ["box"])

    def test_several_with_samples_of_themselves_and_how_they_are_built_is_kept_for_the_next(self):
        other = {**BOX, "id": "other", "x": 700}
        self.desk(BOX, other)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("b")
        self.until("document.querySelector('.asking .sample .stage-layer')?.children.length === 2")
        self.page.keyboard.press("Escape")
        self.build("soon after", "rises")
        self.assertEqual([b[:3] for b in self.built()], [("box", "rise", "cue"), ("other", "rise", "alongside")])
        self.assertEqual(self.kept().running_order[1].delay_ms, 200)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("b")
        self.page.wait_for_selector(".asking .word:has-text('0.2 s apart')")
        self.assertIn("Each of 2 objects", self.page.inner_text(".asking .sentence"))
        offered = self.page.locator(".asking .choice").all_inner_texts()
        self.assertIn("pulses", offered)
        self.assertNotIn("rises in", offered)  # they are in


class Again(ObjectsCase):
    def test_one_key_dissolves_and_one_builds_like_the_last(self):
        self.desk(BOX, {**BOX, "id": "other", "x": 700}, running_order=[step("a", effect="rise", duration=900)])
        self.page.keyboard.press("x")
        self.click(850, 300)
        self.page.keyboard.press("Alt+b")
        one = self.kept()
        self.assertEqual((one.transition.type, one.transition.duration_ms), ("fade", 600))
        last = one.running_order[-1]
        self.assertEqual((last.object, last.effect, last.duration_ms, last.trigger), ("other", "rise", 900, "cue"))


class Transitions(ObjectsCase):
    def test_soft_edges_cells_and_leaves_are_drawn_and_gone_when_they_end(self):
        kinds = ({"type": "ellipseWipe", "softness": 0.3}, {"type": "blocks", "reverse": True}, {"type": "leaf"})
        made = [slide(id=f"s{n}", transition={"duration": 1000, **kind}, hold=500) for n, kind in enumerate(kinds)]
        self.row = self.keep({"title": "Ways", "slides": [{"id": "one", "objects": [BOX], "hold": 500}, *made]})
        self.open_desk(self.row)
        self.until("Object.keys(ritornel.store.kept.slides).length === 4")
        self.page.keyboard.press("f")
        drawn = """() => {
          const layers = [...document.querySelectorAll("#stage .stage-layer")].filter((l) => l.style.visibility === "visible");
          return layers.map((l) => [l.dataset.slide ?? `copy of ${l.dataset.copyOf}`, Boolean(l.style.mask)]);
        }"""  # fmt: skip
        for number, expected in enumerate((
            [["one", False], ["s0", True]],
            [["s1", False], ["s0", True]],
            [["s2", False], ["s1", False], ["copy of s1", False], ["copy of s2", False]],
        )):  # fmt: skip
            start = self.page.evaluate(f"ritornel.store.start('s{number}')")
            self.page.evaluate(f"ritornel.stage.scrub({start + 500})")
            layers = self.page.evaluate(drawn)
            self.assertEqual(sorted(layers), sorted(expected))
            self.page.evaluate(f"ritornel.stage.scrub({start + 1200})")
            self.assertEqual(self.page.evaluate(drawn), [[f"s{number}", False]])
        self.assertEqual(self.page.evaluate("document.querySelectorAll('#stage [data-copy-of]').length"), 0)


class Carried(ObjectsCase):
    def test_continued_on_the_next_slide_a_changed_object_moves_there(self):
        self.desk(BOX, hold=1000)
        self.page.keyboard.press("Shift+N")
        self.until("ritornel.store.slide?.document.objects.length === 1 && ritornel.store.focus !== 'one'")
        self.drag_on_stage((300, 300), (800, 420), hold="Alt")
        fresh = self.kept(1)
        self.assertEqual((fresh.transition.type, fresh.objects[0].lineage), ("carry", "box"))
        self.assertAlmostEqual(fresh.objects[0].x, 700, delta=2)
        self.page.keyboard.press("f")
        place = """(at) => {
          ritornel.stage.scrub(ritornel.store.start() + at * ritornel.store.slide.time.transition);
          const plane = document.querySelector("#stage .stage-plane").getBoundingClientRect();
          const boxes = [...document.querySelectorAll("#stage [data-key=box]")].filter((n) => getComputedStyle(n).visibility === "visible" && n.closest(".stage-layer").style.visibility === "visible");
          return boxes.map((n) => (n.getBoundingClientRect().left - plane.left) * 1280 / plane.width);
        }"""  # fmt: skip
        (start,), (half,), (end,) = (self.page.evaluate(place, at) for at in (0.001, 0.5, 0.999))
        self.assertAlmostEqual(start, 200, delta=3)
        self.assertAlmostEqual(half, 450, delta=5)
        self.assertAlmostEqual(end, 700, delta=3)


class Parts(ObjectsCase):
    WORDS = {
        "id": "words", "kind": "text", "x": 80, "y": 80, "width": 700, "height": 300, "size": 64, "font": "fraunces", "italic": True,
        "paragraphs": [{"text": "Afloat for “fifty” years, פה ושם, and efficient", "list": "bullet"}, {"text": "Two"}],
        "shadow": {"x": 3, "y": 3, "blur": 4},
    }  # fmt: skip

    def picture(self) -> bytes:
        self.page.evaluate("ritornel.stage.setFace('arrange')")
        self.page.mouse.move(5, 5)
        return self.page.locator("#stage").screenshot()

    def test_a_text_in_words_or_letters_looks_as_the_whole_of_it(self):
        self.desk(self.WORDS)
        whole = Image.open(BytesIO(self.picture())).convert("L")
        for part in ({"paragraph": 0, "word": 1}, {"paragraph": 0, "character": 2}):
            self.desk(self.WORDS, running_order=[step("a", object="words", part=part, effect="fade")])
            self.assertGreater(self.page.locator("#stage .stage-piece").count(), 5)
            apart = Image.open(BytesIO(self.picture())).convert("L")
            different = ImageChops.difference(whole, apart).histogram()
            self.assertLess(sum(different[60:]), 60, part)

    def test_a_word_comes_by_itself_and_a_sentence_makes_it_letters(self):
        self.desk(self.WORDS, running_order=[step("a", object="words", effect="fade")])
        self.page.click(".entry[data-step=a]")
        self.say("by", "word by word")
        self.assertIn("fades in, word by word, each staying, on cue 1", self.said())
        groups = self.page.evaluate("ritornel.store.slide.time.groups[1].steps.map((s) => [s.start, s.part])")
        self.assertEqual([part for _, part in groups[:3]], ["“Afloat”", "“for”", "““fifty””"])
        self.page.evaluate(f"ritornel.stage.scrub(ritornel.store.start() + {groups[2][0] - 1})")
        seen = self.page.evaluate(
            "[...document.querySelectorAll('#stage .stage-piece')].map((p) => getComputedStyle(p).visibility)"
        )
        self.assertEqual(seen[:3], ["visible", "visible", "hidden"])
        self.say("by", "letter by letter")
        self.settled()
        self.assertGreater(len(self.kept().running_order), 30)
        self.say("afterwards", "dimmed")
        self.assertEqual({s.afterwards for s in self.kept().running_order}, {"dims"})


class Leading(ObjectsCase):
    def test_a_line_drawn_on_the_stage_leads_what_is_selected(self):
        self.desk(BOX)
        self.click(300, 300)
        self.page.keyboard.press("Shift+V")
        points = [(300 + 8 * n, 300 - 60 * math.sin(n / 8)) for n in range(26)]
        self.page.mouse.move(*self.on_stage(*points[0]))
        self.page.mouse.down()
        for point in points[1:]:
            self.page.mouse.move(*self.on_stage(*point))
        self.page.mouse.up()
        (build,) = self.kept().running_order
        self.assertEqual((build.kind, build.effect, build.trigger), ("path", "follow", "cue"))
        self.assertTrue(build.params["path"].startswith("M0 0C"))
        self.assertTrue(self.page.locator(".drawn-line.is-way path").get_attribute("d"))
        self.assertIn("goes along a path along a line of its own standing upright and stays there", self.said())
        placed = self.page.locator("#stage .stage-node[data-key='box']").bounding_box()
        self.page.keyboard.press("Shift+F")
        self.page.keyboard.press("Shift+F")
        self.assertEqual(self.page.inner_text("[data-act=arranged]").split("\n")[0].strip(), "shows the end")
        self.until("document.querySelector('#stage .stage-node').style.transform !== ''")
        moved = self.page.locator("#stage .stage-node[data-key='box']").bounding_box()
        scale = self.page.evaluate("ritornel.arranging.scale")
        self.assertAlmostEqual((moved["x"] - placed["x"]) / scale, points[-1][0] - 300, delta=6)
        self.assertAlmostEqual((moved["y"] - placed["y"]) / scale, points[-1][1] - 300, delta=6)

    def test_a_marker_is_seen_before_it_is_chosen(self):
        self.desk(Parts.WORDS, running_order=[step("a", "alongside", object="words", kind="emphasis", effect="pulse")])
        self.page.click(".entry[data-step=a]")
        self.page.click(".word[data-setting=what]")
        self.page.fill(".finder", "is marked")
        self.until("document.querySelectorAll('#stage .stage-mark').length === 1")
        self.assertEqual(self.page.evaluate("ritornel.store.kept.revision"), 0)
        self.page.keyboard.press("Escape")
        self.until("document.querySelectorAll('#stage .stage-mark').length === 0")
        self.say("what", "is marked")
        self.until("document.querySelectorAll('#stage .stage-mark').length === 1")
        self.assertEqual(self.kept().running_order[0].effect, "marker")


class Carrying(ObjectsCase):
    def test_what_is_carried_is_listed_drawn_and_parted(self):
        self.desk(BOX)
        self.page.keyboard.press("Shift+N")
        self.settled()
        self.page.click("#slide-settings")
        self.page.wait_for_selector(".carried-row")
        self.assertEqual(self.page.locator(".carried-row").all_inner_texts()[0].split("\n")[0], "Box")
        self.assertEqual(self.page.locator("#stage-frames .drawn-line.is-way path").count(), 1)
        self.page.click("text=Part them")
        self.settled()
        self.until("document.querySelectorAll('.carried-row').length === 2")
        self.page.select_option(".carried-row select", label="was Box")
        self.settled()
        self.until("document.querySelectorAll('.carried-row').length === 1")
        self.page.click("text=As they match by themselves")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.transition.carried ?? {}"), {})
