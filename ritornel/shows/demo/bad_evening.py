"""“A bad evening”: a show in which everything goes wrong that the line check finds, each once."""

from ritornel.shows.demo.lamp import SCRIPTS, Heard
from ritornel.shows.demo.parts import SEEN_IN, Document, build, line

INK, PAPER = "#211c2b", "#faf6ec"
_SMALL = 14


def document(heard: Heard) -> Document:
    """Return the show as a document, not as a plan: nobody would get all of this by working on a desk."""
    slides = [
        _said(heard), _unheard(), _voiced(heard), _far(heard), _other_words(heard), _marks(heard), _hurried(heard),
        _late(), _builds(), _off_stage(), _parts(), _small(), _crowded(), _faint(), _strobe(), _quick(), _long(), _cut(),
        _blended(), _missing(), _unread(), _loud(), _giddy(), _still(), _twin("twin"), _twin("again"), _torn(),
    ]  # fmt: skip
    return {
        "title": "A bad evening",
        "target": 60_000,
        "slides": slides,
        "beds": [
            {"id": "bed-1", "asset": "harbour.ogg", "start": {"slide": "other-words"}, "end": {"slide": "twin"}, "gain_db": -6,
             "fade_in": 500, "fade_out": 1500},
            {"id": "bed-2", "asset": "bells.ogg", "start": {"slide": "voiced"}, "end": {"slide": "far"}, "gain_db": 9,
             "fade_in": 300, "fade_out": 300},
            {"id": "bed-3", "asset": "bells.ogg", "start": {"slide": "faint"}, "end": {"slide": "loud"}, "loop": False,
             "fade_in": 300, "fade_out": 300, "gain_db": -12},
            {"id": "bed-4", "asset": "bells.ogg", "start": {"slide": "twin"}, "end": {"slide": "still"}},
        ],
    }  # fmt: skip


def _slide(key: str, title: str, *things: Document, **more: object) -> Document:
    heading = _text("title", title, 80, 60, 1120, 54)
    return {"id": key, "title": title, "background": PAPER, "objects": [heading, *things], **more}


def _text(key: str, words: str, x: float, y: float, width: float, size: float, **more: object) -> Document:
    return {
        "id": key, "kind": "text", "x": x, "y": y, "width": width, "height": round(size * 1.3, 1), "size": size,
        "paragraphs": [{"text": words}], "colour": INK, **more,
    }  # fmt: skip


def _box(key: str, x: float, y: float, width: float, height: float, **more: object) -> Document:
    return {"id": key, "kind": "shape", "x": x, "y": y, "width": width, "height": height, "fill": "#1f7a6d", **more}


def _seen(key: str, file: str, x: float, y: float, width: float, height: float, **more: object) -> Document:
    place = {"x": x, "y": y, "width": width, "height": height}
    return {"id": key, "kind": "picture", "asset": file, "alt": SEEN_IN[file], **place, **more}


def _spoken(name: str, heard: Heard) -> Document:
    cues = max((int(mark) for mark in ("1", "2", "3", "4") if f"[{mark}]" in SCRIPTS[name]), default=0)
    script = SCRIPTS[name]
    for cue in range(1, cues + 1):
        script = script.replace(f"[{cue}] ", "").replace(f"[{cue}]", "")
    return {"script": script, "narration": {"asset": f"voice-{name}.ogg", **heard[name], "heard": "words"}}


def _said(heard: Heard) -> Document:
    voice = _spoken("welcome", heard)
    voice["narration"] = {**voice["narration"], "scratch": True}
    return _slide("said", "A voice that is not hers", **voice)


def _unheard() -> Document:
    dots = [_box(f"dot-{n}", 80 + 150 * n, 300, 100, 100, form="ellipse") for n in range(7)]
    order = [build(f"d{n}", f"dot-{n}", "fade", "following", delay=900, duration=900) for n in range(7)]
    return _slide("unheard", "Nobody says a word", *dots, running_order=order, hold=1500)


def _voiced(heard: Heard) -> Document:
    return _slide("voiced", "Under the bells", **_spoken("skerry", heard))


