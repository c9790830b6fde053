"""Credits say whose everything is that a show uses, and go on saying it by themselves."""

from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.edits.places import places_changed
from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.text.credits import credit_line, credit_lines, told
from ritornel.core.text.fitting import excess
from tests.made import edited, slide

KEEPERS = {"credit": "The keepers", "licence": "CC BY 4.0"}


def picture(key: str, asset: str) -> dict:
    return {"id": key, "kind": "picture", "asset": asset}


def made(*used: tuple[str, ...], **more) -> Show:
    assets = [
        {"id": "a", "kind": "picture", "name": "first-snow.jpg", **KEEPERS},
        {"id": "b", "kind": "picture", "name": "dusk.png", **KEEPERS},
        {"id": "c", "kind": "sound", "name": "bells.ogg", "length": 900, "licence": "CC0 1.0"},
        {"id": "d", "kind": "picture", "name": "mine.png"},
        {"id": "e", "kind": "clip", "name": "lens.webm", "length": 900, **KEEPERS},
    ]
    slides = [
        slide(objects=tuple(picture(f"o{n}", i) for n, i in enumerate(ids)), id=f"s{n}") for n, ids in enumerate(used)
    ]
    return read_show({"slides": slides, "assets": assets, **more})


def read(assets: list[dict]):
    return read_show({"slides": [{}], "assets": assets}).assets


def words(made_: Show, slide_id: str) -> list[str]:
    return [
        p.text
        for s in made_.slides
        if s.id == slide_id
        for o in s.objects
        if getattr(o, "tells", "")
        for p in o.paragraphs
    ]


class Credits(TestCase):
    def test_in_the_order_of_the_show_by_whose_they_are_and_ones_own_not_at_all(self):
        made_ = made(("b", "d"), ("a", "b", "e"), beds=[{"asset": "c"}])
        self.assertEqual(credit_lines(made_), ["Dusk, first snow, lens: The keepers, CC BY 4.0", "Bells: CC0 1.0"])
        self.assertEqual(credit_line(made_), "Pictures and clips: The keepers, CC BY 4.0 · Sound: CC0 1.0")
        self.assertEqual(credit_lines(made(("d",))), [])
        all_kinds = made(("a", "e"), beds=[{"asset": "c"}])
        same = tuple(replace(a, credit="The keepers", licence="CC BY 4.0") for a in all_kinds.assets)
        self.assertTrue(
            credit_line(replace(all_kinds, assets=same)).startswith("Pictures, clips and sound: The keepers")
        )

    def test_many_of_one_are_not_all_named(self):
        assets = read([{"id": f"p{n}", "kind": "picture", "name": f"p{n}.png", **KEEPERS} for n in range(9)])
        made_ = replace(made(tuple(f"p{n}" for n in range(9))), assets=assets)
        self.assertEqual(credit_lines(made_), ["P0, p1, p2, p3, p4, p5 and 3 more: The keepers, CC BY 4.0"])

    def test_a_slide_and_a_line_say_it_and_follow_what_is_used(self):
        for style in ("", "night-watch"):
            made_ = replace(made(("a",), ()), style=style)
            made_ = edited(made_, do="add-credits", ids=["credits"])
            made_ = edited(made_, do="add-credit-line", slide="s0")
            self.assertEqual([s.id for s in made_.slides], ["s0", "s1", "credits"])
            self.assertEqual(words(made_, "credits"), ["First snow: The keepers, CC BY 4.0"])
            self.assertEqual(words(made_, "s0"), ["Pictures: The keepers, CC BY 4.0"])
            more = told(edited(made_, do="add-bed", values={"asset": "c"}))
            self.assertEqual(words(more, "credits"), ["First snow: The keepers, CC BY 4.0", "Bells: CC0 1.0"])
            self.assertIs(told(more), more)
            with self.assertRaisesRegex(BadEdit, "has its credit line already"):
                edited(made_, do="add-credit-line", slide="s0")

    def test_one_reads_it_on_the_ground_it_stands_on(self):
        dark, light = "#211c2b", "#fffdf7"
        for ground, ink in (
            ("#000000", light), ("#fffdf7", dark), ("none", dark), ("#00ff00", dark), ("#ff0000", light), ("#0000ff", light),
            ("#ff00ff", light), ("#ffff00", dark), ("#808080", dark), ("#7e7e7e", light),
        ):  # fmt: skip
            made_ = edited(made(("a",)), do="set-slides", slides=None, values={"background": ground})
            line = edited(made_, do="add-credit-line", slide="s0").slides[0].objects[-1]
            slide_ = edited(made_, do="add-credits").slides[-1]
            self.assertEqual({line.colour, *(o.colour for o in slide_.objects)}, {ink})
            self.assertEqual(slide_.background, ground)

    def test_more_than_there_is_room_for_is_set_smaller(self):
        assets = read([{"id": f"p{n}", "kind": "picture", "name": "p.png", "credit": f"Author {n}"} for n in range(60)])
        made_ = replace(made(tuple(f"p{n}" for n in range(60))), assets=assets)
        text = edited(made_, do="add-credits").slides[-1].objects[-1]
        self.assertEqual((len(text.paragraphs), excess(text)), (60, 0))

    def test_what_one_writes_oneself_stays(self):
        made_ = edited(made(("a",)), do="add-credit-line", slide="s0", ids=["line"])
        own = edited(made_, do="set-objects", slide="s0", values={"line": {"paragraphs": [{"text": "By us all"}]}})
        moved = edited(made_, do="set-objects", slide="s0", values={"line": {"x": 5, "colour": "#ff0000"}})
        for after, said, tells in ((own, "By us all", ""), (moved, "Pictures: The keepers, CC BY 4.0", "credit-line")):
            line = told(after).slides[0].objects[-1]
            self.assertEqual(([p.text for p in line.paragraphs], line.tells), ([said], tells))

    def test_two_who_bring_something_each_do_not_meet_in_the_credits(self):
        made_ = edited(made(("a",), ()), do="add-credits", ids=["credits"])
        one = told(edited(made_, do="add-bed", values={"asset": "c"}))
        self.assertEqual({place[0] for place in places_changed(made_, one)}, {"beds"})
        own = edited(made_, do="set-objects", slide="credits", values={made_.slides[-1].objects[0].id: {"size": 33}})
        self.assertEqual({place[-1] for place in places_changed(made_, own)}, {"size"})  # a title is anybody's
