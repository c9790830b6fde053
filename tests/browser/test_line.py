"""A bad line: delayed, cut, lost and refused answers, a dead server, an ended session, two pages. Nothing is lost."""

import json

from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.base import PASSWORD, USER, BrowserCase
from tests.made import LAMP, slide, step

BOX = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}
DELAY_MS = 600


class LineCase(BrowserCase):
    def setUp(self):
        super().setUp()
        one = {"id": "one", "objects": [BOX], "running_order": [step("a"), step("b")], "script": LAMP}
        self.row = self.keep({"title": "Talk", "slides": [one, slide(id="two")]})
        self.open_desk(self.row)

    def delay(self, ms: int = DELAY_MS):
        line = self.context.new_cdp_session(self.page)
        line.send("Network.enable")
        conditions = {"offline": False, "latency": ms, "downloadThroughput": -1, "uploadThroughput": -1}
        line.send("Network.emulateNetworkConditions", conditions)

    def kept_show(self):
        return in_rows.load(Show.objects.get(pk=self.row.pk))

    def header(self) -> str:
        return self.page.inner_text("#kept").strip()


class Delayed(LineCase):
    """600 ms of delay on every request: gestures never wait for it."""

    def setUp(self):
        super().setUp()
        self.delay()

    def test_a_text_can_be_written_at_once(self):
        self.page.keyboard.type("tReels")
        self.page.keyboard.press("Enter")
        self.page.keyboard.type("and lamps")
        self.page.keyboard.press("Escape")
        self.assertEqual(self.header(), "keeping…")
        self.settled()
        box, words = self.kept_show().slides[0].objects
        self.assertEqual([p.text for p in words.paragraphs], ["Reels", "and lamps"])
        self.assertEqual((box.id, words.grows, words.height), ("box", True, 2 * 50 + 14))
        self.assertRegex(self.header(), "kept ")

    def test_new_slides_come_in_order_and_can_be_written_on(self):
        self.page.keyboard.type("nntSecond")
        self.page.keyboard.press("Escape")
        ids = self.page.evaluate("ritornel.store.shown.order.map(([id]) => id)")
        self.assertEqual((ids[0], ids[3], len(ids)), ("one", "two", 4))
        self.settled()
        show = self.kept_show()
        self.assertEqual([s.id for s in show.slides], ids)
        self.assertEqual([len(s.objects) for s in show.slides], [1, 0, 1, 1])
        self.assertEqual(show.slides[2].objects[0].paragraphs[0].text, "Second")

    def test_two_quick_drags_both_count(self):
        start = self.page.evaluate("ritornel.store.timed('b').start")
        scale = self.page.evaluate("ritornel.timeline.scale")
        self.drag(".tl-build[data-step=b]", 30, hold="Alt")
        self.drag(".tl-build[data-step=b]", 30, hold="Alt")
        moved = self.page.evaluate("ritornel.store.timed('b').start") - start
        self.assertAlmostEqual(moved, 60 / scale, delta=60 / scale * 0.1)  # the slide grew, and its zoom with it
        self.settled()
        self.assertAlmostEqual(self.page.evaluate("ritornel.store.timed('b').start") - start, moved, delta=3)

    def test_an_object_that_is_dragged_stays_where_it_was_put(self):
        self.drag_between(self.on_stage(200, 200), self.on_stage(300, 260), hold="Alt")
        place = "document.querySelector('#stage [data-key=box]').style.left"
        self.assertAlmostEqual(float(self.page.evaluate(place)[:-2]), 200, delta=1)
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertAlmostEqual(self.kept_show().slides[0].objects[0].x, 200, delta=1)

    def test_objects_that_are_turned_copied_grouped_and_drawn_stay_so(self):
        keys = self.page.keyboard
        self.page.mouse.click(*self.on_stage(200, 200))
        self.drag("[data-handle=turn]", 60, 10, hold="Shift")
        keys.press("Control+c")
        keys.press("Control+v")
        keys.press("Control+a")
        keys.press("Control+g")
        keys.press("v")
        self.drag_between(self.on_stage(700, 200), self.on_stage(1000, 500))
        self.page.wait_for_selector("#stage .stage-shape >> nth=2")
        self.settled()
        box, copy, line = self.kept_show().slides[0].objects
        self.assertEqual((box.rotation, box.group), (copy.rotation, copy.group))
        self.assertTrue(box.rotation and box.group)
        self.assertEqual((line.form, line.group), ("path", ""))

    def test_undo_of_what_is_on_its_way_is_seen_at_once(self):
        self.page.keyboard.press("n")
        self.page.keyboard.press("Control+z")
        self.assertEqual(self.page.evaluate("ritornel.store.shown.order.length"), 2)
        self.settled()
        self.assertEqual(len(self.kept_show().slides), 2)


