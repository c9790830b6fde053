"""What was set by hand in one title, for all titles: in each, or in the house style."""

from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.model import Text
from ritornel.core.styles import STYLES, style_of
from ritornel.core.styles.dressing import by_hand
from tests.core.edits.test_each_command import edited
from tests.core.styles.test_styles import full


def title(made, slide: int) -> Text:
    return next(o for o in made.slides[slide].objects if o.role == "title")


class Looks(TestCase):
    def setUp(self):
        made = full("fog", ("list", "list", "two-columns"))
        self.made = edited(
            made, do="set-objects", slide="s0", values={title(made, 0).id: {"colour": "#005599", "x": 640}}
        )

    def test_all_titles_get_the_colour_and_keep_their_places(self):
        made = edited(self.made, do="look-for-all", slide="s0", object=title(self.made, 0).id)
        self.assertEqual([title(made, n).colour for n in range(3)], ["#005599"] * 3)
        self.assertEqual([title(made, n).x for n in range(1, 3)], [title(self.made, n).x for n in range(1, 3)])
        self.assertEqual([title(made, n).own for n in range(1, 3)], [("colour",)] * 2)
        self.assertEqual(by_hand(made.slides[1], STYLES["fog"])[0].fields, ("colour",))
        bodies = [[o.colour for o in s.objects if o.role == "body"] for s in (*self.made.slides, *made.slides)]
        self.assertEqual(bodies[:3], bodies[3:])

    def test_in_the_style_what_follows_follows_and_ink_still_follows_its_ground(self):
        made = edited(self.made, do="look-in-style", slide="s0", object=title(self.made, 0).id)
        style = style_of(made)
        self.assertEqual(
            (made.style, style.label, [s.name for s in made.styles]), ("fog-changed", "Fog, changed", ["fog-changed"])
        )
        self.assertEqual([title(made, n).colour for n in range(3)], ["#005599"] * 3)
        self.assertEqual([title(made, n).own for n in range(3)], [()] * 3)
        self.assertEqual([title(made, n).x for n in range(2)], [640] * 2)  # of the same kind
        self.assertEqual(title(made, 2).x, title(self.made, 2).x)
        dark = edited(made, do="set-slides", slides=["s1"], values={"background": "#0a1020", "ground": None})
        self.assertEqual(title(dark, 1).colour, style.palette[style.turned[style.looks["title"].colour]])
        again = edited(made, do="set-objects", slide="s1", values={title(made, 1).id: {"size": 40}})
        again = edited(again, do="look-in-style", slide="s1", object=title(again, 1).id)
        self.assertEqual([s.name for s in again.styles], ["fog-changed"])
        self.assertEqual([title(again, n).size for n in range(3)], [40] * 3)
        fresh = edited(again, do="add-slide", kind="list", ids=["n"])
        self.assertEqual(title(fresh, 3).colour, "#005599")

    def test_what_cannot_be_shared_is_refused_in_words(self):
        for name in ("look-for-all", "look-in-style"):
            with self.assertRaisesRegex(BadEdit, "by hand|as the style has it"):
                edited(self.made, do=name, slide="s1", object=title(self.made, 1).id)
            bare = replace(
                self.made,
                slides=tuple(
                    replace(s, objects=tuple(replace(o, role="") for o in s.objects)) for s in self.made.slides
                ),
            )
            with self.assertRaisesRegex(BadEdit, "no role"):
                edited(bare, do=name, slide="s0", object=title(self.made, 0).id)
