"""What is sent can be read in the mailbox that stands in for everybody's."""

import tempfile
from pathlib import Path
from threading import Thread
from unittest import TestCase

import httpx
from django.core.mail import EmailMultiAlternatives, get_connection

from standins.mailbox.server import Mailbox


class Reading(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.box = Mailbox(self.folder)
        Thread(target=self.box.serve_forever, daemon=True).start()
        self.addCleanup(self.box.server_close)
        self.addCleanup(self.box.shutdown)

    def send(self, subject: str, words: str, *to: str, looks: str = ""):
        line = get_connection("django.core.mail.backends.filebased.EmailBackend", file_path=str(self.folder))
        mail = EmailMultiAlternatives(subject, words, "ritornel@localhost", list(to), connection=line)
        if looks:
            mail.attach_alternative(looks, "text/html")
        mail.send()

    def read(self, path: str) -> httpx.Response:
        return httpx.get(f"{self.box.address}/{path}")

    def test_nothing_was_sent(self):
        self.assertIn("Nothing has been sent yet", self.read("").text)
        self.assertEqual(self.read("ebba@skarholm.example").status_code, 404)

    def test_everybody_has_their_own_and_links_can_be_followed(self):
        long = "http://127.0.0.1:8000/offers/" + "a" * 60
        self.send("For you: “Lamp”", f"Come & see <it>.\n\n{long}\n", "ebba@skarholm.example", looks="<p>Come</p>")
        self.send("Later", "Later.", "malin@skarholm.example", "ebba@skarholm.example")
        self.assertIn('<a href="/malin%40skarholm.example">', self.read("").text)
        theirs = self.read("ebba@skarholm.example").text
        self.assertIn(f'<a href="{long}">', theirs)
        self.assertIn("Come &amp; see &lt;it&gt;.", theirs)
        self.assertIn("<b>For you: “Lamp”</b>", theirs)
        self.assertEqual(theirs.count("<article>"), 2)
        looks = [self.read(f"ebba@skarholm.example/{n}.html") for n in (0, 1, 2)]
        self.assertEqual(sorted(one.status_code for one in looks), [200, 404, 404])
        self.assertEqual(next(one.text.strip() for one in looks if one.status_code == 200), "<p>Come</p>")
        self.assertNotIn("<article>", self.read("malin@skarholm.example/0.html").text)
