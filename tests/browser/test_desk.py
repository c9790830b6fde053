"""The desk by hand: placing, writing, building, retiming, and nothing lost."""

import json

from tests.browser.base import BrowserCase
from tests.made import LAMP, slide, step, text

BOX = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}


def talk(*slides: dict, **more) -> dict:
    return {"title": "Talk", "slides": list(slides), **more}


def one(*steps: dict, objects: tuple = (BOX,), **more) -> dict:
    return {"id": "one", "running_order": list(steps), "objects": list(objects), **more}


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
        self.page.keyboard.press("Enter")  # the first of the menu: left edges
        self.assertEqual([self.thing(key)["x"] for key in ("box", "pic", "words")], [100] * 3)
        self.page.click(".sheet >> text=a column")
        self.assertEqual([self.thing(key)["y"] for key in ("box", "pic", "words")], [100, 350, 700])
        self.page.fill("[aria-label='Gap down']", "5*2")
        self.page.keyboard.press("Enter")
        self.until("ritornel.store.object('pic').y === 310")
        self.page.select_option("[aria-label='Align with']", "slide")
        self.page.click(".sheet >> text=right edges")
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


class Running(BrowserCase):
    def test_scrubbing_shows_the_exact_frame(self):
        fade = step("a", "following", 1000, effect="fade", easing="linear", delay=500)
        page = self.open_desk(
            self.keep(talk(one(fade, hold=1000), slide(id="two", transition={"type": "push", "duration": 1000})))
        )
        node = "document.querySelector('#stage [data-slide=one] [data-key=box]').style"
        for at, opacity, shown in (
            (400, "", "hidden"),
            (1000, 0.5, "inherit"),
            (1250, 0.75, "inherit"),
            (2000, 1, "inherit"),
        ):
            page.evaluate(f"ritornel.stage.scrub({at})")
            self.assertEqual(page.evaluate(f"{node}.visibility"), shown, at)
            if opacity:
                self.assertAlmostEqual(float(page.evaluate(f"{node}.opacity")), opacity, places=4)
        page.evaluate("ritornel.stage.scrub(2500 + 500)")
        layers = page.evaluate(
            "[...document.querySelectorAll('#stage .stage-layer')].map((l) => [l.dataset.slide, l.style.transform])"
        )
        self.assertIn("640", dict(layers)["two"])
        self.assertIn("-640", dict(layers)["one"])

    def test_a_clip_stands_at_the_right_frame_and_plays_in_step(self):
        media = self.assets()
        film = {
            "id": "film",
            "kind": "clip",
            "asset": media["clip"],
            "x": 0,
            "y": 0,
            "width": 640,
            "height": 480,
            "in": 1000,
        }
        tune = {"id": "tune", "kind": "sound", "asset": media["sound"]}
        document = talk(one(objects=(film, tune), hold=9000), beds=[{"asset": media["sound"], "loop": True}])
        page = self.open_desk(self.keep(document))
        page.evaluate("ritornel.stage.scrub(1200)")
        self.until("Math.abs(document.querySelector('#stage video').currentTime - 2.2) < 0.02")
        heard = page.evaluate(
            "ritornel.stage.scrub(1400, true); [...ritornel.stage.sound.tasted].map((one) => [one.tagName, one.paused])"
        )
        self.assertEqual(heard, [["AUDIO", False]] * 3)  # the clip's sound, the tune and the bed, for a moment
        self.until("ritornel.stage.sound.tasted.size === 0 && document.querySelector('#stage video').paused")
        page.keyboard.press("Shift+Space")
        self.until("ritornel.stage.time > 2500")
        self.assert_in_step()
        page.keyboard.press("Space")
        self.assertTrue(page.evaluate("document.querySelector('#stage video').paused"))


