"""A show recorded at the lectern by real hands: tried, run, kept slide by slide, again, and never lost."""

from datetime import timedelta
from itertools import pairwise

import av
import numpy as np
from django.utils import timezone

from ritornel.core.model.roles import SPEAKER
from ritornel.core.score import compile
from ritornel.formats.samples import mono
from ritornel.library.models import Asset, Upload
from ritornel.publishing.models import Edition
from ritornel.shows import in_rows
from ritornel.takes.models import Passage, Run
from tests.browser.counting import CountingCase
from tests.browser.made_devices import FLASHES_AND_CLICKS
from tests.browser.test_accessibility import Axe
from tests.made import slide, step

STATE = "recording.state"
CALM_MS, CALM_TRIES = 90, 5


def drawn(page, *places: tuple[float, float], root: str = "#stage-now"):
    """Draws a stroke through places of the stage."""
    box = page.locator(root).bounding_box()
    scale = box["width"] / 1280
    there = [(box["x"] + x * scale, box["y"] + y * scale) for x, y in places]
    page.mouse.move(*there[0])
    page.mouse.down()
    for x, y in there[1:]:
        page.mouse.move(x, y, steps=6)
    page.mouse.up()


class RecordingAShow(CountingCase, Axe):
    def at_the_lectern(self, devices: bool = True):
        if devices:
            self.context.grant_permissions(["microphone", "camera"])
        slides = [slide(step("a", duration=0), id=f"s{n}", title=f"Slide {n}", script=f"Here is [1] word {n}.") for n in (1, 2, 3)]  # fmt: skip
        self.row = self.keep({"title": "Talk", "slides": slides, "style": "enamel"})
        self.come()

    def come(self):
        self.page.goto(f"/shows/{self.row.pk}/record")
        self.ready()

    def to(self, state: str, page=None):
        self.until(f"{STATE} === {state!r}", page)

    def now(self):
        self.row.refresh_from_db()
        return in_rows.load(self.row)

    def spoken_on(self, seconds: float):
        """Waits until so much more was spoken than until now, however slow the machine is."""
        self.spoken_for(self.page.evaluate("recording.recorder.fed / recording.devices.microphone.rate") + seconds)

    def spoken_for(self, seconds: float):
        self.until(f"recording.recorder.fed / recording.devices.microphone.rate > {seconds}")

    def made(self, count: int):
        self.until(
            f"recording.ledger.slides.flatMap((one) => one.passages).filter((one) => one.ready).length === {count}"
        )

    def test_three_slides_are_recorded_with_the_camera_one_of_them_again_and_published(self):
        self.at_the_lectern()
        page = self.page
        self.to("ready")
        self.check_now("before a show is recorded")
        page.select_option("select[aria-label='What is kept']", "both")
        self.until("recording.devices.camera?.stream && recording.state === 'ready'")
        page.keyboard.press("Space")
        self.to("running")
        self.spoken_for(0.5)
        self.press("i")
        drawn(page, (200, 150), (400, 320))
        self.press("i")
        self.spoken_on(0.5)
        page.keyboard.press("Space")  # the cue of the first
        page.keyboard.press("Space")  # the second
        self.context.set_offline(True)  # the line is cut while it is spoken
        self.spoken_on(1.2)
        page.keyboard.press("Space")
        page.keyboard.press("Space")  # the third
        self.spoken_on(1.0)
        told = page.evaluate("recording.recorder.state")  # what was given when, and where that lies in the voice
        self.check_now("while a show is recorded")
        self.context.set_offline(False)
        page.keyboard.press("Enter")
        self.to("ready")
        self.made(3)
        self.until("recording.ledger.slides.every((one) => one.passages[0].chosen)")
        one, two, _ = self.now().slides
        self.assertEqual([len(s.objects) for s in self.now().slides], [3, 2, 2])
        face, ink = one.objects[-2:]
        self.assertAlmostEqual(ink.x, 200, delta=2)
        self.assertAlmostEqual(ink.height, 170, delta=4)
        builds = {s.object: s for s in one.running_order}
        self.assertEqual((builds[ink.id].effect, builds[ink.id].trigger), ("draw", "alongside"))
        began = told["ink"]["0"][0]["points"][0][2]
        at = builds[ink.id].delay_ms + max(0, *(g.start_ms for g in compile(self.now()).times[0].groups if g.start_ms <= began))  # fmt: skip
        self.assertAlmostEqual(at, began, delta=30)
        self.assertEqual((face.role, face.in_step.voice, face.frame.corner_radius), (SPEAKER, one.narration.asset, 22))
        instants = [one for one in told["instants"] if one["kind"] in ("slide", "cue")]
        self.assertAlmostEqual(one.narration.marks[0], instants[1]["at"] - instants[0]["at"], delta=20)
        took = {p.slide: p.length_ms for p in Passage.objects.all()}
        for name, (start, end) in zip(("s1", "s2"), pairwise(voice for voice, _ in told["anchors"]), strict=True):
            self.assertAlmostEqual(took[name], end - start, delta=20)

        page.click(".ledger-row >> nth=1")
        self.check_now("the passages of a slide")
        page.keyboard.press("a")  # again
        self.to("running")
        self.spoken_for(0.8)
        page.keyboard.press("Space")
        page.keyboard.press("Space")  # it stops where the slide ends
        self.to("ready")
        self.made(4)
        self.assertEqual(self.now().slides[1].narration.asset, two.narration.asset)
        old = page.evaluate("recording.play.order[1][2]")
        page.click("text=Choose what was just recorded")
        self.until("recording.ledger.slides[1].passages[1].chosen")
        self.until(f"Math.abs(recording.play.order[1][2] - {old}) > 1")  # the lectern goes by what was chosen
        again = self.now().slides[1]
        self.assertNotEqual(again.narration.asset, two.narration.asset)
        self.assertEqual(again.objects[-1].in_step.voice, again.narration.asset)

        page.click("text=Listen >> nth=1")
        heard = "recording.ledger.hearing"
        self.until(f"{heard}.picture.checkVisibility() && {heard}.time > 300")
        off = f"{heard}.picture.currentTime * 1000 - {heard}.one.seen.in - {heard}.time"
        self.until(f"Math.abs({off}) < 60")
        self.until(f"{heard}.one === null && {heard}.picture.hidden")  # at its end

        page.goto(f"/shows/{self.row.pk}/#s1")
        self.ready()
        page.evaluate(f"ritornel.store.select('objects', [{face.id!r}])")
        page.click("text=Still from here")
        self.until("ritornel.store.slide.document.objects.at(-1).kind === 'picture'")
        page.keyboard.press("Alt+o")
        self.until("!ritornel.store.slide.document.objects.some((one) => one.role === 'speaker')")
        page.keyboard.press("Control+z")
        self.until("ritornel.store.slide.document.objects.some((one) => one.role === 'speaker')")
        self.settled()
        page.click("text=Publish")
        page.click(".way-row button:text-is('Publish')")
        page.wait_for_selector("article a[href*='/e/']")
        assets = Edition.objects.get().assets
        for part in self.now().slides:
            self.assertIn(part.narration.asset, assets)
            self.assertIn(next(o for o in part.objects if o.role == SPEAKER).asset, assets)

    def test_what_was_spoken_is_kept_when_the_page_is_closed_and_the_line_was_cut(self):
        self.at_the_lectern()
        page = self.page
        self.to("ready")
        page.keyboard.press("Space")
        self.to("running")
        self.spoken_on(1.2)
        page.keyboard.press("Space")
        page.keyboard.press("Space")
        self.until("recording.recorder.pieces.sent > 1")
        self.context.set_offline(True)
        self.spoken_on(2.0)
        page.keyboard.press("p")
        told = page.evaluate("recording.recorder.state")
        page.close(run_before_unload=False)
        self.context.set_offline(False)
        long_ago = timezone.now() - timedelta(hours=2)  # the server takes it to be left: what lies here comes first
        Run.objects.update(heard_of_at=long_ago)
        Upload.objects.update(touched_at=long_ago)
        self.page = self.new_page(self.context)
        self.come()
        self.made(2)
        self.assertEqual(Run.objects.filter(ended_at=None).count(), 0)
        lengths = {p.slide: p.length_ms for p in Passage.objects.all()}
        (first, _), (second, _) = told["anchors"]
        self.assertAlmostEqual(lengths["s1"], second - first, delta=20)
        self.assertGreater(lengths["s2"], told["now"][1] - second - 1200)  # a piece that was not whole yet is lost

    def test_without_devices_it_says_what_to_do_and_a_made_voice_and_a_made_picture_stand_in(self):
        self.at_the_lectern(devices=False)
        page = self.page
        self.to("troubled")
        self.assertIn("allow it beside the address", page.inner_text(".keep-trouble"))
        page.click("text=Let a made voice stand in")
        self.to("ready")
        page.select_option("select[aria-label='What is kept']", "both")
        self.to("troubled")
        self.check_now("a camera is not there")
        page.click("text=Let a made picture stand in")
        self.to("ready")
        page.select_option("select[aria-label='What is recorded']", "one")
        page.keyboard.press("Space")
        self.to("counting")
        page.keyboard.press("Escape")  # not yet
        self.to("ready")
        self.until("recording.recorder === null")
        page.keyboard.press("y")
        page.wait_for_selector("text=This show has no chapters")
        page.keyboard.press("Shift+A")  # from this slide on
        self.until("recording.live.until === 2 && recording.state === 'counting'")
        page.keyboard.press("Escape")
        self.to("ready")
        self.until("recording.recorder === null")
        page.keyboard.press("Space")
        self.to("running")
        self.until("recording.devices.level.loudest > -60")
        self.spoken_for(1.5)
        page.keyboard.press("Space")
        page.keyboard.press("Space")
        self.to("ready")
        self.made(1)
        self.assertEqual(Run.objects.count(), 1)
        page.click(".ledger-row >> nth=0")
        name = page.locator("[aria-label='Name of the first passage']")
        name.press_sequentially("pain vol")  # keys of the lectern are letters there
        self.assertEqual(
            page.evaluate("[recording.state, document.body.className.includes('is-inking')]"), ["ready", False]
        )
        name.fill("calm")
        name.press("Enter")
        self.until("recording.ledger.slides[0].passages[0].name === 'calm'")
        page.click("text=Take away")
        page.click("text=Bring back")
        page.wait_for_selector("text=Take away")
        page.wait_for_selector(".ledger-row:has-text('a made voice')")
        self.assertTrue(self.now().slides[0].narration.scratch)

        page.select_option("select[aria-label='What is kept']", "picture")
        self.to("ready")
        page.fill(".keep-named", "Ebba Lund, keeper of the light")
        page.click(".ledger-row >> nth=1")
        page.keyboard.press("Space")
        self.to("running")
        self.spoken_for(1.2)
        page.keyboard.press("Space")
        page.keyboard.press("Space")
        self.to("ready")
        self.made(2)
        two = self.now().slides[1]
        self.assertEqual((two.narration, two.objects[-2].role), (None, SPEAKER))
        self.assertEqual([p.text for p in two.objects[-1].paragraphs], ["Ebba Lund", "keeper of the light"])
        page.click("text=Watch")
        self.until("recording.ledger.hearing.picture.checkVisibility() && recording.ledger.hearing.time > 300")
        self.check_now("a passage that is watched")

    def record_with_a_pause(self, number: int) -> float:
        """Record the first slide for the given time; return how far the made devices were off, in ms."""
        page = self.page
        page.click(".ledger-row >> nth=0")
        page.keyboard.press("Space")
        self.to("running")
        page.evaluate("madeDevices.worst = 0")
        self.spoken_for(1.6)
        page.keyboard.press("p")
        page.wait_for_timeout(700)  # a pause is taken out of both
        page.keyboard.press("p")
        self.spoken_for(3.2)
        worst = page.evaluate("madeDevices.worst")
        page.keyboard.press("Enter")
        self.to("ready")
        self.made(number)
        if number > 1:
            page.click("text=Choose what was just recorded")
            self.until(f"recording.ledger.slides[0].passages[{number - 1}].chosen")
        return worst

    def test_who_speaks_is_seen_in_step_with_what_is_heard_from_a_second_flash_and_click_on(self):
        """A made camera flashes while a made microphone clicks: in what is kept they lie as near as they were."""
        self.at_the_lectern()
        self.page.add_init_script(FLASHES_AND_CLICKS)
        self.come()
        self.to("ready")
        page = self.page
        page.select_option("select[aria-label='What is kept']", "both")
        self.until("recording.devices.camera?.stream && recording.state === 'ready'")
        for number in range(1, CALM_TRIES + 1):
            worst = self.record_with_a_pause(number)
            if worst < CALM_MS:
                break
        else:
            self.skipTest(f"this machine is too busy to make a camera and a microphone: {worst:.0f} ms off")
        one = self.now().slides[0]
        face, voice = one.objects[-1], one.narration
        heard = mono(Asset.objects.get(sha256=voice.asset).path, 48_000)
        loud = np.abs(heard) > 0.2
        clicks = [n / 48 for n in np.flatnonzero(loud) if not loud[max(0, n - 12_000) : n].any()]
        with av.open(str(Asset.objects.get(sha256=face.asset).path)) as container:
            frames = [(f.time * 1000, f.to_ndarray(format="gray").mean() > 128) for f in container.decode(video=0)]
        flashes = [at for (_, dark), (at, light) in pairwise(frames) if light and not dark]
        apart = [min((flash - click - face.in_step.shift_ms for flash in flashes), key=abs) for click in clicks]
        self.assertGreater(len(clicks), 2)
        self.assertLess(np.percentile(np.abs(apart), 50), 60, (apart, clicks, flashes))