class Cut(LineCase):
    def test_an_answer_that_is_lost_is_asked_for_again_and_nothing_is_done_twice(self):
        self.page.evaluate(
            """() => {
              const ask = window.fetch;
              Object.assign(window, { lost: [], seen: false });
              window.fetch = async (address, ...more) => {
                const answer = await ask(address, ...more);
                if (!String(address).endsWith("/edit") || (window.seen && window.lost.length > 1)) return answer;
                window.lost.push(answer.status);
                throw new TypeError("the answer is lost");
              };
            }"""
        )
        self.page.keyboard.press("n")
        self.page.wait_for_selector("#kept:has-text('not kept yet')")
        self.page.evaluate("window.seen = true")
        self.settled()
        lost = self.page.evaluate("window.lost")
        self.assertGreater(len(lost), 1)
        self.assertEqual((set(lost), len(self.kept_show().slides)), ({200}, 3))

    def test_a_server_that_is_away_is_asked_until_it_is_back(self):
        self.page.evaluate("""() => {
            const ask = window.fetch, away = [502, 500, 503];
            window.fetch = async (address, ...more) => window.back || !String(address).endsWith("/edit")
                ? ask(address, ...more) : new Response("", { status: away.length > 1 ? away.pop() : away[0] });
        }""")
        self.page.keyboard.press("n")
        self.page.wait_for_selector("#kept:has-text('not kept yet')")
        self.page.evaluate("window.back = true")
        self.page.click("#kept >> text=try now")
        self.settled()
        self.assertEqual(len(self.kept_show().slides), 3)

    def test_what_is_refused_is_taken_out_again_and_said(self):
        self.page.keyboard.press("o")
        self.page.evaluate("ritornel.store.edit({do: 'set-objects', slide: 'one', values: {box: {x: 1e9}}})")
        self.page.keyboard.press("ArrowRight")
        self.page.wait_for_selector(".desk-notice:has-text('X must be 100000 or less')")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.object('box').x"), 1_000_000_001 - 10**9 + 100)

    def test_a_request_that_cannot_be_read_takes_nothing_else_with_it(self):
        self.page.route(
            "**/edit",
            lambda r: (
                r.fulfill(status=413, json={"error": "this is larger than one request may be"})
                if "x" * 500 in r.request.post_data
                else r.continue_()
            ),
        )
        self.page.evaluate("""() => {
          ritornel.store.journal.add(0, {do: 'set-show', values: {title: 'Before'}});
          ritornel.store.journal.add(0, {do: 'set-show', values: {title: 'x'.repeat(600)}});
          ritornel.store.edit({do: 'add-slide', ids: ['fresh']});
        }""")  # fmt: skip
        self.settled()
        show = self.kept_show()
        self.assertEqual((show.title, show.slides[-1].id), ("Before", "fresh"))
        self.assertIn("larger than one request", self.page.inner_text(".desk-notice"))


class Unsent(LineCase):
    """What is not answered lies in the browser's store."""

    def setUp(self):
        super().setUp()
        self.page.route("**/edit", lambda route: route.abort())

    def written(self):
        self.page.locator("[data-cue='0'] .passage").click()
        self.page.keyboard.press("Control+Home")
        self.page.keyboard.type("Well, ")

    def test_a_reload_loses_nothing_and_leaving_asks_first(self):
        self.written()
        asked: list[str] = []
        self.page.on("dialog", lambda dialog: (asked.append(dialog.type), dialog.accept()))
        self.page.reload()
        self.assertEqual(asked, ["beforeunload"])
        self.ready()
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.script"), "Well, " + LAMP)
        self.assertNotIn("kept 1", self.header())
        self.page.unroute("**/edit")
        self.settled()
        self.assertEqual(self.kept_show().slides[0].script, "Well, " + LAMP)

    def test_what_a_page_that_is_gone_left_behind_is_sent_by_the_next_one(self):
        self.written()
        self.page.close()
        self.page = self.new_page(self.context)
        self.open_desk(self.row)
        self.settled()
        self.assertEqual(self.kept_show().slides[0].script, "Well, " + LAMP)

    def test_a_second_page_does_not_send_what_the_first_still_has(self):
        self.written()
        other = self.new_page(self.context)
        other.goto(f"/shows/{self.row.pk}/")
        other.wait_for_selector("html[data-ready]", state="attached")
        self.assertEqual(other.evaluate("ritornel.store.journal.entries"), [])
        self.assertEqual(self.kept_show().slides[0].script, LAMP)
        self.page.unroute("**/edit")
        self.until(f"ritornel.store.slide.document.script === {json.dumps('Well, ' + LAMP)}", other)


