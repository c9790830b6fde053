"""Two pages of one show, with a commit of the one between any two queries of the other: nothing answered is lost."""

from contextlib import suppress

from django.contrib.auth import get_user_model
from django.db import connection
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as PropertyCase

from ritornel.core.edits import apply, read_command
from ritornel.core.edits.places import meet
from ritornel.shows import in_rows, keeping, stepping
from ritornel.shows.models import Show
from tests.examples import examples
from tests.made import LAMP, show, slide

EDITS = (
    {"do": "set-show", "values": {"title": "A"}},
    {"do": "set-show", "values": {"title": "B"}},
    {"do": "set-slides", "slides": ["one"], "values": {"hold": 700}},
    {"do": "set-slides", "slides": ["two"], "values": {"hold": 900}},
    {"do": "add-slide", "after": "one"},
    {"do": "delete-slides", "slides": ["two"]},
    {"do": "set-chapter", "slide": "one", "title": "Part"},
)
ACTS = st.one_of(st.sampled_from(EDITS), st.sampled_from(["undo", "undo", "redo"]))
MINE = st.lists(st.tuples(ACTS, st.integers(0, 12), st.lists(ACTS, min_size=1, max_size=3)), min_size=1, max_size=6)


class _Pages:
    """Two pages, each with the revision that it last heard of; what they ask is remembered by its command's id."""

    def __init__(self, row: Show) -> None:
        self.row, self.first = row, in_rows.load(row)
        self.have = {"mine": row.revision, "other": row.revision}
        self.asked: dict[str, tuple[str, int, dict | str]] = {}

    def ask(self, page: str, act: dict | str) -> None:
        name = f"c{len(self.asked)}"
        self.asked[name] = (page, self.have[page], act)
        by, base = keeping.Author(page, name), self.have[page]
        with suppress(keeping.Collision, stepping.NothingThere, ValueError):
            if isinstance(act, str):
                kept = getattr(stepping, act)(self.row.pk, base, by)
            else:
                kept = keeping.edit(self.row.pk, base, read_command(act), by)
            self.have[page] = kept.row.revision
            return
        self.have[page] = Show.objects.get(pk=self.row.pk).revision  # refused, the page takes the newest state

    def ask_with_commit_between(self, act: dict | str, query: int, others: list[dict | str]) -> None:
        """Ask for an act, and let the other page do something before the query of that number, not within a lock."""
        depth, counted, done = len(connection.savepoint_ids), 0, False

        def between(execute, sql, params, many, context):
            nonlocal counted, done
            if not done and len(connection.savepoint_ids) == depth and not sql.startswith("SAVEPOINT"):
                counted += 1
                if counted > query:
                    done = True
                    for other in others:
                        self.ask("other", other)
            return execute(sql, params, many, context)

        with connection.execute_wrapper(between):
            self.ask("mine", act)

    def replayed(self):
        """Return the show, and its place in the history, as the changes that were answered make them one by one."""
        line, place = [self.first], 0
        for change in self.row.changes.order_by("revision"):
            _, _, act = self.asked[change.command]
            if isinstance(act, str):
                place += -1 if act == "undo" else 1
                continue
            after = apply(line[place], read_command(act))
            if after != line[place]:
                line[place + 1 :] = [after]
                place += 1
        return line[place], place


class CommitsBetween(PropertyCase):
    def setUp(self):
        owner, _ = get_user_model().objects.get_or_create(username="keeper")
        made = show(slide(id="one", script=LAMP), slide(id="two"), slide(id="three"))
        self.row = keeping.create(owner, made)

    @examples(120)
    @given(MINE)
    def test_what_was_answered_stands_and_undoing_all_gives_the_first_state(self, asked):
        pages = _Pages(self.row)
        for act, query, others in asked:
            pages.ask_with_commit_between(act, query, others)
        self._nothing_met_unseen(pages)
        expected, place = pages.replayed()
        self.assertEqual(self._now(), (expected, place))
        for _ in range(place):
            row = Show.objects.get(pk=self.row.pk)
            stepping.undo(row.pk, row.revision)
        self.assertEqual(self._now(), (pages.first, 0))

    def _now(self):
        in_rows.forget()
        row, now = in_rows.loaded(Show.objects.get(pk=self.row.pk))
        return now, row.history_place

    def _nothing_met_unseen(self, pages):
        changes = list(self.row.changes.order_by("revision"))
        for change in changes:
            page, base, act = pages.asked[change.command]
            others = [c for c in changes if base < c.revision < change.revision and c.page != page]
            if isinstance(act, str):
                self.assertEqual([c.places for c in others if c.places], [], "a step back over what was not seen")
            for other in others:
                self.assertEqual(meet(map(tuple, change.places), map(tuple, other.places)), set())

    def test_a_row_is_not_moved_on_by_loading(self):
        stale = Show.objects.get(pk=self.row.pk)
        keeping.edit(self.row.pk, 0, read_command(EDITS[0]))
        in_rows.forget()
        at = in_rows.loaded(stale)
        self.assertEqual((stale.revision, at.row.revision, at.show.title), (0, 1, "A"))

    def test_two_pages_may_give_their_commands_the_same_id(self):
        for page, act in (("mine", EDITS[2]), ("other", EDITS[3])):
            keeping.edit(self.row.pk, 0, read_command(act), keeping.Author(page, "same"))
        self.assertEqual([s.hold_ms for s in self._now()[0].slides], [700, 900, None])
