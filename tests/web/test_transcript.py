"""A transcript as a page, a file and a PDF: the same words, times that lead into the newest edition."""

from unittest.mock import patch

import pypdfium2

from ritornel.publishing.models import Edition
from tests.made import show, slide, step
from tests.material import OwnerCase

SCRIPT = "Four tons of glass & mercury. [1] There are none."


class Transcripts(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        one = slide(step("a", duration=0), script=SCRIPT, id="one", title="The bath")
        self.row = self.keep(show(one, slide(id="two", script="שלום, مرحبا, 水."), title="How <it> turns"))
        self.address = f"/shows/{self.row.pk}/transcript"

    def edition(self) -> str:
        self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "stop"})
        return Edition.objects.get().token

    def test_the_page_has_what_is_said_and_times_that_lead_to_an_edition_once_there_is_one(self):
        before = self.client.get(self.address).content.decode()
        self.assertInHTML("<h1 class='page-title flex-1'>How &lt;it&gt; turns</h1>", before)
        self.assertIn("Four tons of glass &amp; mercury.", before)
        self.assertNotIn("/e/", before)
        token = self.edition()
        after = self.client.get(self.address).content.decode()
        self.assertIn(f"/e/{token}/?t=0", after)

    def test_the_file_needs_nothing_else(self):
        answer = self.client.get(f"{self.address}.html")
        content = answer.content.decode()
        self.assertEqual(content.count("data:image/png;base64,"), 2)
        self.assertIn("@media print", content)
        self.assertFalse([part for part in ('src="/', 'href="/', "url(") if part in content])
        self.assertIn('filename="how--it--turns-transcript.html"', answer["Content-Disposition"])

    def test_the_pdf_has_its_words_in_every_script_and_its_links(self):
        token = self.edition()
        content = self.client.get(f"{self.address}.pdf").content
        document = pypdfium2.PdfDocument(content)
        words = document[0].get_textpage().get_text_bounded()
        for part in ("Four tons of glass & mercury.", "[1]", "There are none.", "The bath", "שלום", "مرحبا", "水"):
            self.assertIn(part, words.replace("\u200e", ""))
        self.assertIn(f"/e/{token}/?t=".encode(), content)

    def test_a_long_script_goes_on_on_the_next_pages_beside_its_picture(self):
        long = slide(id="one", title="Long", script="Nobody hears a thing at all tonight. " * 150)
        row = self.keep(show(long, slide(id="two", script="The end."), title="Long"))
        document = pypdfium2.PdfDocument(self.client.get(f"/shows/{row.pk}/transcript.pdf").content)
        self.assertGreater(len(document), 1)
        for page in list(document)[1:]:
            self.assertGreater(page.get_textpage().get_charbox(0)[0], 200, "beside the picture, in points")
        self.assertIn("The end.", document[len(document) - 1].get_textpage().get_text_bounded())

    def test_only_its_owner_reads_it(self):
        self.client.force_login(self.other)
        for ending in ("", ".html", ".pdf"):
            self.assertEqual(self.client.get(self.address + ending).status_code, 404)

    def test_an_empty_show_says_what_will_stand_there(self):
        row = self.keep(show())
        self.assertIn("Nothing to read yet", self.client.get(f"/shows/{row.pk}/transcript").content.decode())
        self.assertEqual(self.client.get(f"/shows/{row.pk}/transcript.pdf").content[:5], b"%PDF-")

    def test_while_slides_are_drawn_it_says_how_many_and_goes_on_by_itself(self):
        with patch("ritornel.transcript.views.PATIENCE_S", -1.0):
            waits = self.client.get(f"{self.address}.pdf")
        self.assertEqual((waits.status_code, waits["Refresh"]), (200, "1"))
        self.assertIn("0 of 2", waits.content.decode())
        self.assertEqual(self.client.get(f"{self.address}.pdf").content[:5], b"%PDF-")
