from unittest import TestCase

from tests.made import clip, spans, step, time_of


class Clusters(TestCase):
    def test_following_waits_for_the_whole_cluster_before(self):
        time = time_of(step("a", "following", 300), step("b", "alongside", 900), step("c", "following", 100))
        self.assertEqual(spans(time)["c"], (900, 1000))

    def test_first_step_of_group_0_opens_a_cluster_whatever_its_trigger(self):
        for trigger in ("alongside", "following"):
            self.assertEqual(spans(time_of(step("a", trigger, 300, delay=50))), {"a": (50, 350)})

    def test_delay_counts_from_the_clusters_beginning_and_repeats_follow_each_other(self):
        time = time_of(step("a", "following", 200), step("b", "following", 100, delay=40, repeat=3))
        self.assertEqual(spans(time)["b"], (240, 540))

    def test_alongside_after_a_cue_belongs_to_its_cluster(self):
        time = time_of(step("a", "cue", 500), step("b", "alongside", 100), waits={"1": 1000})
        self.assertEqual(spans(time), {"a": (1000, 1500), "b": (1000, 1100)})

    def test_group_0_starts_with_the_transition_if_the_slide_says_so(self):
        transition = {"type": "push", "duration": 700}
        self.assertEqual(spans(time_of(step("a", "following"), transition=transition))["a"][0], 700)
        early = time_of(step("a", "following"), transition=transition, builds_with_transition=True)
        self.assertEqual(spans(early)["a"][0], 0)


class Playing(TestCase):
    def test_play_takes_no_time_unless_the_clip_is_waited_for(self):
        steps = (step("p", "following", 0, kind="play", object="film"), step("a", "following", 500))
        self.assertEqual(spans(time_of(*steps, objects=(clip("film"),)))["a"], (0, 500))
        waited = time_of(*steps, objects=(clip("film", 4000, waited_for=True),))
        self.assertEqual(spans(waited)["a"], (4000, 4500))

    def test_played_length_knows_rate_and_plays_and_is_rounded_half_up(self):
        film = clip("film", 1001, **{"in": 0}, rate=2, plays=1, waited_for=True)
        played = time_of(step("p", "following", 0, kind="play", object="film"), objects=(film,))
        self.assertEqual(spans(played)["p"], (0, 501))
        film = clip("film", 3000, **{"in": 1000}, rate=1.6, plays=3, waited_for=True)
        played = time_of(step("p", "following", 0, kind="play", object="film"), objects=(film,))
        self.assertEqual(spans(played)["p"], (0, 3750))

    def test_the_slide_is_never_shorter_than_a_clip_that_is_waited_for(self):
        with_slide = time_of(objects=(clip("film", 9000, waited_for=True),), hold=0)
        self.assertEqual((with_slide.length_ms, with_slide.hold_reason), (9000, "clip"))
        self.assertEqual(time_of(objects=(clip("film", 9000),), hold=0).length_ms, 0)

    def test_no_out_point_means_the_assets_end(self):
        film = {"id": "film", "kind": "clip", "asset": "film", "waited_for": True, "in": 2500}
        self.assertEqual(time_of(objects=(film,), hold=0).length_ms, 7500)

    def test_an_early_cue_cuts_builds_but_not_a_waited_for_clip(self):
        time = time_of(
            step("p", "following", 0, kind="play", object="film"),
            step("a", "cue", 500),
            objects=(clip("film", 6000, waited_for=True),),
            narration={"out": 3000, "marks": [1000], "tail": 0},
        )
        self.assertEqual(spans(time), {"p": (0, 1000), "a": (1000, 1500)})
        self.assertEqual(time.length_ms, 6000)