class Retiming(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            talk(
                one(step("a"), step("b", "alongside", delay=300), script="Zero words here. [1] And some more."),
                slide(id="two"),
            )
        )
        self.open_desk(self.row)
        self.scale = self.page.evaluate("ritornel.timeline.scale")

    def dragged(self, selector: str, px: float, **more) -> int:
        before = self.length()
        self.scale = self.page.evaluate("ritornel.timeline.scale")
        self.drag(selector, px, hold="Alt", **more)
        self.settled()
        return self.length() - before

    def test_a_slides_end_moves_everything_after_it(self):
        grown = self.dragged("[data-end=one]", 60)
        self.assertAlmostEqual(grown, 60 / self.scale, delta=2)
        self.assertEqual(
            self.page.evaluate("ritornel.store.start('two')"), self.page.evaluate("ritornel.store.slide.time.length")
        )
        self.assertIsNotNone(self.page.evaluate("ritornel.store.slide.document.hold"))

    def test_a_builds_end_and_start(self):
        self.dragged(".tl-build[data-step=b]", 40, at=(0.97, 0.5))
        longer = self.page.evaluate("ritornel.store.step('b').duration")
        self.assertAlmostEqual(longer, 600 + 40 / self.scale, delta=3)
        self.dragged(".tl-build[data-step=b]", 20, at=(0.03, 0.5))
        later = self.page.evaluate("ritornel.store.step('b')")
        self.assertAlmostEqual(later["delay"], 300 + 20 / self.scale, delta=3)
        self.assertAlmostEqual(later["delay"] + later["duration"], 300 + longer, delta=2)

    def test_a_cue_by_its_flag_and_escape_leaves_all_as_it_was(self):
        grown = self.dragged(".tl-flag[data-cue='1']", 50)
        self.assertAlmostEqual(grown, 50 / self.scale, delta=2)
        self.drag(".tl-flag[data-cue='1']", 50, let_go=False)
        self.page.keyboard.press("Escape")
        self.page.mouse.up()
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.kept.revision"), 1)

    def test_a_number_can_be_typed_instead(self):
        self.page.click(".entry[data-step=a]")
        self.say("duration", "1.25")
        self.assertEqual(self.page.evaluate("ritornel.store.step('a').duration"), 1250)
        self.page.click(".word[data-setting=duration]")
        self.page.fill(".number .field", "soon")
        self.page.keyboard.press("Tab")
        self.assertEqual(self.page.get_attribute(".number .field", "aria-invalid"), "true")
        self.assertEqual(self.page.evaluate("ritornel.store.step('a').duration"), 1250)

    def test_slides_are_dragged_into_another_order(self):
        self.page.keyboard.press("1")
        self.drag(".tl-block[data-slide=two]", -600)
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.kept.order.map(([id]) => id)"), ["two", "one"])

    def test_transition_and_hold_for_one_or_for_all(self):
        self.page.click("#slide-settings")
        self.say("what", "barWipe leftToRight")
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.transition.type"), "barWipe")
        self.page.fill("[aria-label=Hold]", "2.5")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.slide.document.hold === 2500")
        self.page.click("motion-sentence >> text=the show")
        self.page.click("text=Hold for all")
        self.settled()
        two = self.page.evaluate("ritornel.store.kept.slides.two.document")
        self.assertEqual((two["transition"]["type"], two["hold"]), ("barWipe", 2500))