def _far(heard: Heard) -> Document:
    voice = _spoken("goodbye", heard)
    told = {**voice["narration"], "asset": "voice-far.ogg", "marks": [700], "by_hand": [1]}
    tower = _seen("stairs", "clockwork.jpg", 80, 180, 760, 428, name="The stairs")
    order = [build("s1", "stairs", "fade", duration=400)]
    more = {"script": f"[1] {voice['script']}", "narration": told, "running_order": order}
    return _slide("far", "Away from the microphone", tower, **more)


def _other_words(heard: Heard) -> Document:
    voice = _spoken("ring", heard)
    voice["script"] += " And that was all there was to be said about it yesterday."
    captions = {"nb": {"words": "before", "captions": [{"start": 0, "end": 2000, "text": "Slik var det."}]}}
    return _slide("other-words", "Said before it was changed", **voice, captions=captions)


def _marks(heard: Heard) -> Document:
    voice = _spoken("light", heard)
    dots = [_box(f"dot-{n}", 80 + 150 * n, 300, 100, 100) for n in range(2)]
    order = [build("m1", "dot-0", "fade", duration=400), build("m2", "dot-1", "fade", duration=400)]
    voice["narration"] = {**voice["narration"], "marks": [4000, 2000], "by_hand": [1, 2]}
    voice["script"] = "[1] " + voice["script"]
    return _slide("marks", "Marks that cross", *dots, running_order=order, **voice)


def _hurried(heard: Heard) -> Document:
    voice = _spoken("finger", heard)
    words = voice["script"].split()
    voice["script"] = f"[1] {' '.join(words)} [2] " + "Then faster, and faster, and faster still. " * 4
    voice["narration"] = {"asset": "voice-finger.ogg", "marks": [500, 900], "by_hand": [1, 2]}
    dots = [_box(f"dot-{n}", 80 + 150 * n, 300, 100, 100) for n in range(2)]
    order = [build("h1", "dot-0", "fade", duration=1200), build("h2", "dot-1", "fade", duration=400)]
    return _slide("hurried", "In a hurry", *dots, running_order=order, **voice)


def _late() -> Document:
    things = [
        _seen("lens", "lens-drawing.png", 200, 180, 300, 420, name="Lens drawing"),
        _seen("trough", "bath-drawing.png", 640, 300, 436, 68, name="The trough"),
    ]
    order = [build("l1", "trough", "fade", duration=300), build("l2", "lens", "fade", duration=300)]
    script = "Here you see the lens drawing, made by hand. [1] It was never printed, as far as we know. [2] And here is the trough."
    return _slide("late", "Not in time", *things, running_order=order, script=script)


def _builds() -> Document:
    things = [_box("one", 80, 240, 200, 200), _box("two", 340, 240, 200, 200), _box("three", 600, 240, 200, 200)]
    order = [
        build("f1", "one", "turn", "following", "emphasis", duration=900),
        build("f2", "one", "turn", "alongside", "emphasis", duration=900),
        build("f3", "two", "fade", "following", duration=500),
        build("f4", "two", "fade", "following", duration=500),
        build("f5", "three", "cartwheel", "following", duration=500),
    ]
    return _slide("builds", "Builds at odds", *things, running_order=order)


def _off_stage() -> Document:
    things = [
        _box("gone", 1400, 240, 200, 200, fill="#7a2552"),
        _box("under", 400, 300, 100, 100, fill="#7a2552"),
        _box("over", 380, 280, 300, 300),
    ]
    return _slide("off-stage", "Out of sight", *things, running_order=[build("o1", "gone", "fade", "following")])


def _parts() -> Document:
    things = [{**_text("list", "One line", 80, 240, 600, 36), "paragraphs": [{"text": "One line"}]}]
    return _slide("parts", "A line that is gone", *things, running_order=[line("p1", "list", 3, "fade", "following")])


def _small() -> Document:
    words = _text("fine", "Whoever has recieved this may keep it", 80, 240, 600, _SMALL)
    return _slide("small", "For the first row", words)


