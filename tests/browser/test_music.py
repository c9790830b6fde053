"""Music under a show by hand: beds on their lanes, changes on the beat, a show fitted to a length, sound in step."""

import numpy as np

from ritornel.core.score import compile
from ritornel.core.sound.spans import gain_at
from ritornel.shows import in_rows
from tests.browser.counting import CountingCase
from tests.files import wav, wave_of
from tests.made import slide
from tests.material import asset
from tests.music import beat_times, music
from tests.speech import made_voice


def song(tempo: float = 120, seconds: float = 20) -> bytes:
    return wave_of(music(beat_times(tempo, seconds)))


class Music(CountingCase):
    def show_of(self, *beds: dict, holds: tuple[int, ...] = (2300, 3100, 2700, 4100)) -> None:
        slides = [slide(id=f"s{n}", title=f"Slide {n + 1}", hold=hold) for n, hold in enumerate(holds)]
        chapters = [{"id": "c1", "title": "One", "first": "s0"}, {"id": "c2", "title": "Two", "first": "s2"}]
        self.row = self.keep({"title": "T", "slides": slides, "chapters": chapters, "beds": list(beds)})
        self.open_desk(self.row)
        self.page.keyboard.press("1")

    def core(self):
        return in_rows.load(self.row)

    def test_a_bed_under_a_chapter_gives_way_to_the_next_and_is_shaped_on_its_lane(self):
        asset(self.owner, "first.wav", wav(6.0))
        sea = asset(self.owner, "sea.wav", wav(3.0))
        self.show_of({"id": "sea", "asset": sea.sha256})
        self.page.evaluate("ritornel.store.focusSlide('s2')")
        self.gestures = 0
        self.press("Alt+m")
        self.write("first")
        self.press("Enter")
        self.until("ritornel.store.kept.show.beds.length === 2")
        self.assertEqual(self.took(), 3)
        sea, first = compile(self.core()).bed_spans
        self.assertEqual((first.start_ms, sea.end_ms), (5400, 7400))
        for at in (5400, 6000, 7400):
            power = (gain_at(sea, at) / gain_at(sea, 3000)) ** 2 + (gain_at(first, at) / gain_at(first, 9000)) ** 2
            self.assertAlmostEqual(power, 1, delta=0.02)
        # its end is dragged to the last slide, and goes along when one comes before
        last = f".tl-bed-end[data-bed={first.id}][data-end=end]"
        self.drag(last, dx=-4100 * self.page.evaluate("ritornel.timeline.scale"))
        self.assertEqual(self.core().beds[1].end.slide, "s3")
        # Alt and a press on the lane gives a point of the gain line; keys make it softer, and take it away
        box = self.page.locator(f".tl-bed[data-bed={first.id}]").bounding_box()
        self.page.keyboard.down("Alt")
        self.page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.page.keyboard.up("Alt")
        self.settled()
        self.page.focus(".tl-bed-point")
        for _ in range(6):
            self.page.keyboard.press("ArrowDown")
        self.settled()
        self.assertEqual(self.core().beds[1].line[0][1], -3)
        self.page.keyboard.press("Delete")
        self.settled()
        self.assertEqual(self.core().beds[1].line, ())

    def test_changes_fall_on_the_beat_and_the_show_lasts_just_so_long(self):
        tune = asset(self.owner, "tune.wav", song())
        self.assertGreater(len(tune.to_core().sound.beats), 30)
        self.show_of({"id": "bed", "asset": tune.sha256})
        self.page.keyboard.press("Escape")
        self.page.evaluate("ritornel.store.select('slides', ['s0', 's1', 's2', 's3'])")
        self.gestures = 0
        self.press("Alt+x")
        self.page.wait_for_selector("#lengths-told")
        self.press("Enter")
        self.until("ritornel.store.kept.show.beds.length && ritornel.store.settled")
        self.assertEqual(self.took(), 2)
        self.settled()
        times = [0.5 + n * 0.5 for n in range(40)]
        for start in compile(self.core()).starts[1:]:
            self.assertLess(min(abs(start / 1000 - at) for at in times), 0.05)
        self.gestures = 0
        self.page.evaluate("ritornel.store.select('slides', [])")
        self.press("Alt+l")
        self.page.fill("#fit-length", "0:21")
        self.page.keyboard.press("Enter")
        self.until("document.querySelector('#lengths-told')?.textContent.includes('0:21')")
        self.page.keyboard.press("Enter")
        self.until("ritornel.store.kept.length === 21000")
        self.press("Alt+l")
        self.page.fill("#fit-length", "0:01")
        self.page.keyboard.press("Tab")
        self.page.wait_for_selector("dialog .is-wrong")
        self.assertIn("too long", self.page.inner_text("dialog .is-wrong"))
        self.page.keyboard.press("Escape")

    def test_sound_keeps_step_through_a_jump_a_pause_a_loop_and_an_edit(self):
        sea = asset(self.owner, "sea.wav", wav(3.0))
        self.show_of(
            {"id": "sea", "asset": sea.sha256, "loop_from": 1000, "loop_to": 2900}, holds=(9000, 20_000, 30_000)
        )
        page = self.page
        sounds = "ritornel.stage.sound.sounds()"
        page.keyboard.press("Space")
        self.until(f"Object.keys({sounds}).length > 0 && ritornel.stage.time > 1200")
        self.assert_in_step()
        page.evaluate("ritornel.stage.playhead.seek(6000)")
        self.until("ritornel.stage.time > 6300")
        self.assert_in_step()
        off = page.evaluate(
            """(() => {
              const [key, place] = Object.entries(ritornel.stage.sound.sounds()).at(-1);
              return [key, place, ritornel.stage.time];
            })()"""
        )
        span = compile(self.core()).bed_spans[0]
        self.assertTrue(1000 - span.joint_ms <= off[1] <= 2900, off)
        now = "ritornel.stage.sound.graph.context.currentTime"
        gain = f"[...ritornel.stage.sound.scheduled.values()].filter((one) => one.began.at <= {now}).at(-1)?.gain.gain.value"
        before = page.evaluate(gain)
        page.evaluate("ritornel.store.edit({do: 'set-bed', bed: 'sea', values: {gain_db: -20}})")
        self.until(f"Math.abs({gain} / {before} - 0.1) < 0.02")
        page.keyboard.press("Space")
        self.until(f"Object.keys({sounds}).length === 0")
        page.evaluate("ritornel.stage.loopStretch([2000, 3000])")
        page.keyboard.press("Space")
        self.until("ritornel.stage.sound.drifts.length > 200")
        self.assert_in_step()


