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


class Menus(ObjectsCase):
    def test_a_build_is_found_by_typing_and_by_arrows(self):
        self.desk(BOX)
        self.click(300, 300)
        keys = self.page.keyboard
        keys.press("b")
        keys.type("focus")
        focused = "document.activeElement.textContent.trim()"
        self.assertEqual(self.page.evaluate(focused), "comes into focus")
        self.page.wait_for_timeout(1000)
        keys.type("sw")
        self.assertEqual(self.page.evaluate(focused), "swings in")
        keys.press("ArrowLeft")
        self.assertNotEqual(self.page.evaluate(focused), "swings in")
        keys.press("ArrowRight")
        self.assertEqual(self.page.evaluate(focused), "swings in")
        keys.press("Enter")
        self.assertEqual([(s.kind, s.effect) for s in self.kept().running_order], [("entrance", "swing")])


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


class WithWords(ObjectsCase):
    def test_words_and_an_object_are_joined_into_a_cue(self):
        self.desk(BOX, script="The lamp floats. One finger turns it.")
        self.page.dblclick(".passage >> text=finger", position={"x": 130, "y": 10})
        words = self.page.evaluate("getSelection().toString().trim()")
        self.page.click(".coming >> text=Box")
        one = self.kept()
        self.assertEqual(one.script, "The lamp floats. One finger turns it.".replace(words, f"[1] {words}"))
        self.assertEqual([(s.object, s.trigger, s.kind) for s in one.running_order], [("box", "cue", "entrance")])
        self.until("document.querySelector('.coming').hidden")

    def drop_below(self, build: str, other: str, hold: str = ""):
        """Drags an entry of the prompt book below another."""
        entry, under = (self.page.locator(f".entry[data-step={name}]").bounding_box() for name in (build, other))
        self.drag_between((entry["x"] + 150, entry["y"] + 12), (under["x"] + 150, under["y"] + 24), hold)

    def test_a_picture_between_two_lines_by_dragging(self):
        lines = [{"text": "The lamp turns"}, {"text": "the lens floats"}]
        text = {"id": "list", "kind": "text", "x": 700, "y": 100, "width": 400, "height": 300, "paragraphs": lines}
        parts = [step(f"l{n}", object="list", part={"paragraph": n}, effect="rise") for n in range(2)]
        self.desk(
            BOX, text, running_order=[*parts, step("p", effect="fade")], script="It [1] turns [2] and floats [3]."
        )
        self.drop_below("p", "l0")
        one = self.kept()
        self.assertEqual(
            [(s.id, s.trigger) for s in one.running_order], [("l0", "cue"), ("p", "alongside"), ("l1", "cue")]
        )
        self.assertEqual(one.script, "It [1] turns [2] and floats.")
        self.drop_below("p", "l0", hold="Shift")
        self.assertEqual(
            [(s.id, s.trigger) for s in self.kept().running_order], [("l0", "cue"), ("p", "cue"), ("l1", "cue")]
        )

    def test_several_builds_go_by_keys_and_are_set_as_one(self):
        other = {**BOX, "id": "other", "x": 700}
        builds = [
            step("a", effect="rise"),
            step("b", object="other", effect="rise"),
            step("c", kind="exit", effect="fade"),
        ]
        self.desk(BOX, other, running_order=builds)
        keys = self.page.keyboard
        self.page.focus(".entry[data-step=a]")
        keys.press("Enter")
        self.page.wait_for_selector(".entry-sentence")
        keys.press("Shift+ArrowDown")
        self.until("ritornel.store.steps.size === 2")
        self.assertIn("Each of 2 builds", self.said())
        self.say("repeat", "2")
        self.assertEqual([s.repeat for s in self.kept().running_order], [2, 2, 1])
        self.page.focus(".entry[data-step=b]")
        keys.press("Alt+ArrowDown")
        self.assertEqual(
            [(s.id, s.trigger) for s in self.kept().running_order],
            [("a", "cue"), ("b", "alongside"), ("c", "alongside")],
        )


class OnTheTimeline(ObjectsCase):
    def test_a_build_dragged_past_another_says_what_gives_it_its_cue(self):
        self.desk(BOX, running_order=[step("a", "following", 1000), step("b", "following", 1000), step("c")])
        build = self.page.locator(".tl-build[data-step=b]").bounding_box()
        scale = self.page.evaluate("ritornel.timeline.scale")
        self.page.mouse.move(build["x"] + build["width"] / 2, build["y"] + 10)
        self.page.mouse.down()
        self.page.mouse.move(build["x"] + build["width"] / 2 - 600 * scale, build["y"] + 10, steps=5)
        self.until("/alongside/.test(document.querySelector('.tl-told').textContent)")
        self.page.mouse.up()
        b = self.kept().running_order[1]
        self.assertEqual((b.id, b.trigger), ("b", "alongside"))
        self.assertAlmostEqual(b.delay_ms, 400, delta=40)

    def test_several_builds_a_cues_end_and_a_transitions(self):
        self.desk(
            BOX,
            running_order=[step("a", "following", 500), step("b", "alongside", 500), step("c"), step("d", "alongside")],
            transition={"type": "fade"},
        )
        for name in ("a", "b"):
            place = self.page.locator(f".entry[data-step={name}]")
            place.wait_for()
        self.page.evaluate("ritornel.store.select('steps', ['a', 'b'])")
        self.page.focus(".tl-build[data-step=a]")
        self.page.keyboard.press("ArrowRight")
        self.assertEqual([s.delay_ms for s in self.kept().running_order[:2]], [100, 100])
        self.page.focus(".tl-cue-end[data-cue='1']")
        self.page.keyboard.press("Shift+ArrowRight")
        self.assertEqual([s.duration_ms for s in self.kept().running_order[2:]], [1600, 1600])
        self.page.focus(".tl-transition")
        self.page.keyboard.press("ArrowRight")
        self.assertEqual(self.kept().transition.duration_ms, 900)

    def test_a_stretch_is_looped_slowly(self):
        self.desk(BOX, hold=9000)
        ruler = self.page.locator(".tl-ruler").bounding_box()
        scale = self.page.evaluate("ritornel.timeline.scale")
        start = self.page.evaluate("ritornel.timeline.edge - ritornel.timeline.left")
        self.page.keyboard.down("Shift")
        self.page.mouse.move(start + 2000 * scale, ruler["y"] + 8)
        self.page.mouse.down()
        self.page.mouse.move(start + 3000 * scale, ruler["y"] + 8, steps=4)
        self.page.mouse.up()
        self.page.keyboard.up("Shift")
        self.page.keyboard.press("Shift+L")
        self.page.keyboard.press("Space")
        self.until("ritornel.stage.playing")
        began = self.page.evaluate("[ritornel.stage.time, performance.now()]")
        self.page.wait_for_timeout(700)
        now = self.page.evaluate("[ritornel.stage.time, performance.now()]")
        self.assertAlmostEqual((now[0] - began[0]) / (now[1] - began[1]), 0.5, delta=0.12)
        self.page.wait_for_timeout(1600)
        self.assertTrue(1950 < self.page.evaluate("ritornel.stage.time") < 3100)


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


