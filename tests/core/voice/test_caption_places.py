"""Where captions stand, and how large they are; that the page does the same is in tests/parity."""

from unittest import TestCase

from ritornel.core.voice.caption_places import FROM_EDGE, HEIGHTS, SIDES, is_above
from tests.made import show, slide, text


def place(*boxes: tuple[float, float], of: str = "free") -> bool:
    """Whether they are above texts that stand at (y, height) on a stage 720 high."""
    texts = (text(f"t{n}", "Four tons", y=y, height=height) for n, (y, height) in enumerate(boxes))
    made = show(slide(objects=tuple(texts)), captions={"place": of})
    return is_above(made.slides[0], made)


class CaptionPlaces(TestCase):
    def test_they_are_as_large_and_as_far_from_the_edges_as_the_drawings_have_them(self):
        self.assertEqual(HEIGHTS, {"small": 0.036, "usual": 0.044, "large": 0.056})
        self.assertEqual((SIDES, FROM_EDGE), (0.06, 0.055))

    def test_as_the_show_has_it(self):
        self.assertEqual([place((600, 100), of=of) for of in ("head", "foot")], [True, False])
        self.assertEqual([place((20, 100), of=of) for of in ("head", "foot")], [True, False])

    def test_free_they_make_room_for_a_text_at_the_foot(self):
        foot = 547.2  # 0.76 of 720
        self.assertEqual(
            [place(), place((500, 47)), place((500, 47.2)), place((500, 47.4))], [False, False, False, True]
        )
        self.assertTrue(place((300, 90), (foot, 90)), "one of many is enough")

    def test_but_not_where_one_stands_at_the_head_too(self):
        head = 172.8  # 0.24 of 720
        self.assertEqual([place((600, 90), (y, 20)) for y in (head - 0.1, head, head + 0.1)], [False, True, True])
        self.assertFalse(place((600, 90), (10, 20), (300, 20)), "one of many is enough")

    def test_pictures_are_no_texts(self):
        box = {"id": "p", "kind": "shape", "y": 600, "height": 110}
        made = show(slide(objects=(box,)))
        self.assertFalse(is_above(made.slides[0], made))
