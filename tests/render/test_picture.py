"""Slides as small pictures: letters are set in the faces that the core chose, and stand where it puts them."""

from io import BytesIO
from itertools import combinations
from unittest import TestCase

import numpy as np
from PIL import Image

from ritornel.core.text.families import FAMILIES
from ritornel.core.text.layout import set_text
from ritornel.core.text.places import words
from ritornel.render.picture import slide_png
from tests.made import show, text

SCRIPTS = {"latin": "ag", "greek": "λμ", "cyrillic": "дж", "japanese": "灯光", "hebrew": "שע", "arabic": "من"}
SIZE = 60


def pictured(letters: str, **style) -> bytes:
    made = show(
        {"objects": [text("t", letters, x=0, y=10, width=1000, height=100, size=SIZE, colour="#000000", **style)]}
    )
    return slide_png(made.slides[0], 1000, 120, lambda asset: None, 1000)


def inked(picture: bytes) -> np.ndarray:
    """The columns in which there is something."""
    shades = np.asarray(Image.open(BytesIO(picture)).convert("L"))
    return np.flatnonzero((shades < 128).any(axis=0))


class Letters(TestCase):
    def test_each_letter_of_every_script_is_drawn_as_itself_in_every_family(self):
        """A letter that its face does not have would be drawn as nothing, or as the same box as any other."""
        for font in FAMILIES:
            empty = pictured("", font=font)
            for script, letters in SCRIPTS.items():
                with self.subTest(font=font, script=script):
                    drawn = [empty, *(pictured(letter, font=font) for letter in letters)]
                    self.assertTrue(all(one != other for one, other in combinations(drawn, 2)))

    def test_words_of_lines_that_mix_directions_stand_where_the_core_puts_them(self):
        for line in ("שלום ABC עולם", "منارة 1861 تضيء", "one שלום עולם 12 two", "(שלום) Fyr, עולם"):
            with self.subTest(line):
                ((paragraph,),) = [
                    set_text(t) for t in show({"objects": [text("t", line, width=1000, size=SIZE)]}).slides[0].objects
                ]
                placed = sorted((p.x, p.x + p.width) for p in words(paragraph.lines[0]))
                columns = inked(pictured(line))
                of_words = [columns[(columns > left - 2) & (columns < right + 2)] for left, right in placed]
                self.assertEqual(sum(map(len, of_words)), len(columns))  # nothing between them
                for (left, right), its in zip(placed, of_words, strict=True):
                    self.assertTrue(its.min() - left < 9 and right - its.max() < 9, (left, right, its))

    def test_brackets_open_to_the_words_also_from_right_to_left(self):
        shades = np.asarray(Image.open(BytesIO(pictured("(שלום)"))).convert("L")) < 128
        rows = np.flatnonzero(shades[:, np.flatnonzero(shades.any(axis=0))[0]])
        high = np.flatnonzero(shades.any(axis=1))
        self.assertLess(
            rows.max() - rows.min(), (high.max() - high.min()) / 2
        )  # the back of the left one, not its ends
