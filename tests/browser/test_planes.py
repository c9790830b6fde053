"""A plane wider than the stage, by hand: made, looked at, its views drawn, framed, gone through and named."""

from tests.browser.test_objects import PASTE, ObjectsCase
from tests.files import png

TAKEN = """() => {
  const clipboardData = new DataTransfer();
  document.activeElement.dispatchEvent(new ClipboardEvent("copy", { clipboardData, bubbles: true, cancelable: true }));
  return Object.fromEntries(clipboardData.types.map((kind) => [kind, clipboardData.getData(kind)]));
}"""


def box(key: str, x: float, y: float, **more) -> dict:
    return {
        "id": key,
        "kind": "shape",
        "name": key.title(),
        "x": x,
        "y": y,
        "width": 320,
        "height": 180,
        "fill": "#7a2552",
        **more,
    }


PINCHED = """([x, y]) => {
  const over = document.getElementById("stage-over");
  const touch = (kind, pointerId, dx) => over.dispatchEvent(new PointerEvent(kind, { pointerId, pointerType: "touch", button: 0, clientX: x + dx, clientY: y, bubbles: true, cancelable: true }));
  touch("pointerdown", 91, -40);
  touch("pointerdown", 92, 40);
  touch("pointermove", 91, -80);
  touch("pointermove", 92, 80);
  touch("pointerup", 91, -80);
  touch("pointerup", 92, 80);
}"""