def _crowded() -> Document:
    words = [
        _text("one", "Open every day in July", 80, 240, 800, 36),
        _text("two", "Closed when it storms", 120, 250, 800, 36),
        _text("more", "There is far more to be said than there is room for here", 80, 420, 300, 36),
        _text("odd", "Open \U0001316f till six", 700, 420, 400, 36),
    ]
    return _slide("crowded", "Words upon words", *words)


def _faint() -> Document:
    return _slide("faint", "In the fog", _text("fog", "Who can read this?", 80, 240, 800, 36, colour="#e6dfce"))


def _strobe() -> Document:
    lamp = _box("lamp", 0, 180, 1280, 540, fill="#14111b")
    order = [build("s1", "lamp", "fade", "following", duration=250, repeat=10)]
    return _slide("strobe", "The lamp is broken", lamp, running_order=order)


def _quick() -> Document:
    lamps = [_box(f"lamp-{n}", 0, 0, 1280, 720, fill="#ffffff" if n % 2 else "#000000") for n in range(12)]
    order = [build(f"q{n}", f"lamp-{n}", "appear", "following", delay=80, duration=0) for n in range(12)]
    return _slide("quick", "As fast as it goes", running_order=order, objects=lamps)


def _long() -> Document:
    script = "So. [1] Look."
    order = [build("g1", "box", "fade", duration=4000)]
    return _slide("long", "It takes its time", _box("box", 80, 240, 300, 300), running_order=order, script=script)


def _cut() -> Document:
    clip = {
        "id": "clip", "kind": "clip", "asset": "turning-lens.webm", "x": 80, "y": 180, "width": 640, "height": 400,
        "alt": SEEN_IN["turning-lens.webm"],
    }  # fmt: skip
    order = [build("c1", "title", "fade", "following", duration=2500)]
    return _slide("cut", "Cut off", clip, running_order=order, length=2000)


def _missing() -> Document:
    gone = {"id": "gone", "kind": "picture", "asset": "never-taken.jpg", "x": 80, "y": 180, "width": 480, "height": 320}
    bare = _seen("bare", "clockwork.jpg", 640, 180, 480, 320)
    return _slide("missing", "Left at home", gone, {**bare, "alt": ""})


def _blended() -> Document:
    return _slide(
        "blended", "Soon", length=1000, transition={"type": "fade", "duration": 3000}, builds_with_transition=True
    )


def _unread() -> Document:
    words = "The boat leaves at half past ten and comes back at three, unless it storms, or the keeper has visitors, or both"
    text = {**_text("much", words, 80, 240, 1100, 36), "height": 150}
    return _slide("unread", "Too much, too soon", text, hold=1500)


def _loud() -> Document:
    sounds = [
        {"id": f"horn-{n}", "kind": "sound", "asset": "bells.ogg", "gain_db": 20, "out": 6000, "x": 80 + 90 * n, "y": 600,
         "width": 60, "height": 60}
        for n in range(4)
    ]  # fmt: skip
    return _slide("loud", "All at once", *sounds, hold=7000)


def _still() -> Document:
    return _slide("still", "Nothing happens", hold=24_000)


def _twin(key: str) -> Document:
    return _slide(key, "Once more", hold=2000)


def _giddy() -> Document:
    there = _text("there", "And there already", 3920, 60, 1120, 54)
    views = [{"id": f"view-{n}", "x": 640 + 3840 * n, "y": 360, "width": 1280} for n in range(2)]
    order = [
        {"id": "here", "kind": "view", "trigger": "alongside", "view": "view-0"},
        {"id": "off", "kind": "view", "trigger": "following", "view": "view-1", "delay": 2500, "duration": 200},
    ]
    plane = {"plane": {"width": 5120, "height": 720}, "views": views}
    return _slide("giddy", "Here", there, running_order=order, hold=2500, **plane)


def _torn() -> Document:
    return {"id": "torn", "title": "Torn", "unreadable": '{"id": "torn", "objects": [{"kind": "hologram"}]}'}
