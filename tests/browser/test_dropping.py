"""Files dropped on every page: where they go, and what is said of those that are not taken in."""

from ritornel.core.model.uses import assets_of
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.files import png, wav

DROP = """([files, where]) => {
  const transfer = new DataTransfer();
  for (const { name, bytes } of files) transfer.items.add(new File([new Uint8Array(bytes)], name));
  const drop = { dataTransfer: transfer, bubbles: true, cancelable: true };
  document.querySelector(where).dispatchEvent(new DragEvent("drop", drop));
}"""


class Dropping(BrowserCase):
    def drop(self, where: str, *files: tuple[str, bytes]) -> None:
        self.page.evaluate(DROP, [[{"name": name, "bytes": list(content)} for name, content in files], where])

    def test_pictures_on_the_list_of_shows_begin_a_show_with_them(self):
        page = self.page
        page.goto("/")
        page.wait_for_selector("html[data-ready]")
        page.fill("[name=title]", "Evening at the light")
        self.drop("main", ("b.png", png()), ("notes.xyz", b"?"), ("a.png", png("#102030")))
        page.wait_for_selector("dialog >> text=2 pictures into slides")
        page.click("text=Make slides")
        self.until("ritornel.store.kept.order.length === 2")
        self.assertEqual(page.evaluate("ritornel.store.shown.show.title"), "Evening at the light")
        page.reload()
        self.ready()
        self.assertEqual(page.locator("dialog[open]").count(), 0, "what was handed over is taken once")

    def test_what_is_chosen_there_is_taken_as_if_it_were_dropped(self):
        page = self.page
        page.goto("/")
        self.ready()
        files = [{"name": f"{name}.png", "mimeType": "image/png", "buffer": png()} for name in "ab"]
        page.set_input_files("#import input[type=file]", files)
        page.wait_for_selector("dialog >> text=2 pictures into slides")

    def test_what_is_dropped_on_the_contact_sheet_is_asked_about_on_the_desk(self):
        show = self.keep({"title": "Talk", "slides": [{"id": "one"}, {"id": "two"}]})
        page = self.page
        page.goto(f"/shows/{show.pk}/contact")
        page.wait_for_selector("html[data-ready]")
        self.drop("main", ("a.png", png()))
        page.wait_for_selector("dialog >> text=A picture into a slide")
        page.click("text=Make slides")
        self.until("ritornel.store.kept.order.length === 3")

    def test_each_file_that_is_not_taken_in_stays_listed_with_its_reason(self):
        page = self.open_desk(self.keep({"title": "Talk", "slides": [{"id": "one", "script": "Words."}]}))
        self.drop(".timeline", ("a.png", png()), ("torn.png", png()[:40]), ("b.png", png("#102030")))
        page.wait_for_selector("dialog >> text=3 pictures into slides")
        page.click("text=Make slides")
        page.wait_for_selector(".notice-left >> text=torn.png")
        page.wait_for_selector("#notice >> text=2 of 3 are slides now")
        self.drop("#notice .notice-left", ("bells.wav", wav(1.0)))
        page.click("dialog >> text=Only into the library")
        self.settled()
        self.assertEqual(page.locator(".notice-left li").count(), 1, "it stays, whatever is said after it")
        page.click("text=Close the list")
        self.assertEqual(page.locator(".notice-left").count(), 0)

    def test_the_same_picture_under_another_name_is_found_by_the_name_it_came_with(self):
        row = self.keep({"title": "Talk", "slides": [{"id": "one"}]})
        page = self.open_desk(row)
        self.drop(".timeline", ("a.png", png()), ("lamp.md", b"# First\n\n![it](a.png)\n"))
        page.wait_for_selector("#notice >> text=1 slide made")
        self.drop(".timeline", ("z.png", png()), ("more.md", b"# Second\n\n![it](z.png)\n"))
        self.until("ritornel.store.kept.order.length === 2")
        self.settled()
        pictures = [assets_of(slide) for slide in in_rows.load(Show.objects.get(pk=row.pk)).slides]
        self.assertEqual(len(pictures[0]), 1)
        self.assertEqual(pictures[0], pictures[1], "both slides have the one picture, whatever it was called")
