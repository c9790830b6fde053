"""Changes of one show wait for one another, but not for ever."""

import threading
from unittest.mock import patch

from django.test import SimpleTestCase

from ritornel.shows.turns import in_turn


class Turns(SimpleTestCase):
    def in_another_thread(self, key: str) -> threading.Thread:
        def ask() -> None:
            with in_turn(key) as held:
                self.told.append((key, held))

        thread = threading.Thread(target=ask)
        thread.start()
        return thread

    def setUp(self):
        self.told: list[tuple[str, bool]] = []

    def test_one_waits_until_the_other_is_done(self):
        with patch("ritornel.shows.turns.PATIENCE_S", 60.0):
            with in_turn("lamp"):
                waiting = self.in_another_thread("lamp")
                self.in_another_thread("skerry").join()
                self.assertEqual(self.told, [("skerry", True)])
            waiting.join()
        self.assertEqual(self.told, [("skerry", True), ("lamp", True)])

    def test_nobody_waits_for_a_slow_one_for_ever(self):
        with patch("ritornel.shows.turns.PATIENCE_S", 0.01), in_turn("lamp"):
            self.in_another_thread("lamp").join()
            self.assertEqual(self.told, [("lamp", False)])
            with in_turn("lamp") as held:
                self.assertTrue(held, "what a change asks for meanwhile, it does not wait for")
        with in_turn("lamp") as held:
            self.assertTrue(held)
