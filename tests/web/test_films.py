"""Films as jobs: made piece by piece, stopped and gone on with, taken up after a kill, fetched by their owner alone."""

import io
import shutil
from unittest.mock import patch

import av
from django.contrib.auth import get_user_model
from django.test import Client

from ritornel.films import making
from ritornel.films.models import Film
from ritornel.jobs import running
from ritornel.jobs.models import Job
from ritornel.jobs.running import Stopped
from ritornel.shows import in_rows
from tests.made import show, slide, step
from tests.material import OwnerCase

SMALL = {"kind": "mp4", "lines": 480, "fps": 24}
FADE = {"transition": {"type": "fade", "duration": 200}}


def made_here(_seconds, work, *args, memory=0, meanwhile=None):
    """What is done in a process of its own is done here: quicker, and the process has tests of its own."""
    if meanwhile is not None:
        meanwhile()
    return work(*args)


def without_tickets(case) -> None:
    """Jobs are done when a test does them; no pieces of another test are there."""
    for room in (running, making):
        case.enterContext(patch.object(room, "enqueue"))
    shutil.rmtree(making.films_folder(), ignore_errors=True)


class FilmCase(OwnerCase):
    """Has a show of four slides, and begins films of it."""

    def setUp(self):
        super().setUp()
        self.enterContext(patch.object(making, "done_apart", made_here))
        without_tickets(self)
        slides = [
            slide(step(f"s{n}", "alongside", 200, effect="fade"), id=f"slide-{n}", hold=300, **FADE) for n in range(4)
        ]
        chapters = [
            {"id": "a", "title": "First", "first": "slide-0"},
            {"id": "b", "title": "Second", "first": "slide-2"},
        ]
        self.row = self.keep(show(*slides, title="The lamp", chapters=chapters))
        self.address = f"/shows/{self.row.pk}/films"

    def post(self, path: str, body: dict, client: Client | None = None):
        return (client or self.client).post(f"{self.address}{path}", body, content_type="application/json")

    def told(self) -> list[dict]:
        return self.client.get(self.address).json()["films"]

    def work(self, most: int = 40) -> int:
        """Does the jobs that wait, as a worker does; how many those were."""
        return sum(running.work_on_next() for _ in range(most))

    def begun(self, **wished) -> Film:
        answer = self.post("", SMALL | wished)
        self.assertEqual(answer.status_code, 200, answer.content)
        return Film.objects.get(pk=answer.json()["films"][0]["id"])