class Sounds(ObjectsCase):
    def test_a_sound_that_ships_comes_with_a_build(self):
        self.desk(BOX, running_order=[step("a", "following", 500)])
        self.page.click(".entry[data-step=a]")
        self.say("sound", "a bell")
        self.assertIn("with a bell at 0 dB to its end.", self.said())
        self.page.wait_for_selector(".tl-spot")
        self.assertTrue(self.kept().running_order[0].sound.asset)
        self.say("gain", "-6")
        self.assertEqual(self.kept().running_order[0].sound.gain_db, -6)
        self.drag(".tl-spot", 0.7 * self.page.evaluate("ritornel.timeline.scale") * 1000, hold="Alt", at=(0.2, 0.5))
        self.assertAlmostEqual(self.kept().running_order[0].delay_ms, 700, delta=60)

    def test_what_sounds_is_heard_for_a_moment_while_one_scrubs(self):
        sound = self.assets()["sound"]
        self.desk(BOX, narration={"asset": sound, "lead": 0})
        heard = "[...ritornel.stage.sound.heard.values()].some(({ element }) => !element.paused)"
        self.page.evaluate(
            """() => {
              window.begun = 0;
              const play = HTMLMediaElement.prototype.play;
              HTMLMediaElement.prototype.play = function () { window.begun++; return play.call(this); };
            }"""
        )
        ruler = self.page.locator(".tl-ruler").bounding_box()
        self.page.mouse.move(ruler["x"] + 200, ruler["y"] + 8)
        self.page.mouse.down()
        self.until("window.begun > 0")
        self.until(f"!({heard})")
        at = self.page.evaluate("[...ritornel.stage.sound.heard.values()][0].element.currentTime * 1000")
        self.assertLess(abs(at - self.page.evaluate("ritornel.stage.time")), 400)
        self.page.mouse.up()
        self.assertFalse(self.page.evaluate("ritornel.stage.playing"))

    def test_a_build_is_turned_off_and_on(self):
        self.desk(BOX, running_order=[step("a", "following", 500), step("b", "following", 500)])
        self.page.click(".entry[data-step=a]")
        self.page.keyboard.press("q")
        self.assertTrue(self.kept().running_order[0].off)
        self.assertEqual(self.page.inner_text(".entry[data-step=a] .entry-lasts"), "off")
        self.page.keyboard.press("q")
        self.assertFalse(self.kept().running_order[0].off)


class Findings(ObjectsCase):
    def test_a_finding_is_seen_at_its_build_and_mended(self):
        self.desk(BOX, running_order=[step("a", "following", 500), step("b", "following", 500)])
        self.assertEqual(self.page.inner_text("[data-act=line-check]"), "line check: 1")
        self.page.keyboard.press("z")
        self.page.click("dialog >> text=Take the build away")
        self.settled()
        self.until("/Nothing is wrong/.test(document.querySelector('dialog').textContent)")
        self.assertEqual(len(self.kept().running_order), 1)


class OwnEffects(ObjectsCase):
    def test_builds_kept_as_an_effect_are_used_on_another_object(self):
        self.desk(
            BOX,
            {**BOX, "id": "other", "x": 700},
            running_order=[step("a", effect="rise"), step("b", "following", kind="emphasis", effect="pulse")],
        )
        self.page.evaluate("ritornel.store.select('steps', ['a', 'b'])")
        self.page.keyboard.press("Shift+Q")
        self.page.fill("#effect-name", "Comes up and beats")
        self.page.keyboard.press("Enter")
        self.settled()
        self.click(800, 300)
        self.page.keyboard.press("b")
        self.page.click("[role=menuitem]:has-text('Comes up and beats')")
        built = self.kept().running_order[2:]
        self.assertEqual(
            [(s.object, s.effect, s.trigger) for s in built],
            [("other", "rise", "cue"), ("other", "pulse", "following")],
        )
        self.page.reload()
        self.ready()
        self.assertEqual(
            self.page.evaluate("ritornel.store.shown.show.effects"), [{"name": "Comes up and beats", "builds": 2}]
        )
