"""Another picture, clip or sound in the place of one: everywhere, with its in and out points as far as they go."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model.reading import read_show
from ritornel.core.model.uses import Uses, assets_used, uses_of
from tests.made import clip, edited, show, slide, step

MORE = [
    {"id": "film", "kind": "clip", "length": 10_000},
    {"id": "short", "kind": "clip", "length": 3_000},
    {"id": "tune", "kind": "sound", "length": 3_000, "has_sound": True},
    {"id": "horn", "kind": "sound", "length": 1_000, "has_sound": True},
    {"id": "snow", "kind": "picture"},
    {"id": "dusk", "kind": "picture"},
]


def made():
    spot = {"asset": "tune"}
    first = slide(
        step("a", sound=spot),
        objects=(clip("c", 9000, **{"in": 2000}), {"id": "t", "kind": "sound", "asset": "tune"}),
        id="one",
    )
    second = slide(
        id="two",
        objects=(clip("c2", 8000, **{"in": 4000}),),
        ground={"asset": "snow"},
        transition={"type": "fade", "sound": spot},
    )
    third = {
        "id": "three",
        "objects": [{"id": "p", "kind": "picture", "asset": "snow"}],
        "narration": {"asset": "tune"},
    }
    return read_show(
        {
            "slides": [first, second, third],
            "assets": MORE,
            "beds": [{"id": "bed", "asset": "tune", "in": 500, "out": 2500}],
        }
    )


class Replaced(TestCase):
    def test_where_each_is_used_is_told(self):
        found = uses_of(made())
        self.assertEqual(found, {"film": Uses((1, 2)), "tune": Uses((1, 2, 3), True), "snow": Uses((2, 3))})
        self.assertEqual(set(found), assets_used(made()))
        self.assertEqual(uses_of(show(slide(), beds=[{"asset": "tune"}])), {"tune": Uses((), True)})

    def test_it_stands_everywhere_and_nothing_else_is_touched(self):
        for old, new in (("tune", "horn"), ("snow", "dusk")):
            before = made()
            after = edited(before, do="replace-asset", old=old, asset=new)
            self.assertEqual(assets_used(after), assets_used(before) - {old} | {new})
            back = edited(after, do="replace-asset", old=new, asset=old)
            self.assertEqual(back.slides, before.slides)

    def test_in_and_out_points_stay_as_far_as_it_goes(self):
        after = edited(made(), do="replace-asset", old="film", asset="short")
        clips = [o for s in after.slides for o in s.objects if o.id in ("c", "c2")]
        self.assertEqual([(o.asset, o.in_ms, o.out_ms) for o in clips], [("short", 2000, None), ("short", 0, None)])
        after = edited(made(), do="replace-asset", old="tune", asset="horn")
        self.assertEqual((after.beds[0].in_ms, after.beds[0].out_ms), (500, None))
        longer = edited(
            edited(made(), do="replace-asset", old="film", asset="short"), do="replace-asset", old="short", asset="film"
        )
        self.assertEqual([o.in_ms for s in longer.slides for o in s.objects if o.id == "c"], [2000])

    def test_what_cannot_stand_there_is_refused(self):
        for asset, words in (("snow", "is a picture, and a clip is wanted"), ("gone", "not in the library")):
            with self.assertRaisesRegex(BadEdit, words):
                edited(made(), do="replace-asset", old="film", asset=asset)
        with self.assertRaisesRegex(BadEdit, "does not use that any more"):
            edited(made(), do="replace-asset", old="dusk", asset="snow")

    def test_one_object_alone_shows_another_and_all_else_of_it_stays(self):
        before = made()
        after = edited(before, do="exchange-asset", slide="one", object="c", asset="short")
        (was, now) = (next(o for o in m.slides[0].objects if o.id == "c") for m in (before, after))
        self.assertEqual((now.asset, now.in_ms, now.out_ms, now.lineage), ("short", 2000, None, was.lineage))
        self.assertEqual(after.slides[1:], before.slides[1:])
        self.assertEqual(after.slides[0].running_order, before.slides[0].running_order)
        for name, asset, words in (
            ("c", "snow", "a clip is wanted"),
            ("box", "snow", "select a picture"),
            ("c", "gone", "take it in"),
        ):
            with self.assertRaisesRegex(BadEdit, words):
                edited(before, do="exchange-asset", slide="one", object=name, asset=asset)
