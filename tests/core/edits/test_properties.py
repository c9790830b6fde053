"""Whatever is done to a show, in whatever order: it stays a show, its words stay, and every step can be taken back."""

import itertools
import re
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import SimpleTestCase

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Show
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.reading import check_show, read_show
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile
from ritornel.core.time.running_order import split_into_groups
from ritornel.core.time.script import MARK
from tests.examples import examples
from tests.made import SHOWS

EXAMPLES = examples(80)
MOST = 6


def words_of(show: Show) -> list[list[str]]:
    return [re.sub(r"\s+", " ", MARK.sub(" ", s.script)).split() for s in show.slides]


@st.composite
def running_order_commands(draw: st.DrawFn, show: Show) -> dict[str, Any]:
    """An edit of one slide's running order; perhaps one that cannot be done."""
    slide = draw(st.sampled_from(show.slides))
    steps = [s.id for s in slide.running_order]
    some = draw(st.lists(st.sampled_from(steps), min_size=1, max_size=3, unique=True)) if steps else ["none"]
    cue = draw(st.integers(0, 4))
    command = draw(
        st.sampled_from(
            [
                {
                    "do": "move-steps",
                    "steps": some,
                    "cue": cue,
                    "index": draw(st.integers(0, 3)),
                    "new_cue": draw(st.booleans()),
                },
                {"do": "delete-steps", "steps": some},
                {
                    "do": "set-steps",
                    "steps": some,
                    "values": {"trigger": draw(st.sampled_from(["cue", "alongside", "following"]))},
                },
                {
                    "do": "add-builds",
                    "objects": ["box", "words"],
                    "effect": "fade",
                    "order": draw(st.sampled_from(["each", "together"])),
                    "by": draw(st.sampled_from(["whole", "level", "line", "word", "character"])),
                },
                {"do": "drag-build", "step": some[0], "by": draw(st.integers(-3000, 3000))},
                {
                    "do": "stretch-build",
                    "step": some[0],
                    "edge": draw(st.sampled_from(["start", "end"])),
                    "by": draw(st.integers(-3000, 3000)),
                },
                {"do": "drag-cue", "cue": max(1, cue), "by": draw(st.integers(-3000, 3000))},
                {"do": "drag-slide-end", "by": draw(st.integers(-3000, 3000))},
                {"do": "delete-objects", "objects": [draw(st.sampled_from(["box", "words"]))]},
                {"do": "duplicate-objects", "objects": ["box"]},
            ]
        )
    )
    return {**command, "slide": slide.id}


@st.composite
def histories(draw: st.DrawFn) -> list[Show]:
    """A show, and the shows that edits made of it one after another."""
    shows = [draw(SHOWS)]
    for _ in range(draw(st.integers(1, MOST))):
        command = read_command(draw(running_order_commands(shows[-1])))
        try:
            shows.append(apply(shows[-1], command))
        except BadEdit as refused:
            assert str(refused)
    return shows


class EveryHistory(SimpleTestCase):
    @EXAMPLES
    @given(histories())
    def test_every_state_is_a_show_that_can_be_written_and_timed(self, shows: list[Show]):
        for show in shows:
            check_show(show)
            self.assertEqual(read_show(write_show(show)), show)
            self.assertGreaterEqual(compile(show).length_ms, 0)

    @EXAMPLES
    @given(histories())
    def test_no_edit_of_the_running_order_touches_a_word_of_the_script(self, shows: list[Show]):
        for show in shows:
            self.assertEqual(words_of(show), words_of(shows[0]))

    @EXAMPLES
    @given(histories())
    def test_every_state_can_be_gone_back_to(self, shows: list[Show]):
        show = shows[-1]
        for before, after in reversed(list(itertools.pairwise(shows))):
            show = patched(show, patch_to(after, before))
            self.assertEqual(show, before)

    @EXAMPLES
    @given(histories())
    def test_a_mark_stands_at_most_once_and_every_group_but_the_first_is_opened_by_a_cue(self, shows: list[Show]):
        for slide in shows[-1].slides:
            marks = MARK.findall(slide.script)
            self.assertEqual(len(marks), len(set(marks)))
            for group in split_into_groups(slide.running_order)[1:]:
                self.assertEqual([s.trigger for s in group].index("cue"), 0)
                self.assertEqual([s.trigger for s in group].count("cue"), 1)

    @EXAMPLES
    @given(SHOWS, st.integers(-4000, 4000))
    def test_dragging_a_slides_end_changes_the_length_by_as_much_or_stops_at_what_is_needed(self, show: Show, by: int):
        before = compile(show)
        command = read_command({"do": "drag-slide-end", "slide": show.slides[0].id, "by": by})
        after = compile(apply(show, command))
        time = before.times[0]
        expected = max(time.needed_ms, time.length_ms + by) - time.length_ms
        self.assertEqual(after.length_ms - before.length_ms, expected)
