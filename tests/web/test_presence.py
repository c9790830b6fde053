"""Who is on a show just now, and what they hold: told to the others, and forgotten."""

import asyncio
import json
import uuid
from unittest.mock import patch

from django.core.cache import caches

from ritornel.shows import presence as room
from ritornel.shows.presence import Here, Presence, presence
from tests.made import show, slide
from tests.material import OwnerCase, run_apart


class Present(OwnerCase):
    def setUp(self):
        super().setUp()
        caches["limits"].clear()
        self.show = uuid.uuid4()

    def heard(self, *acts, first: Presence | None = None) -> list[tuple]:
        """What somebody hears who listens while things are done to a presence."""
        of = first or Presence()

        async def listen() -> list[tuple]:
            told: list[Here] = []
            leave = of.on(self.show, told.append)
            for act in acts:
                await asyncio.to_thread(act, of)
                await asyncio.sleep(0)
            leave()
            of.tell(self.show, Here("late", "late", "one"))
            await asyncio.sleep(0)
            return [(one.page, one.slide, one.holding) for one in told]

        return run_apart(listen())

    def test_what_one_does_the_others_hear_at_once_and_nothing_after_they_have_left(self):
        hand = {"do": "set-objects", "slide": "one", "values": {"t": {"x": 5}}}
        told = self.heard(
            lambda of: of.tell(self.show, Here("a", "ebba", "one")),
            lambda of: of.tell(self.show, Here("a", "ebba", "one", hand)),
            lambda of: of.tell(self.show, Here("a", "ebba", None)),
            lambda of: of.tell(uuid.uuid4(), Here("b", "malin", "two")),
        )
        self.assertEqual(told, [("a", "one", None), ("a", "one", hand), ("a", None, None)])

    def test_who_comes_later_hears_of_those_who_are_there_and_of_no_one_who_fell_silent(self):
        of = Presence()
        of.tell(self.show, Here("a", "ebba", "one"))
        self.assertEqual(self.heard(first=of), [("a", "one", None)])
        with patch.object(room.time, "time", lambda: 1e12):
            self.assertEqual(of.there(self.show), [])

    def test_another_process_learns_where_people_are_but_not_what_they_hold(self):
        here, there = Presence(), Presence()
        here.tell(self.show, Here("a", "ebba", "one", {"do": "x"}))
        told = self.heard(lambda of: of.look_elsewhere(), lambda of: of.look_elsewhere(), first=there)
        self.assertEqual(told, [("a", "one", None)])
        here.tell(self.show, Here("a", "ebba", "two"))
        self.assertEqual(self.heard(lambda of: of.look_elsewhere(), first=there)[-1], ("a", "two", None))

    def test_only_who_has_a_part_is_there_and_no_hand_holds_more_than_it_can(self):
        row = self.keep(show(slide(id="one", hold=3000)))

        def say(**more):
            body = json.dumps({"page": "p", "slide": "one", **more})
            return self.client.post(f"/shows/{row.pk}/here", body, content_type="application/json").status_code

        self.assertEqual(say(), 200)
        self.assertEqual([(one.name, one.slide) for one in presence.there(row.pk)], [("keeper", "one")])
        self.assertEqual(say(holding={"do": "x" * 70_000}), 413)
        self.assertEqual(say(page=""), 400)
        self.client.force_login(self.other)
        self.assertEqual(say(), 404)
