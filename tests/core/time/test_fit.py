"""Rests fitted to a length, and instants moved onto beats."""

from itertools import product
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.time.fit import CannotFit, fitted
from ritornel.core.time.on_beats import placed
from tests.examples import examples

RESTS = st.lists(st.tuples(st.integers(0, 9000), st.integers(0, 3000)), min_size=1, max_size=12)


class Fitted(TestCase):
    def test_all_by_one_factor_but_those_at_their_floors(self):
        self.assertEqual(fitted([1000, 2000, 3000], [0, 0, 0], 3000), [500, 1000, 1500])
        self.assertEqual(fitted([1000, 2000, 3000], [900, 400, 0], 3000), [900, 840, 1260])
        self.assertEqual(fitted([1000, 2000], [0, 0], 3001), [1000, 2001], "what is left over goes to the longest")

    @given(RESTS, st.integers(0, 60_000))
    @examples(150)
    def test_exact_above_the_floors_and_again_the_same(self, rests, whole):
        values, floors = [max(r, f) for r, f in rests], [f for _, f in rests]
        try:
            found = fitted(values, floors, whole)
        except CannotFit as error:
            if error.by_ms > 0:
                self.assertEqual(sum(floors) - whole, error.by_ms)
            else:
                self.assertFalse(any(values))
            return
        self.assertEqual(sum(found), whole)
        self.assertTrue(all(f >= floor for f, floor in zip(found, floors, strict=True)))
        self.assertEqual(fitted(found, floors, whole), found)
        free = [(f / v, v) for f, v, floor in zip(found, values, floors, strict=True) if f > floor + 1 and v > 400]
        for (one, a), (other, b) in product(free, free):
            self.assertAlmostEqual(one, other, delta=(len(values) + 1) * (1 / a + 1 / b))

    @given(RESTS, st.integers(0, 40_000), st.integers(0, 5000))
    @examples(100)
    def test_a_longer_whole_makes_no_rest_shorter(self, rests, whole, more):
        values, floors = [max(1, r, f) for r, f in rests], [f for _, f in rests]
        if sum(floors) > whole:
            return
        for one, other in zip(fitted(values, floors, whole), fitted(values, floors, whole + more), strict=True):
            self.assertLessEqual(one, other + 1)


class OnBeats(TestCase):
    def best(self, ends, least, moves, start, beats):
        """Every choice tried: the least sum of squares."""
        places = [n for n, can in enumerate(moves) if can]
        found = float("inf")
        for chosen in product(beats, repeat=len(places)):
            at, fine, cost = start, True, 0.0
            for n, (shortest, can) in enumerate(zip(least, moves, strict=True)):
                if can:
                    beat = chosen[places.index(n)]
                    fine = fine and beat >= at + shortest
                    cost += (beat - ends[n]) ** 2
                    at = beat
                else:
                    at += shortest
            if fine:
                found = min(found, cost)
        return found

    @given(
        st.lists(st.tuples(st.integers(200, 3000), st.integers(0, 1500), st.booleans()), min_size=1, max_size=4),
        st.integers(200, 900),
        st.integers(2, 9),
    )
    @examples(120)
    def test_it_is_the_best_of_all_choices(self, rows, apart, count):
        lasts = [max(length, least) for length, least, _ in rows]
        ends = [sum(lasts[: n + 1]) for n in range(len(lasts))]
        moves = [can for _, _, can in rows]
        least = [short if can else last for (_, short, can), last in zip(rows, lasts, strict=True)]
        beats = [apart * n for n in range(1, count + 1)]
        found = placed(ends, least, moves, 0, beats)
        best = self.best(ends, least, moves, 0, beats)
        if found is None:
            self.assertEqual(best, float("inf"))
            return
        cost = sum((f - e) ** 2 for f, e, can in zip(found, ends, moves, strict=True) if can)
        self.assertEqual(cost, best)
        begins = [0, *found[:-1]]
        self.assertTrue(all(f - b >= short for f, b, short in zip(found, begins, least, strict=True)))
        self.assertTrue(all(f in beats for f, can in zip(found, moves, strict=True) if can))
