"""A mix as samples: what is heard where, in blocks, and measured."""

from collections.abc import Iterator
from unittest import TestCase

import numpy as np
from msgspec.structs import replace

from ritornel.core.sound import RATE
from ritornel.core.sound.mixing import Heard
from ritornel.core.sound.spans import Span
from ritornel.render.mix import BLOCK_MS, Mix

LENGTH = 12_000


def ramp(asset: str, start_s: float, pace: float) -> Iterator[np.ndarray]:
    """A sound of 20 s whose samples say where they stand: 0 to 0.2."""
    places = np.arange(int(start_s * RATE), 20 * RATE)
    for at in range(0, len(places), 4_321):
        block = (places[at : at + 4_321] / (100 * RATE)).astype(np.float32)
        yield np.stack([block, -block])


def mixed(*heard: Heard, first: int = 0, opened=ramp) -> tuple[np.ndarray, Mix]:
    mix = Mix(heard, LENGTH, opened)
    return np.concatenate(list(mix.blocks(first)), axis=1), mix


def span(**more) -> Span:
    return replace(Span("object", "a", "x", 500, 9000, 2000, 20_000, 2000), **more)


class Mixed(TestCase):
    def test_a_sound_stands_where_it_is_to_be_heard_to_the_sample(self):
        found, _ = mixed(Heard(span(), 1000))
        self.assertEqual(found.shape, (2, LENGTH * RATE // 1000))
        begins, ends = int(1.5 * RATE), 10 * RATE
        self.assertTrue((found[:, :begins] == 0).all())
        self.assertTrue((found[:, ends:] == 0).all())
        np.testing.assert_allclose(
            found[0, begins:ends], np.arange(2 * RATE, int(10.5 * RATE)) / (100 * RATE), atol=1e-6
        )
        np.testing.assert_array_equal(found[0], -found[1])

    def test_sounds_are_summed_with_their_gains(self):
        one, _ = mixed(Heard(span(), 0))
        other, _ = mixed(Heard(span(start_ms=3000, level_db=-6.0), 0))
        both, _ = mixed(Heard(span(), 0), Heard(span(start_ms=3000, level_db=-6.0), 0))
        np.testing.assert_allclose(both, one + other, atol=1e-6)

    def test_a_loop_is_continuous_over_blocks_and_joints(self):
        looped = span(source="bed", start_ms=0, end_ms=12_000, in_ms=4000, out_ms=7000, from_ms=4000, joint_ms=300)
        ones = lambda *_: iter([np.ones((2, 20 * RATE), np.float32) * 0.2])  # noqa: E731
        found, _ = mixed(Heard(looped, 0), opened=ones)
        # what is alike on both sides of a joint is up to 3 dB louder in its middle: power, not amplitude, is constant
        self.assertGreaterEqual(found.min(), 0.2 - 1e-3)
        self.assertLessEqual(float(np.abs(np.diff(found[0])).max()), 0.001)

    def test_it_can_be_taken_up_again_at_any_block(self):
        heard = (
            Heard(span(level_db=24.0), 0),
            Heard(span(source="bed", id="b", in_ms=0, out_ms=900, from_ms=300), 500),
        )
        whole, _ = mixed(*heard)
        for first in (1, 2):
            rest, _ = mixed(*heard, first=first)
            np.testing.assert_allclose(rest, whole[:, first * BLOCK_MS * RATE // 1000 :], atol=2e-3)

    def test_what_is_not_there_is_silent_and_what_ends_early_is_not_missed(self):
        found, mix = mixed(Heard(span(), 0), opened=lambda *_: iter(()))
        self.assertFalse(found.any())
        self.assertEqual(mix.measures().integrated, None)
        short, _ = mixed(Heard(span(), 0), opened=lambda *_: iter([np.ones((2, RATE), np.float32) * 0.1]))
        self.assertEqual(int((short[0] > 0).sum()), RATE)

    def test_what_is_too_loud_is_limited_and_its_work_is_told(self):
        found, mix = mixed(Heard(span(level_db=24.0), 0))
        self.assertLessEqual(float(np.abs(found).max()), 10 ** (-1 / 20) + 1e-4)
        measures = mix.measures()
        self.assertAlmostEqual(measures.true_peak, -1.0, delta=0.05)
        self.assertGreater(max(measures.limited), 3)
        self.assertGreater(measures.limited_ms, 1000)
        self.assertEqual(len(measures.levels), LENGTH // 100)

    def test_where_a_voice_is_hardly_louder_than_all_else_is_told(self):
        chance = np.random.default_rng(1)

        def noise(asset: str, start_s: float, pace: float) -> Iterator[np.ndarray]:
            yield chance.standard_normal((2, 20 * RATE)).astype(np.float32) * 0.1

        voice = span(source="narration", start_ms=1000, end_ms=11_000)
        under = span(source="bed", id="b", start_ms=0, end_ms=12_000, level_db=-20.0, gain=None)
        louder = span(source="bed", id="c", start_ms=6000, end_ms=8000, level_db=-6.0)
        _, mix = mixed(Heard(voice, 0), Heard(under, 0), Heard(louder, 0), opened=noise)
        clear = mix.measures().clear
        self.assertEqual((clear[5], clear[115]), (None, None))
        self.assertAlmostEqual(clear[30], 20, delta=0.5)
        self.assertAlmostEqual(clear[70], 6, delta=0.5)
