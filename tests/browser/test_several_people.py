"""Three people at one show: it is shared, worked on at once, and a part in it is taken away."""

import time

from django.contrib.auth import get_user_model

from ritornel.shows.models import Member
from tests.browser.counting import CountingCase
from tests.browser.test_accessibility import Axe
from tests.made import slide, step


class SeveralPeople(CountingCase, Axe):
    def setUp(self):
        super().setUp()
        box = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}
        one = {"id": "one", "objects": [box], "running_order": [step("a", object="box")], "script": "Here it is."}
        self.row = self.keep({"title": "The lamp", "slides": [one, slide(id="two")]})
        self.others = []
        for name in ("ebba", "malin"):
            person = get_user_model().objects.create_user(name, f"{name}@skarholm.example")
            context = self.new_context()
            self.addCleanup(context.close)
            self.owner, keeper = person, self.owner
            page = self.new_page(context)
            self.sign_in(page)
            self.owner = keeper
            self.others.append(page)

    def shared(self, name: str, role: str):
        Member.objects.create(show=self.row, person=get_user_model().objects.get(username=name), role=role)

    def open_on(self, page):
        page.goto(f"/shows/{self.row.pk}/")
        page.wait_for_selector("html[data-ready]", state="attached")

    def test_a_show_is_shared_in_three_gestures_and_stands_among_theirs(self):
        self.open_desk(self.row)
        self.touch("#head >> text=People")
        self.page.wait_for_selector("[name=whom]:focus")
        self.write("ebba")
        self.press("Enter")
        self.page.wait_for_selector("text=ebba edits it now")
        self.assertEqual(self.took(), 3)
        self.check_now("who has a part in a show")
        theirs = self.others[0]
        theirs.goto("/")
        theirs.click("h2 >> text=The lamp")
        theirs.wait_for_selector("html[data-ready]", state="attached")
        self.page.select_option("[aria-label='What ebba does']", "looker")
        self.page.wait_for_selector("text=ebba looks at it now")
        theirs.goto("/")
        theirs.click("h2 >> text=The lamp")
        theirs.wait_for_selector("#player")

    def test_two_edit_at_once_and_each_takes_back_what_is_theirs(self):
        self.shared("ebba", "editor")
        theirs = self.others[0]
        self.open_desk(self.row)
        self.open_on(theirs)
        edit = "ritornel.store.edit({{ do: 'set-objects', slide: 'one', values: {{ box: {{ {} }} }} }})"
        self.page.evaluate(edit.format("x: 500"))
        self.settled()
        self.until("ritornel.store.kept.slides.one?.document.objects[0].x === 500", theirs)
        theirs.evaluate(edit.format("y: 400"))
        self.until("ritornel.store.kept.slides.one?.document.objects[0].y === 400")
        self.page.keyboard.press("Control+z")
        self.until("ritornel.store.kept.slides.one?.document.objects[0].x === 100", theirs)
        self.assertEqual(theirs.evaluate("ritornel.store.kept.slides.one.document.objects[0].y"), 400)
        theirs.evaluate(edit.format("x: 7"))
        self.until("ritornel.store.kept.slides.one?.document.objects[0].x === 7")
        self.page.keyboard.press("Control+Shift+Z")
        self.page.wait_for_selector(".desk-notice:has-text('ebba has changed the same since')")

    def test_whose_part_is_taken_away_is_out_at_once_and_takes_along_what_was_not_kept(self):
        self.shared("ebba", "editor")
        theirs = self.others[0]
        self.open_on(theirs)
        self.page.goto(f"/shows/{self.row.pk}/people")
        self.page.click("text=Take away")
        began = time.monotonic()
        self.page.wait_for_selector("text=has no part in")
        self.until("ritornel.store.line.state === 'gone'", theirs)
        self.assertLess(time.monotonic() - began, 2 + 4)  # a machine that does all of it at once
        theirs.evaluate(
            "void ritornel.store.edit({ do: 'set-slides', slides: ['one'], values: { script: 'Words of mine.' } })"
        )
        theirs.wait_for_selector("#kept >> text=take your words")
        with theirs.expect_download() as taken:
            theirs.click("#kept >> text=take your words")
        self.assertEqual(taken.value.path().read_text(), "Words of mine.")

    def test_who_speaks_records_and_who_looks_watches_and_neither_changes_it(self):
        self.shared("ebba", "recorder")
        self.shared("malin", "looker")
        speaks, looks = self.others
        speaks.goto("/")
        speaks.click("h2 >> text=The lamp")
        speaks.wait_for_selector("html[data-ready]", state="attached")
        self.assertIn("/record", speaks.url)
        self.assertEqual(speaks.goto(f"/shows/{self.row.pk}/").status, 403)
        self.assertIn("ask keeper", speaks.inner_text("main"))
        looks.goto("/")
        self.assertEqual(looks.locator("text=Rehearse").count(), 0)
        looks.click("h2 >> text=The lamp")
        self.until("window.player?.playhead?.playing", looks)

    def test_slides_are_given_in_two_gestures_and_whom_they_are_given_to_sees_them(self):
        self.shared("ebba", "recorder")
        self.page.goto(f"/shows/{self.row.pk}/contact")
        self.page.wait_for_selector("html[data-ready]", state="attached")
        self.touch("[data-slide=two]")
        self.choose("Whose these slides are", "ebba")
        self.page.wait_for_selector("[data-slide=two] .given-mark >> text=E")
        self.assertEqual(self.took(), 2)
        self.page.select_option(".strip-head [aria-label='Whose this chapter is']", "ebba")
        self.page.wait_for_selector("[data-slide=one] .given-mark >> text=E")
        theirs = self.others[0]
        theirs.goto("/")
        theirs.click("text=Mine to do")
        self.assertIn("2 of 2 to do", theirs.inner_text("main"))
        theirs.click("text=Speak it >> nth=1")
        theirs.wait_for_selector(".ledger-row")
        self.assertIn("#two", theirs.url)
        self.until("document.querySelectorAll('.ledger-row small').length === 2", theirs)
        self.assertIn("for ebba", theirs.inner_text(".ledger-rows"))
