"""Whole jobs by real hands, and how many gestures they take: a key, a click, a drag, one run of typing count one each."""

from ritornel.core.score import compile
from tests.browser.counting import CountingCase
from tests.files import png, wav, webm
from tests.made import step
from tests.material import asset

LINES = [{"text": line} for line in ("Four tons of glass", "afloat in mercury", "turned by one finger")]
LIST = {
    "id": "list",
    "kind": "text",
    "x": 80,
    "y": 150,
    "width": 500,
    "height": 400,
    "size": 40,
    "gap": 1.5,
    "paragraphs": LINES,
}


class Jobs(CountingCase):
    def test_three_lines_and_two_pictures_are_interleaved_and_one_is_moved_by_each_of_three_ways(self):
        picture = asset(self.owner, "lamp.png", png()).sha256
        pictures = [
            {
                "id": f"p{n}",
                "kind": "picture",
                "asset": picture,
                "x": 700,
                "y": 160 + 180 * n,
                "width": 200,
                "height": 120,
            }
            for n in range(2)
        ]
        self.desk(LIST, *pictures)
        self.press("Control+a")
        self.press("Alt+i")
        self.until("ritornel.store.kept.slides.one.document.running_order.length === 5")
        self.assertEqual([name for name, _ in self.order()], ["list0", "p0", "list1", "p1", "list2"])
        self.assertEqual({trigger for _, trigger in self.order()}, {"cue"})
        self.assertLessEqual(self.took(), 8)
        name = self.page.evaluate("ritornel.store.kept.slides.one.document.running_order[3].id")
        starts = [g.start_ms for g in compile(self.show()).times[0].groups]
        scale = self.page.evaluate("ritornel.timeline.scale")
        self.drag(f".tl-build[data-step={name}]", dx=(starts[2] - 500 - starts[4]) * scale)
        self.assertEqual(
            (self.took(), self.order()),
            (1, [("list0", "cue"), ("p1", "cue"), ("p0", "cue"), ("list1", "cue"), ("list2", "cue")]),
        )
        self.page.evaluate("ritornel.store.select('objects', [])")
        last = self.page.evaluate("ritornel.store.kept.slides.one.document.running_order[4].id")
        self.drag(f".entry[data-step={name}]", to=f".entry[data-step={last}]", below=14)
        self.assertEqual((self.took(), self.order()[-1]), (1, ("p1", "cue")))
        self.page.focus(f".entry[data-step={name}]")
        self.press("Alt+ArrowUp")
        self.assertEqual((self.took(), self.order()[-2:]), (1, [("p1", "cue"), ("list2", "cue")]))

    def test_a_logo_stands_everywhere_and_all_headings_come_in_alike(self):
        logo = {"id": "logo", "kind": "shape", "x": 1100, "y": 600, "width": 80, "height": 60, "name": "Logo"}
        title = {
            "id": "t",
            "kind": "text",
            "role": "title",
            "x": 80,
            "y": 60,
            "width": 700,
            "height": 80,
            "paragraphs": [{"text": "The bath"}],
        }
        slides = [
            {"id": name, "objects": [title, *([logo] if name == "one" else [])]} for name in ("one", "two", "three")
        ]
        slides[0]["running_order"] = [step("a", "following", object="t", effect="rise", duration=900)]
        self.row = self.keep({"title": "Talk", "style": "night-watch", "slides": slides})
        self.open_desk(self.row)
        self.touch_stage(1140, 630)
        self.touch("text=Put it on every slide")
        self.until("Object.keys(ritornel.store.kept.slides).length && ritornel.store.kept.undo")
        self.assertEqual([sum(o.name == "Logo" for o in s.objects) for s in self.show().slides], [1, 1, 1])
        self.assertLessEqual(self.took(), 2)
        self.page.evaluate("ritornel.store.select('objects', [])")
        self.touch(".entry[data-step=a]")
        self.touch("text=The same for every title")
        self.assertEqual(
            [[(s.effect, s.duration_ms) for s in slide.running_order] for slide in self.show().slides],
            [[("rise", 900)]] * 3,
        )
        self.assertLessEqual(self.took(), 2)

    def test_four_lines_roll_beside_a_picture_over_a_picture(self):
        asset(self.owner, "lens.png", png(size=(200, 300)))
        ground = asset(self.owner, "night.png", png("#10203a", (640, 360))).sha256
        body = {**LIST, "role": "body", "paragraphs": [], "height": 300}
        self.row = self.keep(
            {"title": "Talk", "slides": [{"id": "one", "ground": {"asset": ground}, "objects": [body]}]}
        )
        self.open_desk(self.row)
        self.touch_stage(300, 300)
        self.page.wait_for_selector(".text-editor")
        self.write("Oil\nGas\nA bulb\nThe moon")
        self.press("Escape")
        self.press("Shift+b")
        self.until("ritornel.store.kept.slides.one.document.running_order.length === 4")
        self.press("i")
        self.page.wait_for_selector("dialog .choose-one")
        self.touch("dialog .choose-one:has-text('lens.png')")
        one = self.show().slides[0]
        self.assertEqual([(s.effect, s.trigger) for s in one.running_order], [("roll", "cue")] * 4)
        words, lens = one.objects[0], one.objects[-1]
        self.assertEqual([p.text for p in words.paragraphs], ["Oil", "Gas", "A bulb", "The moon"])
        self.assertTrue(
            lens.x >= words.x + words.width or lens.y >= words.y + words.height or lens.y + lens.height <= words.y
        )
        self.assertLessEqual(self.took(), 8)

    def test_transitions_with_a_sound_for_twelve_all_but_two_and_other_times_for_three(self):
        slides = [{"id": f"s{n}", "transition": {"type": "fade" if n == 0 else "cut"}} for n in range(12)]
        self.row = self.keep({"title": "Talk", "slides": slides})
        self.page.goto(f"/shows/{self.row.pk}/contact")
        self.ready()
        self.page.wait_for_selector("[data-slide=s11]")
        self.press("Control+a")
        for n in (0, 11):
            self.touch_also(n)
        self.touch("#foot-transition")
        self.page.wait_for_selector("dialog .finder")
        self.write("push left 1.2 s")
        self.press("Enter")
        self.write("bell")
        self.page.wait_for_selector("dialog .choice")
        self.press("Control+Enter")
        made = [s.transition for s in self.show().slides]
        self.assertEqual({t.type for t in made[1:11]}, {"pushWipe"})
        self.assertTrue(all(t.sound for t in made[1:11]))
        self.assertEqual(
            {t.duration_ms for t in made[1:11]}, {1200}, "a cut has no time; what it became has the one that was typed"
        )
        self.assertEqual([made[n].type for n in (0, 11)], ["fade", "cut"])
        self.touch("[data-slide=s2]")
        for n in (5, 8):
            self.touch_also(n)
        self.touch("#foot-transition")
        self.page.wait_for_selector("dialog .finder")
        self.write("2 s")
        self.press("Control+Enter")
        made = [s.transition for s in self.show().slides]
        self.assertEqual([n for n, t in enumerate(made) if t.duration_ms == 2000], [2, 5, 8])
        self.assertEqual((made[5].type, made[5].sound), (made[4].type, made[4].sound))
        self.assertLessEqual(self.took(), 14)
        self.touch("[data-slide=s0]")
        self.touch_also(1)
        self.touch("#foot-transition")
        self.page.wait_for_selector("dialog .finder")
        self.write("1.5 s")
        self.press("Control+Enter")
        made = [s.transition for s in self.show().slides]
        self.assertEqual([(t.type, t.duration_ms) for t in made[:2]], [("fade", 1500), ("pushWipe", 1500)])

    def test_a_clips_middle_on_a_cue_and_the_slide_as_long(self):
        clip = {
            "id": "clip",
            "kind": "clip",
            "asset": self.assets()["clip"],
            "x": 200,
            "y": 100,
            "width": 640,
            "height": 360,
        }
        self.desk(clip, hold=500)
        self.page.evaluate("ritornel.store.select('objects', ['clip'])")
        width = self.page.locator(".trim").bounding_box()["width"]
        self.drag(".trim-handle[data-edge=in]", dx=width / 4)
        self.drag(".trim-handle[data-edge=out]", dx=-width / 4)
        self.gestures += 1
        self.page.select_option("[aria-label=Starts]", "cue")
        self.settled()
        self.touch("label:has-text('wait for its end')")
        made = self.show()
        shown, length = made.slides[0].objects[0], made.assets[0].length_ms
        self.assertAlmostEqual(shown.in_ms, length / 4, delta=60)
        self.assertAlmostEqual(shown.out_ms, length * 3 / 4, delta=60)
        self.assertEqual(self.order(), [("clip", "cue")])
        time = compile(made).times[0]
        self.assertGreaterEqual(time.length_ms, time.groups[1].start_ms + length / 2 - 120)
        self.assertLessEqual(self.took(), 4, "the fifth mutes one that has a sound")

    def touch_also(self, slide: int):
        self.gestures += 1
        self.page.click(f"[data-slide=s{slide}]", modifiers=["Control"])

    def test_a_clip_on_an_empty_slide_makes_it_as_long_as_it_is_and_a_sound_goes_to_the_bar_it_falls_on(self):
        self.row = self.keep({"title": "Talk", "slides": [{"id": "one", "objects": []}, {"id": "two", "objects": []}]})
        self.open_desk(self.row)
        self.page.keyboard.press("1")
        for file, where in (
            ({"name": "lens.webm", "bytes": list(webm(3.0))}, "#stage-over"),
            ({"name": "sea.wav", "bytes": list(wav(1.0))}, ".tl-block[data-slide=two]"),
        ):
            self.gestures += 1
            self.page.evaluate(DROP, [file, where])
            self.until(f"Object.values(ritornel.store.kept.assets).some((a) => a.name === '{file['name']}')")
        self.until("ritornel.store.kept.briefs.two && ritornel.store.kept.undo")
        made = self.show()
        self.assertEqual([[type(o).__name__ for o in s.objects] for s in made.slides], [["Clip"], ["Sound"]])
        self.assertTrue(made.slides[0].objects[0].waited_for)
        self.assertGreaterEqual(compile(made).times[0].length_ms, 2900)
        self.assertEqual(self.took(), 2)


DROP = """([{ name, bytes }, where]) => {
  const transfer = new DataTransfer();
  transfer.items.add(new File([new Uint8Array(bytes)], name));
  document.querySelector(where).dispatchEvent(new DragEvent("drop", { dataTransfer: transfer, bubbles: true, cancelable: true }));
}"""
