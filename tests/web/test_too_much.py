"""What costs more than it may, is asked too often, or has no turn: refused in a sentence, in time, and nobody else waits."""

import time
from itertools import count
from unittest.mock import patch

from django.core.cache import caches
from django.test import override_settings

from ritornel.jobs import queues
from ritornel.shows import pictures
from tests.made import show, slide
from tests.material import OwnerCase

GROUNDS = count(16)  # each its own, as what looks alike is drawn once
HEAVY = "".join(f'<path d="M0 0{"a40 20 0 0 1 60 70" * 900}"/>' for _ in range(40))
"""Arcs as no drawing has them: some 40 kB a second are what can be made of them."""


class Outlines(OwnerCase):
    def outline(self, drawing: str):
        body = f'<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">{drawing}</svg>'
        return self.client.post("/shows/outline?name=buoy.svg", body, content_type="application/octet-stream")

    def test_a_drawing_is_read_apart(self):
        self.assertIn("path", self.outline('<path d="M0 0L5 5"/>').json())

    def test_one_that_takes_too_long_is_refused_in_time(self):
        began = time.monotonic()
        answer = self.outline(HEAVY)
        self.assertEqual(answer.status_code, 400)
        self.assertIn("export it simpler", answer.json()["error"])
        self.assertLess(time.monotonic() - began, 5)

    def test_a_text_that_takes_too_long_is_refused(self):
        with patch("ritornel.desk.outlines.READING_S", 0.001):
            answer = self.client.post("/shows/outlined?name=long.md", "# A", content_type="text/plain")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("part it in two", answer.json()["error"])


PICTURES = "ritornel.shows.pictures"


class Pictures(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(id="one", background=f"#2030{next(GROUNDS):02x}")))
        self.address = f"/shows/{self.row.pk}/pictures/one"

    def test_a_slide_that_takes_too_long_is_its_ground_for_a_while(self):
        with patch(f"{PICTURES}.SECONDS", 0.001):
            answer = self.client.get(self.address)
        self.assertEqual((answer.status_code, answer["Cache-Control"]), (200, "no-store"))
        self.assertGreater(len(answer.getvalue()), 50)
        with patch(f"{PICTURES}.done_apart", side_effect=AssertionError):
            self.assertEqual(
                self.client.get(self.address)["Cache-Control"], "no-store"
            )  # it is not tried at once again
            self.assertEqual(self.client.get(f"/shows/{self.row.pk}/strip")["Cache-Control"], "no-store")
        for waits in (60, 120):  # then it is tried again, and after twice as long each time
            later = time.time() + waits
            with patch(f"{PICTURES}.time.time", return_value=later - 2), self.not_drawn():
                self.assertEqual(self.client.get(self.address)["Cache-Control"], "no-store")
            with patch(f"{PICTURES}.time.time", return_value=later + 2), patch(f"{PICTURES}.SECONDS", 0.001):
                self.assertEqual(self.client.get(self.address)["Cache-Control"], "no-store")
        with patch(f"{PICTURES}.time.time", return_value=time.time() + 242):
            self.assertNotEqual(self.client.get(self.address)["Cache-Control"], "no-store")

    def not_drawn(self):
        return patch(f"{PICTURES}.done_apart", side_effect=AssertionError)

    def test_who_gets_no_turn_is_told_to_come_again(self):
        held = [queues.drawing().taken("1000") for _ in range(2)]
        with patch("ritornel.jobs.queues.PATIENCE_S", 0.05):
            answer = self.client.get(self.address)
        for turn in held:
            turn.close()
        self.assertEqual((answer.status_code, answer["Retry-After"]), (429, "2"))
        self.assertIn("try again in a moment", answer.json()["error"])
        self.assertEqual(self.client.get(self.address).status_code, 200)

    def test_a_stage_of_soft_edges_is_drawn_in_time(self):
        soft = {"kind": "shape", "x": 0, "y": 0, "width": 1280, "height": 720, "soft_edge": 200}
        row = self.keep(show(slide(id="soft", objects=tuple({**soft, "id": f"o{n}"} for n in range(20)))))
        (made,) = row.slides.values_list("key", flat=True)
        drawn = self.client.get(f"/shows/{row.pk}/pictures/{made}")
        self.assertNotEqual(drawn["Cache-Control"], "no-store")
        self.assertTrue(next((pictures._path("x").parents[1]).glob("*/*.png")).is_file())


class Rates(OwnerCase):
    def setUp(self):
        super().setUp()
        caches["limits"].clear()
        self.row = self.keep(show(slide(id="one")))

    def test_what_is_asked_too_often_is_refused_with_when(self):
        asked = {
            "editions": lambda: self.client.post(f"/shows/{self.row.pk}/publish"),
            "uploads": lambda: self.client.post(
                "/library/uploads", {"name": "a.png", "size": 5}, content_type="application/json"
            ),
            "fetches": lambda: self.client.post("/library/fetches", {"address": " "}, content_type="application/json"),
            "outlines": lambda: self.client.post("/shows/outlined", "# A", content_type="text/plain"),
            "pictures": lambda: self.client.get(f"/shows/{self.row.pk}/strip"),
        }
        heads = {"pictures": lambda: self.client.head(f"/shows/{self.row.pk}/strip")}  # they cost as much
        for kind, ask in asked.items():
            with override_settings(RATES={kind: (2, 3600)}):
                first, second, third = ask(), heads.get(kind, ask)(), ask()
            self.assertNotIn(429, (first.status_code, second.status_code), kind)
            self.assertEqual(third.status_code, 429, kind)
            self.assertTrue(0 < int(third["Retry-After"]) <= 3600)
            self.assertRegex(third.json()["error"], r"too often; try again in \d+ s")
            self.client.force_login(self.other)
            with override_settings(RATES={kind: (2, 3600)}):
                self.assertNotEqual(ask().status_code, 429, f"{kind}: others are not to blame")
            self.client.force_login(self.owner)

    def test_a_page_is_answered_with_a_page(self):
        with override_settings(RATES={"editions": (0, 3600)}):
            answer = self.client.post(f"/shows/{self.row.pk}/publish", headers={"Sec-Fetch-Dest": "document"})
        self.assertContains(answer, "try again in", status_code=429)