class EndedSession(LineCase):
    def test_signing_in_again_in_a_small_window_goes_on(self):
        self.context.clear_cookies(name="sessionid")
        self.page.keyboard.press("n")
        self.page.wait_for_selector("#kept:has-text('not kept')")
        self.page.keyboard.press("n")
        with self.page.expect_popup() as opened:
            self.page.click("text=sign in again")
        window = opened.value
        window.fill("[name=login]", USER)
        window.fill("[name=password]", PASSWORD)
        with window.expect_event("close"):
            window.click("main button")
        self.settled()
        self.assertRegex(self.header(), "kept ")
        self.assertEqual(len(self.kept_show().slides), 4)

    def test_a_show_that_is_gone_is_said_and_what_was_done_stays(self):
        Show.objects.all().delete()
        self.page.keyboard.press("n")
        self.page.wait_for_selector("#kept:has-text('not yours to see any more, or gone')")
        self.assertEqual(self.page.evaluate("ritornel.store.journal.entries.length"), 1)


class TwoPages(LineCase):
    def setUp(self):
        super().setUp()
        self.other = self.new_page(self.context)
        self.other.goto(f"/shows/{self.row.pk}/")
        self.other.wait_for_selector("html[data-ready]", state="attached")

    def test_a_drag_goes_on_while_the_other_page_adds_a_slide(self):
        start, end = self.on_stage(200, 200), self.on_stage(300, 260)
        self.drag_between(start, end, let_go=False)
        self.other.keyboard.press("n")
        self.settled(self.other)
        for n in range(12):
            self.page.mouse.move(end[0] + 4 * n, end[1])
            self.page.wait_for_timeout(60)
        self.page.mouse.up()
        self.settled()
        self.until("ritornel.store.kept.order.length === 3")
        self.assertGreater(self.kept_show().slides[0].objects[0].x, 200)
        self.assertEqual(len(self.kept_show().slides), 3)

    def test_each_learns_of_the_others_edits(self):
        self.page.keyboard.press("n")
        self.until("ritornel.store.kept.order.length === 3", self.other, seconds=2.5)
        self.other.fill("#title", "From the other page")
        self.other.keyboard.press("Tab")
        self.until("document.querySelector('#title').value === 'From the other page'", seconds=2.5)

    def test_a_step_back_over_what_the_other_page_did_says_so(self):
        self.other.fill("#title", "From the other page")
        self.other.keyboard.press("Tab")
        self.until("document.querySelector('#title').value === 'From the other page'")
        self.page.click("#stage-line")
        self.page.keyboard.press("Control+z")
        self.page.wait_for_selector(".desk-notice:has-text('done in another page')")
        self.until("document.querySelector('#title').value === 'Talk'")
        self.page.click(".desk-notice >> text=Do it again")
        self.until("document.querySelector('#title').value === 'From the other page'")

    def test_what_both_change_is_refused_and_what_they_change_apart_is_kept(self):
        for page in (self.page, self.other):
            page.route("**/revision", lambda route: route.abort())
        set_ = "(v) => ritornel.store.edit({do: 'set-objects', slide: 'one', values: {box: v}})"
        self.assertTrue(self.page.evaluate(set_, {"x": 150})["done"])
        self.assertTrue(self.other.evaluate(set_, {"y": 170})["done"])
        answer = self.other.evaluate("() => ritornel.store.edit({do: 'delete-slides', slides: ['two']})")
        self.assertTrue(answer["done"])
        refused = self.page.evaluate(
            "() => ritornel.store.edit({do: 'set-slides', slides: ['two'], values: {hold: 5}})"
        )
        self.assertFalse(refused["done"])
        thing = self.kept_show().slides[0].objects[0]
        self.assertEqual((thing.x, thing.y, len(self.kept_show().slides)), (150, 170, 1))

    def test_words_that_cannot_be_kept_stay_in_reach(self):
        self.page.route("**/revision", lambda route: route.abort())
        self.page.locator("[data-cue='0'] .passage").click()
        self.other.evaluate("() => ritornel.store.edit({do: 'delete-slides', slides: ['one']})")
        self.page.keyboard.press("Control+Home")
        self.page.keyboard.type("Nobody reads this. ")
        self.page.wait_for_selector(".desk-notice:has-text('You wrote: “Nobody reads this.')")
        self.assertEqual(self.page.locator(".desk-notice >> text=Copy what you wrote").count(), 1)