class Writing(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(talk(one(step("a"), step("b"), script=LAMP)))
        self.open_desk(self.row)

    def script(self) -> str:
        self.settled()
        return self.page.evaluate("ritornel.store.slide.document.script")

    def passage(self, cue: int):
        return self.page.locator(f"[data-cue='{cue}'] .passage")

    def test_times_follow_the_words(self):
        self.passage(0).click()
        self.page.keyboard.press("End")
        self.page.keyboard.type(" And a few words more.")
        self.until("ritornel.store.slide.time.groups[1].start > 1700")
        self.assertEqual(self.script(), LAMP.replace("floats.", "floats. And a few words more."))
        self.assertEqual(
            float(self.page.inner_text("[data-cue='1'] > .margin")),
            round(self.page.evaluate("ritornel.store.slide.time.groups[1].start") / 1000, 1),
        )

    def test_a_mark_can_be_typed(self):
        row = self.keep(talk(one(step("a"), script="")))
        self.open_desk(row)
        self.passage(0).click()
        self.page.keyboard.type("Look here [1] and there.")
        self.until("ritornel.store.slide.document.script === 'Look here [1] and there.'")
        self.until("document.querySelector(\"[data-cue='1'] .passage\").textContent === '1 and there.'")

    def test_a_mark_is_dropped_where_the_words_call_for_it(self):
        disc = self.page.locator("[data-mark='1']:visible").bounding_box()
        words = self.page.evaluate("""(() => {
          const node = document.querySelector("[data-cue='0'] .passage").firstChild;
          const range = document.createRange();
          range.setStart(node, 9);
          range.setEnd(node, 11);
          const { x, y, height } = range.getBoundingClientRect();
          return [x + 2, y + height / 2];
        })()""")
        self.drag_between((disc["x"] + 9, disc["y"] + 9), words)
        self.assertEqual(self.script(), "The lamp [1] floats. One finger turns it, [2] all four tons.")

    def test_entries_are_dragged_between_cues(self):
        first = self.page.locator(".entry[data-step=b]").bounding_box()
        target = self.page.locator(".entry[data-step=a]").bounding_box()
        self.drag_between((first["x"] + 150, first["y"] + 12), (target["x"] + 150, target["y"] + 24))
        self.settled()
        order = self.page.evaluate("ritornel.store.slide.document.running_order.map((s) => [s.id, s.trigger])")
        self.assertEqual(order, [["a", "cue"], ["b", "alongside"]])
        self.assertEqual(self.script(), "The lamp floats. [1] One finger turns it, all four tons.")

    def test_undo_survives_a_reload(self):
        self.passage(0).click()
        self.page.keyboard.press("Control+Home")
        self.page.keyboard.type("Well, ")
        self.page.keyboard.press("Escape")
        self.assertTrue(self.script().startswith("Well, The lamp"))
        self.page.reload()
        self.ready()
        self.page.click("[data-act=undo]")
        self.assertEqual(self.script(), LAMP)
        self.page.reload()
        self.ready()
        self.page.click("[data-act=redo]")
        self.assertTrue(self.script().startswith("Well, "))

    def test_two_pages_keep_the_words_of_both(self):
        other = self.new_page(self.context)
        other.goto(f"/shows/{self.row.pk}/")
        other.wait_for_selector("html[data-ready]", state="attached")
        self.page.route("**/revision", lambda route: route.abort())  # this page does not learn of it before it writes
        other.locator("[data-cue='0'] .passage").click()
        other.keyboard.press("Control+Home")
        other.keyboard.type("Look: ")
        other.keyboard.press("Escape")
        self.settled(other)
        self.passage(2).click()
        self.page.keyboard.press("Control+End")
        self.page.keyboard.type(" Every one.")
        both = LAMP.replace("The lamp", "Look: The lamp") + " Every one."
        self.until(f"ritornel.store.kept.slides.one?.document.script === {json.dumps(both)}")
        self.until(f"ritornel.book.editor.script === {json.dumps(both)}")
        self.page.keyboard.type(" Really.")
        self.until(f"ritornel.store.slide.document.script === {json.dumps(both + ' Really.')}", other)

    def test_what_is_done_while_the_server_cannot_be_reached_is_sent_later(self):
        self.context.set_offline(True)
        self.page.fill("#title", "Kept all the same")
        self.page.keyboard.press("Tab")
        self.page.wait_for_selector("#kept:has-text('not kept yet: no line to the server')")
        self.context.set_offline(False)
        self.until("ritornel.store.kept.show.title === 'Kept all the same'")
        self.page.wait_for_selector("#kept:has-text('kept ')")


class Trimming(BrowserCase):
    def setUp(self):
        super().setUp()
        self.media = self.assets()
        film = {
            "id": "film",
            "kind": "clip",
            "asset": self.media["clip"],
            "x": 200,
            "y": 100,
            "width": 640,
            "height": 480,
        }
        self.open_desk(self.keep(talk(one(objects=(film,), hold=6000))))
        self.page.mouse.click(*self.on_stage(500, 300))

    def film(self) -> dict:
        self.settled()
        return self.page.evaluate("ritornel.store.object('film')")

    def test_by_handles_by_typing_and_from_here(self):
        width = self.page.locator(".trim").bounding_box()["width"]
        length = self.page.evaluate("Object.values(ritornel.store.kept.assets).find((a) => a.kind === 'clip').length")
        self.drag(".trim-handle[data-edge=in]", width / 4)
        self.assertAlmostEqual(self.film()["in"], length / 4, delta=60)
        self.drag(".trim-handle[data-edge=out]", -width / 4)
        self.assertAlmostEqual(self.film()["out"], length * 3 / 4, delta=60)
        self.page.fill("input[aria-label='In point']", "0:00.5")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.object('film').in === 500")
        self.page.evaluate("ritornel.stage.scrub(1000)")
        self.until("Math.abs(document.querySelector('#stage video').currentTime - 1.5) < 0.05")
        self.page.click("text=From here")
        self.assertAlmostEqual(self.film()["in"], 1500, delta=60)

    def test_volume_mute_and_start_on_a_cue(self):
        self.assertEqual(self.page.locator("[aria-label=Volume]").count(), 0)  # this clip has no sound
        sea = {"id": "sea", "kind": "sound", "asset": self.media["sound"]}
        self.open_desk(self.keep(talk(one(objects=(sea,), hold=6000))))
        self.page.keyboard.press("o")
        self.page.fill("[aria-label=Volume]", "-12")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.object('sea').gain_db === -12")
        self.page.check("text=mute")
        self.until("ritornel.store.object('sea').muted")
        self.page.select_option("[aria-label=Starts]", "cue")
        self.until("ritornel.store.slide.document.running_order.some((s) => s.kind === 'play' && s.trigger === 'cue')")
        self.page.select_option("[aria-label=Starts]", "slide")
        self.until("ritornel.store.slide.document.running_order.length === 0")
