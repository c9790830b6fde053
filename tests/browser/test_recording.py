"""A voice recorded on the desk by real hands: tried, spoken, kept; and what a crash or a lost line leave."""

from tests.browser.counting import CountingCase
from tests.browser.test_accessibility import Axe
from tests.made import step
from tests.material import asset
from tests.speech import made_voice

SCRIPT = "Four tons of glass. [1] There are none. All of it floats in a trough of mercury."
STATE = "ritornel.speaking?.state"


class RecordingVoices(CountingCase, Axe):
    def talk(self, microphone: bool = True, voice: bool = False):
        if microphone:
            self.context.grant_permissions(["microphone"])
        one = {"id": "one", "title": "The bath", "script": SCRIPT, "objects": [{"id": "box", "kind": "shape"}]}
        one["running_order"] = [step("a")]
        if voice:
            one["narration"] = {"asset": asset(self.owner, "voice.wav", made_voice(SCRIPT).content).sha256}
        self.row = self.keep({"title": "Talk", "slides": [one, {"id": "two"}]})
        self.open_desk(self.row)
        self.until("ritornel.store.slide")

    def come_to(self, state: str):
        self.until(f"{STATE} === {state!r}")

    def let_it_stand_in(self):
        self.come_to("troubled")
        self.assertIn("allow it beside the address", self.page.inner_text(".speaking-told"))
        self.press("m")
        self.come_to("ready")

    def voice(self):
        return self.show().slides[0].narration

    def record_for(self, pieces: int):
        """Records with the browser's made device until so many pieces have arrived."""
        self.page.keyboard.press("Alt+r")
        self.come_to("ready")
        self.page.keyboard.press("Space")
        self.come_to("recording")
        self.until(f"ritornel.speaking.recording.pieces.sent > {pieces}")

    def test_a_slide_is_spoken_and_lasts_as_its_voice_with_a_cue_at_its_words_where_there_is_no_microphone(self):
        self.talk(microphone=False)
        self.press("Alt+r")
        self.let_it_stand_in()
        self.check_now("before a voice is recorded")
        self.press("Space")
        self.come_to("recording")
        self.until("document.querySelectorAll('.speaking-said.is-past').length > 2")
        self.check_now("while a voice is recorded")
        self.come_to("done")
        self.check_now("after a voice was recorded")
        self.press("Enter")
        self.until(f"{STATE} === undefined")
        self.assertLessEqual(self.took(), 4)
        self.until("ritornel.store.kept.briefs.one.voice?.unheard === false")
        self.settled()
        voice = self.voice()
        self.assertEqual(voice.heard, "words")
        there = next(w for w in voice.said if w.text == "There")
        self.assertEqual(voice.marks, (there.start_ms - voice.in_ms,))

    def test_a_sentence_is_struck_out_and_one_is_spoken_over_by_keys_alone(self):
        self.talk(microphone=False, voice=True)
        self.until("ritornel.store.slide?.voice")
        before = self.page.evaluate(
            "ritornel.store.slide.voice.items.filter((i) => i.kind === 'word').map((i) => i.start)"
        )
        self.page.keyboard.press("Shift+w")
        self.page.wait_for_selector(".spoken-word")
        self.choose_words(4, 6)
        self.page.keyboard.press("Delete")
        self.until("document.querySelectorAll('.spoken-word.is-struck').length === 3")
        self.settled()
        self.page.keyboard.press("Escape")
        self.choose_words(7, 15)
        self.page.keyboard.press("Alt+r")
        self.let_it_stand_in()
        self.assertEqual(self.page.locator(".speaking-said").all_inner_texts()[0], "All")
        self.assertEqual(
            self.page.locator("[aria-label='What is recorded'] option:checked").inner_text(), "the chosen words"
        )
        self.page.keyboard.press("Space")
        self.come_to("before")
        self.come_to("done")
        self.page.keyboard.press("Enter")
        self.until("ritornel.store.kept.briefs.one.voice?.unheard === false && !ritornel.speaking")
        self.settled()
        voice = self.voice()
        self.assertEqual(len(voice.said), 16)
        self.assertEqual([w.start_ms for w in voice.said[:4]], before[:4])
        self.assertEqual(len(voice.kept), 2, "what was struck out stays out")
        self.page.click("[data-act=undo]")
        self.page.click("[data-act=undo]")
        self.until("ritornel.store.settled")
        self.settled()

    def choose_words(self, first: int, last: int):
        """Chooses words as spoken by keys, from one to another."""
        numbers = "ritornel.book.spoken.chosenWords"
        self.page.focus(".spoken-words")
        while (self.page.evaluate(numbers) or [-1])[0] < first:
            self.page.keyboard.press("ArrowRight")
        while self.page.evaluate(numbers)[1] <= last:
            self.page.keyboard.press("Shift+ArrowRight")

    def test_what_a_crash_leaves_is_offered_and_lacks_less_than_two_seconds(self):
        self.talk()
        self.record_for(3)
        spoken = self.page.evaluate("ritornel.speaking.recording.length")
        self.page.close()
        self.page = self.new_page(self.context)
        self.open_desk(self.row)
        self.page.click("#notice button:has-text('See it')")
        self.page.wait_for_selector("dialog >> text=1 The bath")
        self.check_now("recordings that were not kept")
        self.page.click("dialog >> text=Keep it")
        self.until("ritornel.store.kept.briefs.one.voice")
        self.settled()
        kept = self.page.evaluate("ritornel.store.shown.assets[ritornel.store.kept.briefs.one.voice.asset].length")
        self.assertGreater(kept, spoken - 2000)
        self.page.reload()
        self.ready()
        self.assertEqual(self.page.locator("#notice").inner_text(), "")

    def test_a_line_that_is_lost_loses_nothing_also_if_the_page_is_closed_meanwhile(self):
        self.talk()
        self.context.route("**/library/uploads/**", lambda route: route.abort())
        self.context.route("**/recordings", lambda route: route.abort())
        self.page.keyboard.press("Alt+r")
        self.come_to("ready")
        self.page.keyboard.press("Space")
        self.come_to("recording")
        self.page.wait_for_selector("text=It is kept in this browser: no line to the server.")
        self.until("ritornel.speaking.recording.pieces.count > 3")
        self.page.close()
        self.context.unroute_all()
        self.page = self.new_page(self.context)
        self.open_desk(self.row)
        self.page.click("#notice button:has-text('See it')")
        self.page.click("dialog >> text=Keep it")
        self.until("ritornel.store.kept.briefs.one.voice")
        kept = self.page.evaluate("ritornel.store.shown.assets[ritornel.store.kept.briefs.one.voice.asset].length")
        self.assertGreater(kept, 1900)

    def test_it_is_done_again_and_the_first_is_kept_all_the_same(self):
        self.talk()
        for _ in range(2):
            if self.page.evaluate(STATE) is None:
                self.page.keyboard.press("Alt+r")
                self.come_to("ready")
                self.page.keyboard.press("Space")
            else:
                self.page.keyboard.press("a")
            self.come_to("recording")
            self.until("ritornel.speaking.recording.length > 1200")
            self.page.keyboard.press("Space")  # the cue, by hand
            self.page.keyboard.press("Enter")
            self.come_to("done")
        self.page.select_option("[aria-label='Which is kept']", "0")
        lengths = self.page.evaluate("ritornel.speaking.recording.runs.map((run) => run.length)")
        self.page.click("text=Keep it")
        self.until(f"{STATE} === undefined && ritornel.store.kept.briefs.one.voice")
        self.settled()
        voice = self.voice()
        kept = self.page.evaluate(f"ritornel.store.shown.assets['{voice.asset}'].length")
        self.assertAlmostEqual(kept, lengths[0], delta=40)
        self.assertEqual(voice.by_hand, (1,))
        self.page.reload()
        self.ready()
        self.assertEqual(self.page.locator("#notice").inner_text(), "")