class Ducks(CountingCase):
    def test_how_far_a_bed_goes_down_is_dragged_and_set_by_keys(self):
        sea = asset(self.owner, "sea.wav", wav(3.0))
        said = made_voice("Every road in this town has a name, and most of them are wrong. Nobody minds.")
        voice = asset(self.owner, "voice.wav", said.content)
        slides = [slide(id="one", narration={"asset": voice.sha256})]
        row = self.keep(
            {"title": "T", "slides": slides, "beds": [{"id": "b", "asset": sea.sha256, "duck": {"depth_db": -6}}]}
        )
        self.open_desk(row)
        box = self.page.locator(".tl-duck").bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.drag_between((x, y), (x, y + 20))
        self.settled()
        self.assertEqual(in_rows.load(row).beds[0].duck.depth_db, -12)
        self.page.focus(".tl-duck")
        self.page.keyboard.press("ArrowUp")
        self.settled()
        self.assertEqual(in_rows.load(row).beds[0].duck.depth_db, -11)


class Beats(CountingCase):
    def test_beats_are_drawn_halved_and_tapped(self):
        tune = asset(self.owner, "tune.wav", song(100, 12))
        row = self.keep(
            {"title": "T", "slides": [slide(id="one", hold=9000)], "beds": [{"id": "b", "asset": tune.sha256}]}
        )
        self.open_desk(row)
        self.page.wait_for_selector(".tl-beats", state="attached")
        self.page.click(".tl-bed[data-bed=b]")
        self.page.wait_for_selector("dialog >> text=100 beats a minute")
        self.page.click("text=Half as many")
        self.settled()
        beats = in_rows.load(row).beds[0].beats
        self.assertAlmostEqual(float(np.median(np.diff(beats))), 1200, delta=30)
        self.page.click("text=As they were found")
        self.settled()
        self.assertEqual(in_rows.load(row).beds[0].beats, ())
