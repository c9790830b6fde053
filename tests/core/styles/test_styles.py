"""House styles: each is whole and readable; going from one to another keeps content, timing, and what was set by hand."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.edits.styles import in_style
from ritornel.core.model import Show, Style, Text
from ritornel.core.model.roles import ORNAMENT, ROLES
from ritornel.core.model.writing import write_show
from ritornel.core.motion.builds import is_known
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import facts
from ritornel.core.styles import STYLES, style_of
from ritornel.core.styles.dressing import by_hand
from ritornel.core.styles.giving import placing_of, slots_of
from ritornel.core.styles.kinds import KINDS
from tests.core.edits.test_each_command import edited
from tests.examples import examples
from tests.made import show, slide, text

LARGE = 36
"""Words of this size and more need 3:1 (WCAG 2.2, 1.4.3: 24 CSS pixels; a stage is seen at half its size at least)."""
WORDS = {
    "title": ["What carries the lamp"], "subtitle": ["An evening at the light"], "number": ["2"],
    "statement": ["One finger turns four tons"], "body": ["A tower, 1861", "A lamp, four wicks", "A ring of prisms"],
    "caption": ["First snow"], "figure": ["20"], "label": ["miles it is seen"], "quotation": ["Dark is a colour too."],
    "source": ["a keeper"],
}  # fmt: skip


def full(style: str, kinds=tuple(KINDS)) -> Show:
    """A show with a slide of every kind in a style, with something in each of its places."""
    made = replace(show(), slides=())
    made = edited(made, do="set-style", style=style)
    for number, kind in enumerate(kinds):
        made = edited(made, do="add-slide", kind=kind, ids=[f"s{number}"])
    slides = []
    for one in made.slides:
        objects = [
            replace(o, paragraphs=tuple(text("t", *WORDS[o.role])["paragraphs"] and _lines(o.role)))
            if isinstance(o, Text)
            else o
            for o in one.objects
        ]
        slides.append(replace(one, objects=tuple(objects)))
    return edited(replace(made, slides=tuple(slides)), do="set-style", style=style)


def _lines(role: str):
    return show(slide(objects=(text("t", *WORDS[role]),))).slides[0].objects[1].paragraphs


def luminance(colour: str) -> float:
    parts = [int(colour[n : n + 2], 16) / 255 for n in (1, 3, 5)]
    red, green, blue = (c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts)
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: str, other: str) -> float:
    low, high = sorted((luminance(one), luminance(other)))
    return (high + 0.05) / (low + 0.05)


def tints_used(style: Style) -> set[str]:
    """Return every colour name that a style uses."""
    used = {look.colour for look in style.looks.values()}
    for placing in style.placings.values():
        used |= {placing.ground, *placing.inks.values(), *(one.colour for one in (*placing.slots, *placing.ornaments))}
        used |= {placing.below} if placing.below else set()
    return used


class Shipped(TestCase):
    def test_each_knows_every_kind_and_every_role_and_names_only_what_there_is(self):
        self.assertGreaterEqual(len(STYLES), 10)
        self.assertEqual(len({s.label for s in STYLES.values()}), len(STYLES))
        for name, style in STYLES.items():
            with self.subTest(name):
                self.assertEqual(set(style.placings), set(KINDS))
                self.assertEqual({r for r in ROLES if r not in ("picture", "speaker", ORNAMENT)}, set(style.looks))
                for kind, placing in style.placings.items():
                    self.assertEqual(tuple(slot.role for slot in placing.slots), KINDS[kind].roles)
                self.assertLessEqual(tints_used(style), set(style.palette))
                self.assertTrue(is_known("entrance", style.effect) and style.transition.type in TRANSITIONS)

    def test_words_are_read_on_what_they_stand_on(self):
        for name, style in STYLES.items():
            for kind, placing in style.placings.items():
                for slot in placing.slots:
                    look = style.looks.get(slot.role)
                    if look is None or kind == "full-picture":
                        continue
                    ink = style.palette[slot.colour if slot.colour != "ink" else look.colour]
                    middle = (slot.x + min(slot.width, 120) / 2, slot.y + slot.height / 2)
                    grounds = [placing.ground, *([placing.below] if placing.below else [])]
                    for o in placing.ornaments:
                        inside = o.x <= middle[0] <= o.x + o.width and o.y <= middle[1] <= o.y + o.height
                        if inside and not o.line and o.opacity == 1 and min(o.width, o.height) > 60:
                            grounds = [o.colour]
                    for ground in grounds:
                        least = 3 if look.size >= LARGE else 4.5
                        with self.subTest(f"{name} {kind} {slot.role} on {ground}"):
                            self.assertGreaterEqual(contrast(ink, style.palette[ground]), least)

    def test_places_lie_on_the_stage(self):
        for name, style in STYLES.items():
            for kind, placing in style.placings.items():
                for slot in placing.slots:
                    with self.subTest(f"{name} {kind} {slot.role}"):
                        self.assertTrue(slot.x >= 0 and slot.x + slot.width <= 1280)
                        self.assertTrue(slot.y >= 0 and slot.y + slot.height <= 720)


class Changing(TestCase):
    def test_there_and_back_is_as_it_was_and_nothing_but_looks_and_places_changes(self):
        for name in STYLES:
            made = full("night-watch")
            there = edited(made, do="set-style", style=name)
            with self.subTest(name):
                self.assertEqual(facts(there)["slides"], facts(made)["slides"])
                self.assertEqual([by_hand(s, STYLES[name]) for s in there.slides], [[]] * len(KINDS))
                words = [[o.paragraphs for o in s.objects if isinstance(o, Text)] for s in there.slides]
                self.assertEqual(words, [[o.paragraphs for o in s.objects if isinstance(o, Text)] for s in made.slides])
                back = edited(there, do="set-style", style="night-watch")
                self.assertEqual(write_show(back), write_show(made))

    @given(st.data())
    @examples(25)
    def test_what_was_set_by_hand_stays_whatever_styles_come(self, data):
        made = full("night-watch", ("opening", "list", "figures"))
        number = data.draw(st.integers(0, 2))
        one = made.slides[number]
        thing = data.draw(st.sampled_from([o for o in one.objects if isinstance(o, Text)]))
        values = data.draw(
            st.sampled_from(
                [
                    {"x": 333, "y": 111},
                    {"size": 77},
                    {"colour": "#123456"},
                    {"italic": True, "font": "plex-mono"},
                    {"width": 200},
                ]
            )
        )
        made = edited(made, do="set-objects", slide=one.id, values={thing.id: values})
        for _ in range(3):
            made = edited(made, do="set-style", style=data.draw(st.sampled_from(sorted(STYLES))))
            now = next(o for o in made.slides[number].objects if o.id == thing.id)
            known = {n: v for n, v in values.items() if n != "italic"}  # that a style may have too
            self.assertEqual({n: getattr(now, n) for n in known}, known)
        listed = by_hand(made.slides[number], style_of(made))
        self.assertIn(thing.id, [b.object for b in listed])
        made = edited(made, do="follow-style", slide=one.id, objects=[b.object for b in listed])
        self.assertEqual(by_hand(made.slides[number], style_of(made)), [])

    def test_a_ground_set_by_hand_stays_and_colours_in_words_go_over(self):
        made = full("night-watch", ("list", "blank"))
        lit = {
            "text": "One finger",
            "runs": [{"start": 0, "end": 3, "colour": STYLES["night-watch"].palette["accent"]}],
        }
        body = next(o for o in made.slides[0].objects if o.role == "body")
        made = edited(made, do="set-objects", slide="s0", values={body.id: {"paragraphs": [lit]}})
        made = edited(made, do="set-slides", slides=["s1"], values={"background": "#445566"})
        there = edited(made, do="set-style", style="enamel")
        run = next(o for o in there.slides[0].objects if o.role == "body").paragraphs[0].runs[0]
        self.assertEqual(run.colour, STYLES["enamel"].palette["accent"])
        self.assertEqual(
            (there.slides[0].background, there.slides[1].background), (STYLES["enamel"].palette["ground"], "#445566")
        )

    def test_ornaments_come_and_go_unless_they_were_changed_or_are_built(self):
        made = full("enamel", ("opening", "opening"))
        first = next(o for o in made.slides[0].objects if o.role == ORNAMENT)
        made = edited(made, do="set-objects", slide="s0", values={first.id: {"opacity": 0.4}})
        there = edited(made, do="set-style", style="slipway")
        left = [[o.id for o in s.objects if o.role == ORNAMENT and "enamel" in o.id] for s in there.slides]
        self.assertEqual(left, [[first.id], []])
        self.assertEqual(
            len([o for o in there.slides[1].objects if o.role == ORNAMENT]),
            len(placing_of(STYLES["slipway"], "opening").ornaments),
        )

    def test_long_words_are_set_smaller_and_large_again_where_there_is_room(self):
        made = full("slipway", ("list",))
        title = next(o for o in made.slides[0].objects if o.role == "title")
        long = {"paragraphs": [{"text": "The lens and its lamp weigh four tons. " * 30}]}
        made = edited(made, do="set-objects", slide="s0", values={title.id: long})
        there = edited(made, do="set-style", style="broadside")
        now = next(o for o in there.slides[0].objects if o.role == "title")
        self.assertLess(now.size, STYLES["broadside"].looks["title"].size)
        self.assertEqual(by_hand(there.slides[0], STYLES["broadside"]), [])


class Kinds(TestCase):
    def test_only_some_slides_are_set_in_it_for_a_look(self):
        made = full("night-watch")
        shown = in_style(made, "linocut", frozenset({made.slides[1].id}))
        self.assertEqual([a == b for a, b in zip(made.slides, shown.slides, strict=True)].count(False), 1)
        self.assertNotEqual(shown.slides[1], made.slides[1])
        own = edited(edited(made, do="keep-style", name="Ours"), do="set-style", style="linocut")
        self.assertEqual([s.name for s in own.styles], ["Ours"])
        self.assertEqual(edited(own, do="forget-style", name="Ours").styles, ())
        with self.assertRaisesRegex(BadEdit, "set in this style"):
            edited(edited(own, do="set-style", style="Ours"), do="forget-style", name="Ours")

    def test_a_new_slide_takes_its_kind_from_where_it_stands(self):
        made = edited(replace(show(), slides=()), do="set-style", style="linocut")
        for kind in ("", "", "", "chapter", "", "two-columns", "chapter", "", "statement", ""):
            made = edited(made, do="add-slide", kind=kind)
        expected = ["opening", "list", "list", "chapter", "list", "two-columns", "chapter", "list", "statement", "list"]
        self.assertEqual([s.kind for s in made.slides], expected)
        last = made.slides[-1]
        self.assertEqual([o.role for o in last.objects if o.role != ORNAMENT], ["title", "body"])
        self.assertEqual(
            (last.background, last.transition), (STYLES["linocut"].palette["ground"], STYLES["linocut"].transition)
        )

    def test_another_kind_moves_what_is_there_and_leaves_room_for_the_rest(self):
        made = edited(full("night-watch", ("list",)), do="set-kind", slides=["s0"], kind="quotation")
        one = made.slides[0]
        self.assertEqual(one.kind, "quotation")
        cast = {o.role: [p.text for p in o.paragraphs] for o in one.objects if isinstance(o, Text)}
        self.assertEqual(cast, {"quotation": WORDS["title"], "source": WORDS["body"]})
        empty = edited(replace(made, slides=()), do="add-slide", kind="figures", ids=["f"])
        one = edited(empty, do="set-kind", slides=["f"], kind="statement").slides[0]
        self.assertEqual([o.role for o in one.objects if o.role != ORNAMENT], ["statement"])
        self.assertEqual(by_hand(one, STYLES["night-watch"]), [])

    def test_a_role_gives_a_look_and_a_free_place(self):
        made = full("sea-chart", ("list",))
        made = edited(
            made, do="add-object", slide="s0", object={"id": "n", "kind": "text", "paragraphs": [{"text": "Note"}]}
        )
        made = edited(made, do="set-role", slide="s0", objects=["n"], role="caption")
        note = next(o for o in made.slides[0].objects if o.id == "n")
        self.assertEqual((note.font, note.italic, note.size), ("garamond", True, 28))
        self.assertNotIn("n", slots_of(made.slides[0], placing_of(STYLES["sea-chart"], "list")))

    def test_places_are_stretched_with_the_stage(self):
        wide = replace(show(), slides=(), width=1920, height=1080)
        made = edited(edited(wide, do="set-style", style="slipway"), do="add-slide", kind="list", ids=["a"])
        body = next(o for o in made.slides[0].objects if o.role == "body")
        self.assertEqual((body.x, body.width, body.size), (639, 1185, 48))


class Own(TestCase):
    def test_what_the_show_looks_like_is_kept_as_a_style_and_used_by_others(self):
        made = full("night-watch", ("opening", "list"))
        body = next(o for o in made.slides[1].objects if o.role == "body")
        made = edited(made, do="set-objects", slide="s1", values={body.id: {"x": 400, "colour": "#ff8800", "size": 33}})
        made = edited(made, do="keep-style", name="Ours")
        self.assertEqual((made.style, by_hand(made.slides[1], style_of(made))), ("Ours", []))
        made = edited(made, do="add-slide", kind="list", ids=["n"])
        fresh = next(o for o in made.slides[2].objects if o.role == "body")
        self.assertEqual((fresh.x, fresh.colour, fresh.size), (400, "#ff8800", 33))
        self.assertEqual(made.slides[2].background, made.slides[1].background)
        with self.assertRaises(BadEdit):
            edited(made, do="forget-style", name="Ours")
        there = edited(edited(made, do="set-style", style="fog"), do="forget-style", name="Ours")
        self.assertEqual((there.styles, there.style), ((), "fog"))
