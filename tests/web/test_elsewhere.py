"""Pieces of films that are made elsewhere: asked for once, joined when all are there, said when one cannot be made."""

from unittest.mock import patch

from django.test import override_settings

from ritornel.films import elsewhere, making
from ritornel.films.models import Film
from tests.stores import shared
from tests.web.test_films import FilmCase, made_here


class Memory:
    """As much of a Redis as is asked of it; nothing runs out."""

    def __init__(self):
        self.held = {}

    def set(self, key, value, nx=False, ex=None):
        if nx and key in self.held:
            return None
        self.held[key] = str(value).encode()
        return True

    def get(self, key):
        return self.held.get(key)

    def exists(self, *keys):
        return sum(key in self.held for key in keys)

    def delete(self, *keys):
        for key in keys:
            self.held.pop(key, None)


class Elsewhere(FilmCase):
    def setUp(self):
        super().setUp()
        self.store = shared(self)
        self.redis = Memory()
        self.enterContext(override_settings(REDIS="redis://made-up"))
        self.enterContext(patch.object(elsewhere, "_redis", lambda: self.redis))
        self.enterContext(patch.object(elsewhere, "done_apart", made_here))
        self.asked = []
        for ticket in (elsewhere.make_piece, elsewhere.go_on):
            self.enterContext(patch.object(type(ticket), "enqueue", lambda one, *args: self.asked.append((one, args))))

    def others_work(self):
        """Does what other machines were asked for, and what they ask for."""
        while self.asked:
            ticket, args = self.asked.pop(0)
            ticket.func(*args)

    def pieces(self) -> list[str]:
        return [name for name in self.store.objects if "/films/pieces/" in name]

    def test_each_is_asked_for_once_and_the_film_is_joined_here(self):
        film = self.begun()
        count = len(film.pieces)
        self.told()
        self.assertEqual(len(self.asked), count)
        self.assertEqual(self.work(), 0, "none is made here")
        self.others_work()
        self.assertEqual(len(self.pieces()), count)
        self.assertEqual(self.work(), 1)
        (one,) = self.told()
        self.assertEqual(one["state"], "made")
        self.assertEqual(len(self.client.get(one["address"]).getvalue()), one["size"])
        self.assertFalse([name for name in self.store.objects if "/films/asked/" in name])

    def test_one_that_is_there_is_not_made_again(self):
        self.begun()
        self.others_work()
        self.work()
        self.begun()
        self.assertEqual((len(self.asked), self.work()), (0, 1))

    def test_one_whose_maker_fell_silent_is_asked_for_again(self):
        film = self.begun()
        path = film.piece(0)
        self.asked.clear()
        self.redis.held.clear()  # what they said ran out
        self.redis.set(elsewhere._key("beat", path), "somebody")
        self.told()
        self.assertEqual(len(self.asked), len(film.pieces) - 1, "somebody is at the first")
        self.redis.delete(elsewhere._key("beat", path))
        self.told()
        self.assertEqual(len(self.asked), len(film.pieces))

    def test_what_goes_wrong_is_said_and_gone_on_with(self):
        film = self.begun()
        self.store.objects.clear()
        (making.films_folder() / "asked" / film.pk.hex).unlink()
        with self.assertLogs("ritornel", "ERROR"):
            self.others_work()
        self.told()
        (one,) = self.told()
        self.assertEqual(one["state"], "trouble")
        self.assertIn("its log says why", one["trouble"])
        self.client.post(f"{self.address}/{film.pk}", {"act": "again"}, content_type="application/json")
        self.others_work()
        self.work()
        self.assertEqual(self.told()[0]["state"], "made")

    def test_a_stop_ends_what_others_are_at(self):
        film = self.begun()
        making.halt(film)
        self.others_work()
        self.assertEqual(self.pieces(), [])
        making.again(Film.objects.get(pk=film.pk))
        self.others_work()
        self.assertEqual(len(self.pieces()), len(film.pieces))
