"""Recorded runs: what arrives of them becomes a passage for each slide, chosen, again, and never lost."""

import uuid
from datetime import timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

import av
import numpy as np
from django.utils import timezone

from ritornel.core.model.roles import SPEAKER
from ritornel.core.score import compile
from ritornel.formats.samples import mono
from ritornel.library.models import Asset, Upload
from ritornel.library.tidying import tidy
from ritornel.shows import in_rows, stepping
from ritornel.takes.models import Passage, Run
from tests.made import show, slide, step
from tests.material import OwnerCase

RATE = 16_000
TONES = (300, 500, 800)
"""Hz that are heard on the first slide, the second, the third."""


def voice_of(seconds: float) -> bytes:
    """Samples in which every 2 s another tone is heard."""
    at = np.arange(int(seconds * RATE)) / RATE
    tone = np.choose(np.minimum(at // 2, 2).astype(int), TONES)
    return (np.sin(2 * np.pi * tone * at) * 9000).astype("<i2").tobytes()


def camera(seconds: float) -> bytes:
    """A camera's picture, as a browser gives it: every frame is as light as it is late."""
    with TemporaryDirectory() as folder:
        path = Path(folder) / "c.webm"
        with av.open(str(path), "w", format="webm") as container:
            stream = container.add_stream("libvpx", rate=20)
            stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
            stream.options = {"g": "10", "deadline": "realtime"}
            for n in range(int(seconds * 20)):
                frame = av.VideoFrame.from_ndarray(np.full((48, 64, 3), 20 + n, np.uint8), format="rgb24")
                frame.pts = n
                container.mux(stream.encode(frame))
            container.mux(stream.encode(None))
        return path.read_bytes()


class Runs(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        slides = [slide(step("a", duration=0), id=f"s{n}", script=f"Word {n}.", hold=1000) for n in (1, 2, 3)]
        self.row = self.keep(show(*slides))
        self.address = f"/shows/{self.row.pk}"

    def post(self, path: str, body: dict):
        return self.client.post(f"{self.address}/{path}", body, content_type="application/json")

    def begun(self, seen: bool = False, **about) -> dict:
        names = {"id": str(uuid.uuid4()), "voice": str(uuid.uuid4()), "rate": RATE, **about}
        names |= {"picture": str(uuid.uuid4())} if seen else {}
        self.assertEqual(self.post("runs", names).status_code, 200)
        return names

    def sent(self, name: str, content: bytes, size: int) -> int:
        pieces = [content[n : n + size] for n in range(0, len(content), size)]
        for number, piece in enumerate(pieces):
            answer = self.client.put(
                f"/library/uploads/{name}/{number}", piece, content_type="application/octet-stream"
            )
            self.assertEqual(answer.status_code, 200, answer.content)
        return len(pieces)

    def state(self, slides: list[str], *, ended: bool = True, late: int = 0, shift: int | None = None) -> dict:
        """Two seconds on each slide, a cue after 700 ms; its voice began ``late`` ms before."""
        instants, anchors = [], []
        for n, name in enumerate(slides):
            instants.append({"kind": "slide", "at": n * 2000, "slide": name})
            instants.append({"kind": "cue", "at": n * 2000 + 700, "slide": name, "cue": 1})
            anchors.append([n * 2000 + late, None if shift is None else n * 2000 + shift])
        end = len(slides) * 2000
        if ended:
            instants.append({"kind": "end", "at": end})
        return {
            "instants": instants,
            "anchors": anchors,
            "now": [end, end + late, None if shift is None else end + shift],
        }

    def recorded(self, slides: list[str], seen: bool = False, late: int = 0, shift: int = 0, **about) -> dict:
        names = self.begun(seen, **about)
        voice = self.sent(names["voice"], bytes(44) + voice_of(len(slides) * 2.0 + late / 1000), RATE * 2)
        picture = self.sent(names["picture"], camera(len(slides) * 2.0 + 1), 3000) if seen else 0
        state = self.state(slides, late=late, shift=shift if seen else None)
        answer = self.post(f"runs/{names['id']}", {"state": state, "over": True, "pieces": [voice, picture]})
        self.assertEqual(answer.json(), {"ended": True}, answer.content)
        return names

    def ledger(self) -> dict:
        return self.client.get(f"{self.address}/passages").json()

    def now(self):
        return in_rows.load(type(self.row).objects.get(pk=self.row.pk))

    def test_each_slide_has_its_stretch_of_the_voice_and_lasts_as_it(self):
        self.recorded(["s1", "s2", "s3"], late=40)
        told = self.ledger()
        self.assertEqual([len(s["passages"]) for s in told["slides"]], [1, 1, 1])
        self.assertTrue(all(s["passages"][0]["chosen"] for s in told["slides"]))
        now = self.now()
        for one, time, tone in zip(now.slides, compile(now).times, TONES, strict=True):
            self.assertEqual((time.length_ms, time.groups[1].start_ms), (2000, 700))
            asset = Asset.objects.get(sha256=one.narration.asset)
            heard = mono(asset.path, 48_000)[one.narration.in_ms * 48 : one.narration.out_ms * 48]
            middle = heard[9600:-9600] * np.hanning(len(heard) - 19_200)
            self.assertAlmostEqual(float(np.argmax(np.abs(np.fft.rfft(middle)))) * 48_000 / len(middle), tone, delta=2)
            begins = one.narration.in_ms - 40 if tone == TONES[0] else one.narration.in_ms  # its cut is exact
            self.assertEqual(begins, 0 if tone == TONES[0] else 300)
        self.assertFalse(Upload.objects.exists(), "what was made of it is kept instead")

    def test_who_speaks_is_seen_with_the_frame_that_was_there_at_that_instant(self):
        self.recorded(["s1", "s2"], seen=True, late=40, shift=210)
        for number, one in enumerate(self.now().slides[:2]):
            (face,) = (o for o in one.objects if o.role == SPEAKER)
            path = Asset.objects.get(sha256=face.asset).path
            with av.open(str(path)) as container:
                frames = [(f.time * 1000, int(f.to_ndarray(format="rgb24").mean())) for f in container.decode(video=0)]
            at = one.narration.in_ms + face.in_step.shift_ms  # with the passage's first instant
            light = min(frames, key=lambda frame: abs(frame[0] - at))[1]
            self.assertAlmostEqual(light - 20, (2000 * number + 210) / 50, delta=1.5)

    def test_a_picture_alone_is_seen_and_leaves_the_voice_as_it_is(self):
        self.recorded(["s1"])
        spoken = self.now().slides[0].narration
        self.recorded(["s1", "s2"], seen=True, shift=100, kept="picture")
        one, two = self.now().slides[:2]
        self.assertEqual((one.narration, two.narration), (spoken, None))
        for each in (one, two):
            (face,) = (o for o in each.objects if o.role == SPEAKER)
            self.assertEqual(
                (face.in_step, face.muted, Asset.objects.get(sha256=face.asset).kind), (None, True, "clip")
            )
        self.assertEqual((two.waits["1"], compile(self.now()).times[1].length_ms), (700, 2000))
        told = self.ledger()["slides"][0]["passages"]
        self.assertEqual([(p["chosen"], p["ready"], p["voice"] is None) for p in told], [(True, True, False), (True, True, True)])  # fmt: skip
        without = {"id": str(uuid.uuid4()), "voice": str(uuid.uuid4()), "rate": RATE, "kept": "picture"}
        self.assertContains(self.post("runs", without), "needs a picture", status_code=400)

    def test_what_a_made_voice_said_is_a_scratch_voice_that_the_next_passage_takes_the_place_of(self):
        self.recorded(["s1"], made=True)
        self.assertTrue(self.now().slides[0].narration.scratch)
        made = self.now().slides[0].narration.asset
        self.recorded(["s1"])
        self.assertEqual((self.now().slides[0].narration.scratch, self.now().slides[0].narration.asset != made), (False, True))  # fmt: skip

    def test_who_speaks_is_named_as_was_said_when_it_was_begun(self):
        self.recorded(["s1"], seen=True, named="Ebba Lund\nkeeper", placing="whole")
        *_, face, name = self.now().slides[0].objects
        self.assertEqual((face.width, [p.text for p in name.paragraphs]), (1280, ["Ebba Lund", "keeper"]))

    def test_again_stays_beside_the_old_one_until_it_is_chosen_and_one_undo_takes_that_back(self):
        self.recorded(["s1", "s2"])
        first = self.now().slides[1].narration.asset
        self.recorded(["s2"])
        self.assertEqual(self.now().slides[1].narration.asset, first)
        two = self.ledger()["slides"][1]["passages"]
        self.assertEqual([p["chosen"] for p in two], [True, False])
        told = self.post("passages/chosen", {"passages": [two[1]["id"]]}).json()
        self.assertEqual([p["chosen"] for p in told["slides"][1]["passages"]], [False, True])
        self.row.refresh_from_db()
        stepping.undo(self.row.pk, self.row.revision)
        self.assertEqual(self.now().slides[1].narration.asset, first)

    def test_passages_are_named_taken_away_and_brought_back_and_tell_when_the_words_have_changed(self):
        self.recorded(["s1"])
        (one,) = self.ledger()["slides"][0]["passages"]
        self.assertFalse(one["changed"])
        self.edit(self.row, {"do": "set-slides", "slides": ["s1"], "values": {"script": "Other words."}})
        address = f"passages/{one['id']}"
        told = self.post(address, {"name": " calm ", "gone": True}).json()["slides"][0]["passages"][0]
        self.assertEqual((told["name"], told["gone"], told["changed"], told["chosen"]), ("calm", True, True, True))
        self.assertFalse(self.post(address, {"gone": False}).json()["slides"][0]["passages"][0]["gone"])

    def test_a_run_whose_page_is_gone_ends_with_what_has_arrived(self):
        names = self.begun()
        self.sent(names["voice"], bytes(44) + voice_of(5.5), RATE * 2)
        state = self.state(["s1", "s2", "s3"], ended=False)
        state["now"] = [5000, 5000, None]
        self.post(f"runs/{names['id']}", {"state": state})
        self.assertEqual(self.ledger()["slides"][0]["passages"], [], "it may go on")
        gone = timezone.now() - timedelta(minutes=10)  # a cut line: what is spoken meanwhile lies in the browser
        Run.objects.update(heard_of_at=gone)
        Upload.objects.update(touched_at=gone)
        self.assertEqual(self.ledger()["slides"][0]["passages"], [], "it may go on")
        gone = timezone.now() - timedelta(hours=2)
        Run.objects.update(heard_of_at=gone)
        Upload.objects.update(touched_at=gone)
        lengths = [s["passages"][0]["length"] for s in self.ledger()["slides"]]
        self.assertEqual(lengths, [2000, 2000, 1500])

    def test_a_passage_whose_sound_was_deleted_says_so_and_is_not_waited_for(self):
        self.recorded(["s1"])
        Passage.objects.get().voice.delete()
        (told,) = self.ledger()["slides"][0]["passages"]
        self.assertEqual((told["voice"], told["trouble"]), (None, "its sound is not in the library any more"))

    def test_pieces_that_have_not_arrived_are_asked_for_and_a_run_of_nothing_leaves_nothing(self):
        names = self.begun()
        count = self.sent(names["voice"], bytes(44) + voice_of(2), RATE * 2)
        body = {"state": self.state(["s1"]), "over": True, "pieces": [count + 1, 0]}
        self.assertEqual(self.post(f"runs/{names['id']}", body).status_code, 409)
        self.assertIsNone(Run.objects.get().ended_at)
        lacks = {"instants": self.state(["s1"])["instants"], "anchors": [], "now": [0, 0, None]}
        self.assertEqual(self.post(f"runs/{names['id']}", {"state": lacks, "over": True}).status_code, 400)
        empty = self.begun()
        nothing = {"instants": [], "anchors": [], "now": [0, 0, None]}
        answer = self.post(f"runs/{empty['id']}", {"state": nothing, "over": True})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertFalse(Passage.objects.exists())
        self.assertFalse(Upload.objects.filter(pk=empty["voice"]).exists())

    def test_others_see_and_change_nothing_and_tidying_keeps_what_is_not_made_yet(self):
        names = self.begun()
        self.sent(names["voice"], bytes(44) + voice_of(2), RATE * 2)
        Upload.objects.update(touched_at=timezone.now() - timedelta(days=3))
        tidy()
        self.assertTrue(Upload.objects.filter(pk=names["voice"]).exists())
        self.client.force_login(self.other)
        for path, body in (("runs", names), (f"runs/{names['id']}", {"state": self.state(["s1"])}), ("passages/chosen", {"passages": [1]})):  # fmt: skip
            self.assertEqual(self.post(path, body).status_code, 404, path)
        self.assertEqual(self.client.get(f"{self.address}/passages").status_code, 404)