class Films(FilmCase):
    def test_it_is_made_piece_by_piece_and_fetched(self):
        film = self.begun()
        self.assertEqual([one["state"] for one in self.told()], ["making"])
        self.work()
        (told,) = self.told()
        self.assertEqual(
            (told["state"], told["of"], told["width"], told["height"]), ("made", "the whole show", 854, 480)
        )
        fetched = self.client.get(told["address"])
        content = b"".join(fetched.streaming_content) if fetched.streaming else fetched.content
        self.assertEqual(len(content), told["size"])
        self.assertEqual(fetched["Content-Disposition"], 'attachment; filename="the-lamp.mp4"')
        with av.open(io.BytesIO(content)) as container:
            self.assertEqual(container.streams.video[0].width, 854)
            self.assertAlmostEqual(container.duration / 1000, told["length"], delta=60)
        film.refresh_from_db()
        self.assertEqual(film.document, "", "what it was made of is not needed any more")

    def test_only_what_changed_is_made_again(self):
        self.begun()
        self.work()
        counted = []
        with patch.object(
            making,
            "_make_apart",
            side_effect=lambda work, film, number, out: counted.append(number) or real(work, film, number, out),
        ):
            self.edit(self.row, {"do": "set-slides", "slides": ["slide-1"], "values": {"background": "#123456"}})
            cost = self.post("/cost", SMALL).json()
            self.assertTrue(0.3 < cost["share"] < 0.7, cost)
            self.begun()
            self.work()
        self.assertEqual(sorted(counted), [1, 2], "the slide, and the one that comes out of it")
        self.assertEqual([one["state"] for one in self.told()], ["made", "made"])

    def test_it_can_be_stopped_and_gone_on_with(self):
        film = self.begun()
        self.work(2)
        self.post(f"/{film.pk}", {"act": "stop"})
        self.work()
        (told,) = self.told()
        self.assertEqual((told["state"], told["made"]), ("stopped", 2))
        self.post(f"/{film.pk}", {"act": "again"})
        self.work()
        self.assertEqual(self.told()[0]["state"], "made")

    def test_a_stop_ends_what_is_being_made(self):
        film = self.begun()

        def stopped_meanwhile(_seconds, _work, *_args, memory=0, meanwhile=None):
            making.halt(Film.objects.get(pk=film.pk))
            meanwhile()
            raise AssertionError("it went on")

        with patch.object(making, "done_apart", stopped_meanwhile):
            self.work()
        self.assertFalse(Job.objects.filter(subject__startswith=film.pk.hex).exists())
        self.assertEqual(self.told()[0]["state"], "stopped")

    def test_what_a_killed_worker_leaves_is_taken_up_and_costs_one_piece(self):
        film = self.begun()
        self.work(1)

        class Killed(BaseException):
            """As by SIGKILL: nothing is tidied."""

        with patch.object(making, "done_apart", side_effect=Killed), self.assertRaises(Killed):
            running.work_on_next()
        self.assertEqual(Job.objects.filter(state=Job.WORKING).count(), 1)
        running.revive()
        counted = []
        with patch.object(
            making,
            "_make_apart",
            side_effect=lambda work, film, number, out: counted.append(number) or real(work, film, number, out),
        ):
            self.work()
        self.assertEqual(len(counted), len(film.pieces) - 1)
        self.assertEqual(self.told()[0]["state"], "made")

    def test_what_goes_wrong_is_said_and_can_be_tried_again(self):
        film = self.begun()
        with patch.object(making, "done_apart", side_effect=ValueError("a bug")), self.assertLogs("ritornel", "ERROR"):
            self.work()
        (told,) = self.told()
        self.assertEqual(told["state"], "trouble")
        self.assertIn("Try again", told["trouble"])
        self.post(f"/{film.pk}", {"act": "again"})
        self.work()
        self.assertEqual(self.told()[0]["state"], "made")

    def test_one_that_was_planned_by_an_earlier_version_is_planned_anew(self):
        film = self.begun()
        Film.objects.filter(pk=film.pk).update(pieces=[["0" * 32, 5], ["1" * 32, 5]])
        Job.objects.all().delete()
        self.told()
        self.work()
        (told,) = self.told()
        self.assertEqual((told["state"], Film.objects.get().pieces), ("made", film.pieces))

    def test_one_that_lost_its_jobs_goes_on_when_it_is_looked_at(self):
        self.begun()
        Job.objects.all().delete()
        self.told()
        self.work()
        self.assertEqual(self.told()[0]["state"], "made")

    def test_how_long_it_takes_is_known_from_the_last_ones(self):
        self.assertIsNone(self.post("/cost", SMALL).json()["seconds"])
        film = self.begun()
        self.work()
        Film.objects.filter(pk=film.pk).update(seconds=film.weight / 10, spared=0)
        cost = self.post("/cost", SMALL | {"fps": 60}).json()
        other = making.plan(self.row, in_rows.load(self.row), film.settings.__class__("mp4", 480, 60), None, "")
        self.assertAlmostEqual(cost["seconds"], other.weight / 10, delta=0.1)

    def test_a_chapter_and_a_slide_alone(self):
        self.assertEqual(self.begun(chapter=2).of, "chapter “Second”")
        self.assertEqual(self.begun(slides=["slide-1"]).of, "slide 2")
        self.work()
        lengths = [one["length"] for one in self.told()]
        self.assertLess(lengths[0], lengths[1])

    def test_what_cannot_be_made_is_said(self):
        for wished, words in (
            ({"chapter": 9}, "it has 2"),
            ({"slides": ["gone"]}, "choose others"),
            ({"lines": 481}, "among what the page offers"),
            ({"kind": "gone"}, "among what the page offers"),
            ({"kind": "wav"}, "nothing is heard"),
        ):
            answer = self.post("", SMALL | wished)
            self.assertEqual(answer.status_code, 400, wished)
            self.assertIn(words, answer.json()["error"])
            self.assertIn(words, self.post("/cost", SMALL | wished).json()["not"])
        with self.settings(ACCOUNT_MAX_BYTES=1000):
            self.assertIn("finds no room", self.post("", SMALL).json()["error"])

    def test_it_is_its_owners_alone_and_counts_as_theirs(self):
        film = self.begun()
        self.work()
        stranger = Client()
        stranger.force_login(get_user_model().objects.get(username="visitor"))
        address = f"/films/{film.pk}"
        self.assertEqual(stranger.get(address).status_code, 404)
        self.assertEqual(Client().get(address).status_code, 302)
        self.assertEqual(self.post(f"/{film.pk}", {"act": "stop"}, stranger).status_code, 404)
        self.assertEqual(self.post("", SMALL, stranger).status_code, 404)
        self.assertEqual(stranger.delete(f"{self.address}/{film.pk}").status_code, 404)
        self.client.delete(f"{self.address}/{film.pk}")
        self.assertEqual(self.client.get(address).status_code, 404)
        self.assertFalse(list(making.films_folder().glob(f"made/{film.pk.hex}*")))

    def test_pieces_that_nobody_asks_for_are_cleared_away(self):
        self.begun()
        self.work()
        with patch.object(making, "PIECES_STAY", making.timedelta(days=-1)):
            self.assertGreater(making.tidy_pieces(), 0)
        self.assertEqual(list(making.films_folder().glob("pieces/*/*")), [])
        self.assertEqual(self.told()[0]["state"], "made")
        self.begun()
        self.work()
        self.assertEqual([one["state"] for one in self.told()], ["made", "made"])


real = making._make_apart


class Apart(OwnerCase):
    def setUp(self):
        super().setUp()
        without_tickets(self)

    def test_pieces_are_made_in_processes_of_their_own_which_a_stop_ends(self):
        row = self.keep(
            show(
                slide(id="one", hold=600, **FADE),
                slide(id="two", hold=60_000, transition={"type": "cut"}),
                title="Apart",
            )
        )
        wished = making.FilmSettings("mp4", 480, 24)
        film = making.begin(making.plan(row, in_rows.load(row), wished, ["one"], "one"))
        self.assertEqual([running.work_on_next() for _ in range(3)], [True, True, False])
        film.refresh_from_db()
        self.assertIsNotNone(film.made_at)
        other = making.begin(making.plan(row, in_rows.load(row), making.FilmSettings("webm", 2160, 60), None, "all"))
        with (
            patch("ritornel.jobs.running.AtWork.look_up", side_effect=Stopped),
            patch("ritornel.jobs.running.AtWork.tell", side_effect=Stopped),
        ):
            running.work_on_next()
        self.assertFalse(other.piece(0).exists())
