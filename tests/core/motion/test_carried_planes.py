"""Carry between slides with planes: over the same plane the stage goes on; between others only what stands with it stays."""

from unittest import TestCase

from ritornel.core.model import Show
from ritornel.core.model.keys import VIEW_KEY
from ritornel.core.motion.flying import Flight, Seen
from ritornel.core.score import compile
from ritornel.core.score.frame import frame_at
from tests.made import show, slide

PLANE = {"x": 0, "y": 0, "width": 6400, "height": 3600}
HERE, THERE = Seen(1000, 500, 800, 0), Seen(5000, 3000, 400, 30)
BOX = {"id": "lamp", "kind": "shape", "lineage": "lamp", "x": 4900, "y": 2950, "width": 100, "height": 100}
STAR = {"id": "mark", "kind": "shape", "lineage": "mark", "x": 20, "y": 20, "width": 60, "height": 60, "role": "ornament"}  # fmt: skip


def at(seen: Seen, plane: dict | None = PLANE, kind: str = "carry", **more) -> dict:
    view = {"id": "v", "x": seen.x, "y": seen.y, "width": seen.width, "turn": seen.turn}
    goes = {"id": "to", "kind": "view", "view": "v", "trigger": "alongside"}
    transition = {"type": kind, "duration": 1000, "easing": "linear", **more}
    return slide(goes, objects=(BOX, STAR), plane=plane, views=[view], hold=2000, transition=transition)


def made(first: dict, second: dict) -> tuple[Show, int]:
    of = show({**first, "id": "one", "transition": {"type": "cut"}}, {**second, "id": "two"})
    return of, compile(of).starts[1]


class Carried(TestCase):
    def places(self, of: Show, time: float, key: str) -> list[tuple[float, ...]]:
        sheets = frame_at(of, compile(of), time).sheets
        return [thing.place for sheet in sheets for thing in sheet.things if thing.key == key and thing.opacity]

    def test_over_the_same_plane_the_move_goes_on(self):
        of, start = made(at(HERE), at(THERE))
        flight = Flight(HERE, THERE)
        for share in (0.0, 0.25, 0.5, 0.9):
            frame = frame_at(of, compile(of), start + 1000 * share)
            wanted = flight.at(share)
            for sheet in frame.sheets:
                scale = (sheet.view[0] ** 2 + sheet.view[1] ** 2) ** 0.5
                self.assertAlmostEqual(1280 / scale / wanted.width, 1, delta=0.02)
                across = sheet.view[0] * wanted.x + sheet.view[1] * wanted.y + sheet.view[2]
                self.assertAlmostEqual(across, 640, delta=12)
            self.assertEqual(set(self.places(of, start + 1000 * share, "mark")), {(1, 0, 0, 0, 1, 0, 0, 0, 1)})  # fmt: skip
        targets = compile(of).slides[1].transition.pieces[0].targets
        self.assertEqual(targets[-1].key, VIEW_KEY)

    def test_between_planes_that_are_not_the_same_things_come_and_go(self):
        for plane in (None, {**PLANE, "width": 5000}):
            of, _ = made(at(HERE, plane), at(THERE))
            self.assertEqual(compile(of).slides[1].transition.carried, (("mark", "mark"),))
        of, _ = made(at(HERE), at(THERE))
        self.assertIn(("lamp", "lamp"), compile(of).slides[1].transition.carried)

    def test_what_a_transition_keeps_stays_only_where_it_is_seen_in_the_same_place(self):
        for second, kept in ((HERE, 2), (THERE, 1)):
            of, start = made(at(HERE), at(second, kind="push-wipe", keeps=True))
            frame = frame_at(of, compile(of), start + 500)
            self.assertEqual(len(frame.sheets[-1].things), kept)
