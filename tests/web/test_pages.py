"""Pages of documents as pictures: sharp, with their words; what is none is refused in words."""

from django.contrib.auth import get_user_model
from PIL import Image

from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.pdf import tidied
from ritornel.library.models import Asset
from tests.files import pdf, png
from tests.material import OwnerCase, asset


class Documents(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)

    def test_a_page_becomes_a_picture_once_with_what_is_written_on_it(self):
        document = asset(self.owner, "Talk.pdf", pdf("The lamp floats.", "One finger."))
        self.assertEqual((document.kind, document.pages, document.width, document.height), ("document", 2, 320, 180))
        answers = [self.client.post(f"/library/media/{document.sha256}/pages/2").json() for _ in range(2)]
        self.assertEqual([a["words"] for a in answers], ["One finger."] * 2)
        self.assertEqual(answers[0]["asset"], answers[1]["asset"])
        picture = Asset.objects.get(sha256=answers[0]["asset"]["id"])
        self.assertEqual(
            (picture.kind, picture.name, picture.width, picture.height), ("picture", "Talk page 2.png", 2560, 1440)
        )
        with Image.open(picture.path) as drawn:
            dark, light = drawn.convert("L").getextrema()
        self.assertTrue(dark < 60 and light == 255)

    def test_pages_that_are_not_there_and_documents_of_others(self):
        document = asset(self.owner, "Talk.pdf", pdf("One"))
        self.assertEqual(self.client.post(f"/library/media/{document.sha256}/pages/2").status_code, 404)
        picture = asset(self.owner, "lamp.png", png())
        self.assertEqual(self.client.post(f"/library/media/{picture.sha256}/pages/1").status_code, 404)
        self.client.force_login(get_user_model().objects.create_user("stranger"))
        self.assertEqual(self.client.post(f"/library/media/{document.sha256}/pages/1").status_code, 404)

    def test_what_is_no_document_is_refused_in_words(self):
        for content, words in (
            (png(), "is really a PNG picture"),
            (b"%PDF-1.4 broken", "does not open as a PDF document"),
            (pdf(), "does not open as a PDF document"),
        ):
            with self.assertRaisesRegex(BadMedia, words):
                asset(self.owner, "talk.pdf", content)

    def test_words_are_put_together_as_they_are_said(self):
        self.assertEqual(
            tidied("The  lamp\r\nfloats in mer-\ncury.\nOne finger\nTurns it"),
            "The lamp floats in mercury.\nOne finger\nTurns it",
        )