class Planes(ObjectsCase):
    def look(self) -> tuple[float, float, float]:
        x, y, width = self.page.evaluate(
            "(() => { const { x, y, width } = ritornel.arranging.plane.look; return [x, y, width]; })()"
        )
        return x, y, width

    def on_plane(self, x: float, y: float) -> tuple[float, float]:
        """Where a place on the plane is on the page."""
        left, top = self.page.evaluate(
            "([x, y]) => { const at = document.getElementById('stage-over').getBoundingClientRect(), { scale, corner } = ritornel.arranging;"
            " return [at.left + corner.x + x * scale, at.top + corner.y + y * scale]; }", [x, y],
        )  # fmt: skip
        return left, top

    def seen(self, key: str) -> tuple[float, float]:
        """The middle of an object on the stage, in stage units."""
        x, y = self.page.evaluate(
            "(key) => { const stage = document.getElementById('stage').getBoundingClientRect();"
            " const at = document.querySelector(`#stage .stage-node[data-key='${key}']`).getBoundingClientRect();"
            " const scale = 1280 / stage.width; return [(at.left + at.width / 2 - stage.left) * scale, (at.top + at.height / 2 - stage.top) * scale]; }", key,
        )  # fmt: skip
        return x, y

    def wide(self, *objects: dict):
        self.desk(*objects)
        self.page.keyboard.press("Shift+P")
        self.until("ritornel.arranging.plane.look")
        self.settled()

    def test_a_slide_becomes_wider_and_is_looked_at_by_wheel_and_keys(self):
        self.wide(box("lamp", -900, -500), box("lens", 2000, 1000))
        plane = self.kept().plane
        self.assertEqual((plane.x, plane.y, plane.width, plane.height), (-1280, -720, 3840, 2160))
        whole = self.look()
        self.assertEqual(whole[:2], (640, 360))
        self.page.mouse.move(*self.on_plane(2000, 1000))
        self.page.mouse.wheel(0, -600)
        self.until(f"ritornel.arranging.plane.look.width < {whole[2] * 0.6}")
        x, _, width = self.look()
        self.assertAlmostEqual(
            (2000 - x) / width, (2000 - 640) / whole[2], delta=0.01, msg="the place at the pointer stays"
        )
        self.page.mouse.click(*self.on_plane(2160, 1090))
        self.until("[...ritornel.store.objects].join() === 'lens'")
        self.drag_between(self.on_plane(2160, 1090), self.on_plane(2260, 1190))
        lens = self.kept().objects[1]
        self.assertAlmostEqual(lens.x, 2100, delta=4)
        self.assertAlmostEqual(lens.y, 1100, delta=4)
        self.page.keyboard.press("5")
        self.until(f"ritornel.arranging.plane.look.width === {whole[2]}")
        self.page.keyboard.press("6")
        self.until("Math.abs(ritornel.arranging.plane.look.width - 320 * 1.06) < 1")

    def test_things_are_framed_and_the_stage_goes_there(self):
        self.wide(box("lamp", -900, -500), box("lens", 2000, 1000))
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Alt+e")
        self.until("ritornel.store.slide.document.views.length === 2")
        slide = self.kept()
        self.assertEqual([(s.kind, s.trigger) for s in slide.running_order], [("view", "alongside"), ("view", "cue")])
        self.assertEqual([(v.x, v.y) for v in slide.views], [(-740, -410), (2160, 1090)])
        self.assertIn("The stage flies to “Lens”, on cue 1", " ".join(self.said().split()))
        self.page.keyboard.press("f")
        self.page.keyboard.press("Shift+Space")
        self.until("ritornel.stage.playing")
        self.page.keyboard.press("Space")
        self.page.evaluate("void ritornel.stage.scrub(0)")
        x, y = self.seen("lamp")
        self.assertAlmostEqual(x, 640, delta=2)
        self.assertAlmostEqual(y, 360, delta=2)
        self.page.evaluate("void ritornel.stage.scrub(ritornel.store.length() - 1)")
        x, y = self.seen("lens")
        self.assertAlmostEqual(x, 640, delta=2)
        self.assertAlmostEqual(y, 360, delta=2)
        self.assertEqual(
            self.page.evaluate("getComputedStyle(document.querySelector(\"#stage [data-key='lamp']\")).visibility"),
            "hidden",
        )
        self.page.keyboard.press("Control+z")
        self.assertEqual((self.kept().views, self.kept().running_order), ((), ()))

    def test_a_view_is_drawn_moved_named_and_taken_away(self):
        self.wide(box("lamp", 100, 100))
        self.page.keyboard.press("Shift+D")
        self.drag_between(self.on_plane(-400, -200), self.on_plane(240, 100))
        self.until("ritornel.store.slide.document.views.length === 1")
        (view,) = self.kept().views
        self.assertAlmostEqual(view.width, 640, delta=8)
        self.assertAlmostEqual(view.x, -80, delta=8)
        number = self.page.locator(".view-number")
        at = number.bounding_box()
        start = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
        scale = self.page.evaluate("ritornel.arranging.scale")
        self.drag_between(start, (start[0] + 100 * scale, start[1]))
        moved = self.kept().views[0]
        self.assertAlmostEqual(moved.x - view.x, 100, delta=6)
        self.page.fill(".view-name", "The lamp")
        self.page.keyboard.press("Enter")
        self.page.locator(".view-name").blur()
        self.assertEqual(self.kept().views[0].name, "The lamp")
        self.assertIn("The lamp", self.page.inner_text(".view-number"))
        self.page.keyboard.press("Delete")
        self.until("!ritornel.store.slide.document.running_order.length")
        self.page.keyboard.press("Shift+A")
        self.until("ritornel.store.slide.document.running_order.length === 2")
        self.assertEqual([s.trigger for s in self.kept().running_order], ["alongside", "cue"])

    def gone_through(self):
        self.wide(box("lamp", -900, -500), box("lens", 2000, 1000))
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Alt+e")
        self.until("ritornel.store.slide.document.views.length === 2")
        self.page.keyboard.press("Escape")

    def test_views_as_a_list_are_looked_at_and_put_into_another_order_by_keys(self):
        self.gone_through()
        self.page.get_by_role("button", name="Objects", exact=True).click()
        first = self.page.locator(".view-line .object-pick").first
        first.focus()
        self.page.keyboard.press("Enter")
        self.until("Math.abs(ritornel.arranging.plane.look.x - -740) < 1")
        self.until(
            "[...document.querySelectorAll('img.view-picture')].every((one) => one.complete && one.naturalWidth)"
        )
        self.page.locator(".view-line .object-pick").first.focus()
        self.page.keyboard.press("Alt+ArrowDown")
        self.until("ritornel.store.slide.document.running_order[0].view === 'view-2'")
        self.assertEqual([(s.view, s.trigger) for s in self.kept().running_order], [("view-2", "alongside"), ("view-1", "cue")])  # fmt: skip
        names = [one.input_value() for one in self.page.locator(".view-line .object-name").all()]
        self.assertEqual(names, ["Lens", "Lamp"])
        self.until("document.activeElement.closest('.view-line') === document.querySelectorAll('.view-line')[1]")
        self.page.keyboard.press("Alt+ArrowUp")  # it has the focus still
        self.until("ritornel.store.slide.document.running_order[0].view === 'view-1'")

    def test_views_are_copied_to_another_slide(self):
        self.gone_through()
        self.page.locator(".view-number").first.focus()
        self.page.keyboard.press("Enter")
        held = self.page.evaluate(TAKEN)
        self.assertEqual([kind for kind in held if "views" in kind], ["application/x-ritornel-views+json"])
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("PageDown")
        self.until("ritornel.store.focus === 'two'")
        self.page.evaluate(PASTE, held)
        self.until("ritornel.store.slide.document.views?.length === 1")
        there = self.kept(1)
        self.assertEqual((there.views[0].name, there.running_order[0].trigger), ("Lamp", "alongside"))
        self.assertLess(there.plane.x, -700)

    def test_builds_come_when_we_are_where_the_object_is_seen(self):
        self.gone_through()
        self.page.mouse.click(*self.on_plane(2100, 1100))
        self.until("ritornel.store.objects.has('lens')")
        self.page.keyboard.press("b")
        self.until("document.querySelector('.asking motion-sentence')?.textContent.includes('when we are at “Lens”')")
        self.page.keyboard.press("Enter")
        self.until("ritornel.store.slide.document.running_order.length === 3")
        order = self.kept().running_order
        self.assertEqual([(s.view or s.object, s.trigger) for s in order], [("view-1", "alongside"), ("view-2", "cue"), ("lens", "following")])  # fmt: skip

    def test_the_lectern_looks_around_and_a_cue_brings_the_show_back(self):
        self.gone_through()
        self.settled()
        self.open_lectern(self.row)
        page = self.page
        with page.expect_popup() as opened:
            page.click("#open-stage")
        window = opened.value
        window.wait_for_selector("#stage .stage-layer")
        page.keyboard.press("Space")
        page.wait_for_selector("#give:has-text('Cue 1')")
        across = "document.querySelector('#{} [data-key=lens]').getBoundingClientRect()"
        for where, pages in (("stage-now", page), ("stage", window)):
            self.until(f"getComputedStyle(document.querySelector('#{where} [data-key=lens]')).visibility === 'hidden'", pages)  # fmt: skip
        page.keyboard.press("2")
        page.keyboard.press("g")
        page.wait_for_selector("#look-bar [aria-pressed=true]")
        self.until(f"{across.format('stage')}.width > innerWidth / 2", window)
        page.keyboard.press("Shift+ArrowRight")
        self.until(f"{across.format('stage')}.left < 0", window)
        page.keyboard.press("Space")
        page.wait_for_selector("#look-bar [aria-pressed=false]")
        self.until("getComputedStyle(document.querySelector('#stage [data-key=lens]')).visibility === 'hidden'", window)
        self.assertEqual(page.evaluate("[lectern.cue, lectern.running]"), [0, True])
        page.keyboard.press("Space")
        self.until("lectern.cue === 1")

    def test_space_takes_the_plane_in_hand_and_plays_if_it_was_not_dragged(self):
        self.wide(box("lamp", -900, -500))
        x, y, width = self.look()
        self.page.mouse.move(*self.on_plane(600, 300))
        self.page.keyboard.down(" ")
        self.until("document.querySelector('.stage-over.is-held')")
        self.drag_between(self.on_plane(600, 300), self.on_plane(400, 200))
        self.page.keyboard.up(" ")
        self.assertEqual([round(v) for v in self.look()], [round(x + 200), round(y + 100), round(width)])
        self.assertEqual(len(self.kept().objects), 1)
        self.assertFalse(self.page.evaluate("ritornel.stage.playhead.playing"))
        self.page.keyboard.press(" ")
        self.until("ritornel.stage.playhead.playing")

    def test_two_fingers_bring_the_plane_nearer(self):
        self.wide(box("lamp", -900, -500))
        x, y, width = self.look()
        at = self.on_plane(x, y)
        self.page.evaluate(PINCHED, at)
        self.assertAlmostEqual(self.look()[2], width / 2, delta=2)
        self.assertAlmostEqual(self.look()[0], x, delta=2)

    def test_a_drawing_becomes_the_plane_and_pictures_lie_over_it_each_in_a_view(self):
        self.desk()
        svg = b'<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><rect width="400" height="300" fill="#1f7a6d"/></svg>'  # fmt: skip
        self.page.get_by_role("button", name="Plane…").click()
        with self.page.expect_file_chooser() as asked:
            self.page.get_by_role("menuitem", name="A picture, or a page, as the plane").click()
        asked.value.set_files([{"name": "plan.svg", "mimeType": "image/svg+xml", "buffer": svg}])
        self.until("ritornel.store.slide.document.plane?.width === 7680")
        with self.page.expect_file_chooser() as asked:
            self.page.keyboard.press("Shift+R")
        asked.value.set_files(self.files(("a.png", png("#7a2552")), ("b.png", png("#d9a441")), ("c.png", png())))
        self.page.get_by_role("button", name="Lay out").click()
        self.until("ritornel.store.slide.document.views.length === 3")
        of = self.kept()
        self.assertEqual([type(o).__name__ for o in of.objects], ["Picture"] * 4)
        self.assertTrue(of.objects[0].locked)
        self.assertEqual([s.trigger for s in of.running_order], ["alongside", "cue", "cue"])
        self.assertEqual([o.y for o in of.objects[1:]], [of.objects[1].y] * 3)

    def test_views_are_put_into_another_order_on_the_plane_and_on_the_timeline(self):
        self.wide(box("lamp", -900, -500), box("lens", 500, 100), box("rail", 2000, 1000))
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Alt+e")
        self.until("ritornel.store.slide.document.views.length === 3")
        self.page.keyboard.press("Escape")
        order = "ritornel.store.slide.document.running_order.map((step) => step.view).join()"
        self.until(f"{order} === 'view-1,view-2,view-3' && ritornel.store.settled")
        self.until(
            "[...document.querySelectorAll('.tl-stop img')].map((one) => one.src.match(/stops.(.)/)[1]).join() === '0,1,2'"
        )
        bar = self.page.locator(".tl-build").nth(2).bounding_box()
        second = self.page.locator(".tl-build").nth(1).bounding_box()
        y = bar["y"] + bar["height"] / 2
        self.drag_between((bar["x"] + bar["width"] / 2, y), (second["x"] - 50 + bar["width"] / 2, y))
        self.until(f"{order} === 'view-1,view-3,view-2' && ritornel.store.settled")
        first, _, last = (self.page.locator(".view-number").nth(n).bounding_box() for n in range(3))
        middle = [(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2) for at in (last, first)]
        self.drag_between(*middle, hold="Alt")
        self.until(f"{order} === 'view-3,view-1,view-2' && ritornel.store.settled")
        self.assertEqual([s.trigger for s in self.kept().running_order], ["alongside", "cue", "cue"])
