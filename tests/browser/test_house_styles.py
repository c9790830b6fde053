"""House styles by the real hands: two gestures to another look, one to write in a place of the style."""

from ritornel.core.model import Text
from ritornel.core.styles import STYLES
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.test_objects import BOX, ObjectsCase
from tests.files import pdf, png

TITLE = {
    "id": "t",
    "kind": "text",
    "x": 90,
    "y": 80,
    "width": 600,
    "height": 90,
    "size": 60,
    "paragraphs": [{"text": "The bath"}],
}
LINES = {"id": "l", "kind": "text", "x": 90, "y": 220, "width": 600, "height": 300, "size": 40,
         "paragraphs": [{"text": "Afloat"}, {"text": "in mercury"}]}  # fmt: skip


class HouseStyles(ObjectsCase):
    def show(self):
        self.settled()
        self.row.refresh_from_db()
        return in_rows.load(self.row)

    def test_a_key_and_a_click_set_the_show_in_a_style_and_what_is_by_hand_can_follow(self):
        self.desk(TITLE, LINES)
        length = self.length()
        self.page.keyboard.press("h")
        self.page.wait_for_selector("[data-style=broadside] .stage-layer")
        self.page.click("[data-style=broadside]")
        self.page.wait_for_selector(".style-row.is-chosen [data-style=broadside]")
        kept = self.show()
        self.assertEqual((kept.style, kept.slides[0].kind, self.length()), ("broadside", "opening", length))
        offered = self.page.evaluate("[...document.querySelectorAll('#colours option')].map((o) => o.value)")
        self.assertLessEqual(set(STYLES["broadside"].palette.values()), set(offered))
        title = next(o for o in kept.slides[0].objects if o.id == "t")
        self.assertEqual((title.font, title.x, title.own), ("barlow-condensed", 48, ()))
        self.page.keyboard.press("Escape")
        self.page.evaluate("ritornel.store.edit({ do: 'set-objects', slide: 'one', values: { t: { x: 200 } } })")
        self.page.keyboard.press("h")
        self.page.click("dialog .found:has-text('“The bath” on') >> text=Follow the style")
        self.page.wait_for_selector("dialog .found:has-text('“The bath” on')", state="detached")
        self.assertEqual(next(o for o in self.show().slides[0].objects if o.id == "t").x, 48)
        self.page.keyboard.press("Escape")
        for _ in range(3):
            self.page.keyboard.press("Control+z")
        self.assertEqual(self.show().style, "")

    def test_a_new_show_begins_in_the_style_that_is_chosen_by_its_poster(self):
        self.desk()
        self.page.goto(f"{self.live_server_url}/")
        self.page.click("[name=title]")
        self.page.keyboard.type("The winter watch")
        self.assertTrue(self.page.is_visible(".poster:has-text('Linocut')"))
        self.page.click(".poster:has-text('Linocut')")
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector(".stage-layer")
        made = in_rows.load(Show.objects.get(title="The winter watch"))
        words = [(o.role, [p.text for p in o.paragraphs]) for o in made.slides[0].objects if isinstance(o, Text)]
        self.assertEqual((made.style, words), ("log-book", [("title", ["The winter watch"]), ("subtitle", [])]))

    def test_all_titles_get_the_colour_of_one_in_two_gestures(self):
        self.desk(TITLE, LINES)
        for command in ("{ do: 'set-style', style: 'fog' }", "{ do: 'add-slide', kind: 'list', ids: ['n'] }"):
            self.page.evaluate(f"ritornel.store.edit({command})")
        self.settled()
        self.page.evaluate("ritornel.store.select('objects', ['t'])")
        self.page.fill(".sheet [aria-label=Colour]", "#005599")
        self.page.dispatch_event(".sheet [aria-label=Colour]", "change")
        self.page.click(".own-look >> text=So in the style")
        self.page.wait_for_selector(".own-look", state="detached")
        titles = [o for s in self.show().slides for o in s.objects if o.role == "title"]
        self.assertEqual([(t.colour, t.own) for t in titles], [("#005599", ())] * 2)

    def test_a_new_slide_has_its_places_one_click_writes_and_its_kind_is_changed(self):
        self.desk(TITLE, LINES)
        self.page.evaluate("ritornel.store.edit({ do: 'set-style', style: 'night-watch' })")
        self.settled()
        self.page.keyboard.press("n")
        self.page.wait_for_selector(".prompt:text('Title')")
        self.settled()
        self.page.mouse.click(*self.on_stage(300, 110))
        self.page.wait_for_selector(".text-editor")
        self.page.keyboard.type("One finger")
        self.page.keyboard.press("Escape")
        one = self.kept(1)
        self.assertEqual(
            [(o.role, [p.text for p in o.paragraphs]) for o in one.objects if o.role == "title"],
            [("title", ["One finger"])],
        )
        self.assertEqual(self.page.input_value(".book-title >> nth=0"), "One finger")
        self.page.keyboard.press("Escape")
        self.page.click("#slide-settings")
        self.page.select_option("[aria-label='Kind of slide']", "quotation")
        self.assertEqual(self.kept(1).kind, "quotation")
        self.page.wait_for_selector(".prompt:text('Who said it')")
        self.page.keyboard.press("f")
        self.page.wait_for_selector(".prompt", state="hidden")

    def test_a_new_text_is_in_the_letters_of_the_style_and_its_ink_follows_the_ground(self):
        self.desk(BOX)
        self.page.evaluate("ritornel.store.edit({ do: 'set-style', style: 'enamel' })")
        self.settled()
        self.page.keyboard.press("t")
        self.page.wait_for_selector(".text-editor.is-empty")
        self.page.keyboard.type("Four tons")
        self.page.click("[aria-label^='Face:']")
        self.page.click("[role=menuitemradio]:has-text('Caveat')")
        self.assertIn("Caveat", self.page.inner_text("[aria-label^='Face:']"))
        self.page.keyboard.press("Escape")
        made = self.kept().objects[-1]
        enamel = STYLES["enamel"]
        self.assertEqual(
            (made.role, made.size, made.colour), ("body", enamel.looks["body"].size, enamel.palette["ink"])
        )
        self.assertEqual((made.font, made.own), ("caveat", ("font",)))

    def test_an_outline_dropped_with_its_picture_becomes_a_show(self):
        self.row = self.keep({"title": "Talk", "slides": [{"id": "empty"}]})
        self.open_desk(self.row)
        outline = "# How the lamp turns\n\nGood evening.\n\n## The lamp\n\n- four wicks\n- still too dark\n\n![](lamp.png) ![](gone.png)\n"
        self.page.evaluate(
            """([outline, picture]) => {
              const transfer = new DataTransfer();
              transfer.items.add(new File([outline], "talk.md", { type: "text/markdown" }));
              transfer.items.add(new File([new Uint8Array(picture)], "lamp.png", { type: "image/png" }));
              document.querySelector(".timeline").dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: transfer }));
            }""",
            [outline, list(png())],
        )
        self.page.wait_for_selector("#notice >> text=2 slides made")
        self.assertIn("Not found with it: gone.png", self.page.inner_text("#notice"))
        kept = self.show()
        self.assertEqual(
            ([s.kind for s in kept.slides], kept.slides[0].script), (["opening", "picture-and-text"], "Good evening.")
        )

    def test_pages_of_a_document_become_slides_with_their_words_as_script(self):
        self.row = self.keep({"title": "Talk", "slides": [{"id": "empty"}]})
        self.open_desk(self.row)
        begun = []
        self.page.on("request", lambda one: begun.append(one) if one.url.endswith("/library/uploads") else None)
        self.page.evaluate(
            """(document_) => {
              const transfer = new DataTransfer();
              transfer.items.add(new File([new Uint8Array(document_)], "talk.pdf", { type: "application/pdf" }));
              document.querySelector(".timeline").dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: transfer }));
            }""",
            list(pdf("The lamp floats.", "One finger turns it.")),
        )
        self.page.click("dialog >> text=Make slides")
        self.until("ritornel.store.shown.order.length === 2")
        kept = self.show()
        self.assertEqual([s.script for s in kept.slides], ["The lamp floats.", "One finger turns it."])
        self.assertEqual([o.width for s in kept.slides for o in s.objects], [1280, 1280])
        self.page.wait_for_timeout(600)  # nothing comes after it: the document lies on no slide beside its pages
        self.assertEqual(len(begun), 1)
