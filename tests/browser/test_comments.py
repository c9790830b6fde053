"""What two people say to each other about a show: on the desk, on the page of comments, at once at the other's."""

from django.contrib.auth import get_user_model

from ritornel.comments.models import Comment
from ritornel.shows.models import Member
from tests.browser.base import BrowserCase
from tests.made import slide, step, text

SCRIPT = "The lamp turns. [1] It floats on a bath."


class SaidAtTheDesk(BrowserCase):
    def setUp(self):
        super().setUp()
        things = (text("t", "Lamp", x=200, y=120, width=300, height=90),)
        self.row = self.keep(
            {"title": "Lamps", "slides": [slide(step("t"), objects=things, id="one", script=SCRIPT, hold=4000)]}
        )
        ebba = get_user_model().objects.create_user("ebba")
        Member.objects.create(show=self.row, person=ebba, role=Member.Role.LOOKER)
        self.ebba = ebba

    def say(self, words: str, choose: int = 0) -> None:
        self.page.keyboard.press("Shift+K")
        self.page.select_option("dialog select", index=choose)
        self.page.fill("dialog textarea", words)
        self.page.keyboard.press("Control+Enter")
        self.page.wait_for_selector("dialog", state="detached")

    def test_it_stands_at_its_thing_and_is_answered_and_settled_by_keys(self):
        self.open_desk(self.row)
        self.until("ritornel.store.slide")
        self.page.evaluate("ritornel.store.select('objects', ['t'])")
        self.say("Which lamp? https://skarholm.example/ <b>")
        mark = self.page.wait_for_selector("#stage-talk .talk-mark").bounding_box()
        corner = self.page.evaluate(
            "(() => { const o = ritornel.store.object('t'), r = ritornel.arranging.over.getBoundingClientRect(), s = ritornel.arranging.scale;"
            " return [r.left + (o.x + o.width) * s, r.top + o.y * s] })()"
        )
        self.assertLess(abs(mark["x"] + 10 - corner[0]), 3)
        self.assertLess(abs(mark["y"] + 10 - corner[1]), 3)
        self.page.evaluate("ritornel.store.select('objects', [])")
        self.say("A breath more.", choose=1)
        self.page.wait_for_selector(".tl-talk .talk-mark")
        self.assertEqual(
            [c.anchor for c in Comment.objects.all()],
            [{"slide": "one", "object": "t", "lineage": "t"}, {"slide": "one", "after": 0}],
        )
        self.page.goto(f"{self.live_server_url}/shows/{self.row.pk}/comments")
        self.page.wait_for_selector("html[data-ready=yes]")
        self.assertEqual(self.page.locator("#about .talk-words a").get_attribute("href"), "https://skarholm.example/")
        self.page.keyboard.press("r")
        self.page.keyboard.type("The great one.")
        self.page.keyboard.press("Control+Enter")
        self.page.wait_for_selector(".talk-said + .talk-said")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("s")
        self.until("ritornel.rows.length === 1")
        self.page.keyboard.press("Delete")
        self.page.wait_for_selector("#back")
        self.page.keyboard.press("Control+z")
        self.page.wait_for_selector("#back", state="detached")
        self.assertEqual(Comment.objects.filter(deleted_at=None).count(), 3)

    def test_what_a_looker_says_comes_to_the_desk_at_once_and_what_cannot_be_sent_stays(self):
        self.open_desk(self.row)
        self.until("ritornel.store.slide")
        context = self.new_context()
        self.addCleanup(context.close)
        theirs = self.new_page(context)
        self.owner = self.ebba
        self.sign_in(theirs)
        theirs.goto(f"{self.live_server_url}/shows/{self.row.pk}/comments")
        theirs.wait_for_selector("html[data-ready=yes]")
        theirs.keyboard.press("n")
        theirs.select_option("#place", "one")
        theirs.fill("#about textarea", "قنديل جميل")
        theirs.context.set_offline(True)
        theirs.click("#about .act-quiet")
        theirs.wait_for_selector("#about [role=alert]")
        theirs.context.set_offline(False)
        theirs.reload()
        theirs.wait_for_selector("html[data-ready=yes]")
        theirs.keyboard.press("n")
        self.assertEqual(theirs.input_value("#about textarea"), "قنديل جميل")
        theirs.select_option("#place", "one")
        theirs.click("#about .act-quiet")
        theirs.wait_for_selector(".talk-row")
        self.page.wait_for_selector("#book-talk .talk-mark")
        self.page.click("#book-talk .talk-mark")
        self.assertEqual(self.page.locator("dialog .talk-words").text_content(), "قنديل جميل")

    def test_who_watches_says_something_about_the_instant(self):
        self.owner, keeper = self.ebba, self.owner
        self.sign_in(self.page)
        self.owner = keeper
        self.page.goto(f"/shows/{self.row.pk}/look")
        self.until("window.player?.playhead")
        self.page.evaluate("player.pause(), player.seek(900)")
        self.page.mouse.move(300, 300)
        self.page.click("text=Say something here")
        self.page.keyboard.type("Here? k and space are no keys now.")
        self.page.keyboard.press("Control+Enter")
        self.page.wait_for_selector("text=It is said.")
        comment = Comment.objects.get()
        self.assertEqual((comment.by, comment.anchor), (self.ebba, {"slide": "one", "after": 900}))
