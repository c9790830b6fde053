"""Shows to measure with: as large as the goals say, and never twice the same text."""

from ritornel.core.model import Show
from ritornel.core.model.reading import read_show

_EFFECTS = ("fade", "slide", "grow")
_TRIGGERS = ("cue", "alongside", "following")


def large_show(slides: int = 200, steps: int = 20) -> Show:
    """Return a show of ``slides`` slides with ``steps`` builds each, on ten objects, scripted."""
    return read_show({"slides": [_slide(n, steps) for n in range(slides)]})


def spoken_show(slides: int = 300, words: int = 100) -> Show:
    """Return a show whose slides have voices, every word of which was heard, with a cue after each sentence of ten."""
    return read_show({"slides": [_spoken(n, words) for n in range(slides)]})


def full_show(slides: int = 300, texts: int = 40) -> Show:
    """Return a show that is full of findings: texts that lie on one another and run out of their boxes."""
    return read_show({"slides": [_full(n, texts) for n in range(slides)]})


def _full(number: int, texts: int) -> dict:
    def words(n: int) -> dict:
        place = {"id": f"o{n}", "x": 100 + n, "y": 100 + n, "width": 500, "height": 30, "size": 30}
        return {**place, "kind": "text", "paragraphs": [{"text": f"Line {n} of the lamp, {number}"}]}

    return {"id": f"s{number}", "objects": [words(n) for n in range(texts)]}


def _letters(number: int) -> str:
    return chr(97 + number // 26) + chr(97 + number % 26)


def _spoken(number: int, words: int) -> dict:
    said = [f"word{_letters(number)}{_letters(n)}" for n in range(words)]
    texts = [
        f"{word}{'.' if n % 10 == 9 else ''}{f' [{n // 10 + 1}]' if n % 10 == 9 and n + 1 < words else ''}"
        for n, word in enumerate(said)
    ]
    heard = [[word, 300 + n * 400, 600 + n * 400, 95] for n, word in enumerate(said)]
    box = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 200, "height": 100}
    order = [{"id": f"b{n}", "object": "box", "kind": "emphasis", "effect": "pulse"} for n in range(words // 10 - 1)]
    voice = {"asset": "voice", "out": words * 400 + 500, "said": heard, "heard": "words"}
    return {"id": f"s{number}", "script": " ".join(texts), "narration": voice, "objects": [box], "running_order": order}


def crowded_show(slides: int = 300, objects: int = 40) -> Show:
    """Return a show whose slides have ``objects`` objects each: texts with runs, shapes with gradients and shadows."""
    return read_show({"slides": [_crowded(n, objects) for n in range(slides)]})


def _crowded(number: int, objects: int) -> dict:
    forms = ("rectangle", "ellipse", "star", "bubble", "ring")
    stops = [{"at": 0, "colour": "#7a2552"}, {"at": 1, "colour": "#d8cdb8"}]
    things: list[dict] = []
    for n in range(objects):
        place = {"id": f"o{n}", "x": 20 + n % 8 * 155, "y": 20 + n // 8 * 135, "width": 140, "height": 110}
        if n % 4 == 0:
            words = {"text": f"Line {number}, {n} of the lamp", "runs": [{"start": 0, "end": 4, "weight": 600}]}
            things.append(
                {**place, "kind": "text", "size": 22, "paragraphs": [words, {"text": "turns", "marker": "bullet"}]}
            )
        else:
            look = {"gradient": {"stops": stops}} if n % 4 == 1 else {"shadow": {}} if n % 4 == 2 else {}
            things.append({**place, "kind": "shape", "form": forms[n % 5], **look})
    order = [{"id": f"b{n}", "object": f"o{n}", "effect": _EFFECTS[n % 3]} for n in range(6)]
    return {"id": f"s{number}", "objects": things, "running_order": order}


def moving_show(objects: int = 50, seconds: int = 20) -> Show:
    """Return one slide on which ``objects`` objects move all the time, by slide, fade and pulse at once."""
    things, order = [], []
    for n in range(objects):
        x, y = 20 + n % 10 * 126, 20 + n // 10 * 140
        if n % 3:
            things.append(
                {"id": f"o{n}", "kind": "shape", "form": "ellipse", "x": x, "y": y, "width": 100, "height": 100}
            )
        else:
            text = [{"text": f"Line {n}"}, {"text": "of the lamp"}]
            things.append(
                {
                    "id": f"o{n}",
                    "kind": "text",
                    "x": x,
                    "y": y,
                    "width": 110,
                    "height": 90,
                    "size": 20,
                    "paragraphs": text,
                }
            )
        for name, kind, effect in (("s", "entrance", "slide"), ("f", "entrance", "fade"), ("p", "emphasis", "pulse")):
            order.append(
                {
                    "id": f"{name}{n}", "object": f"o{n}", "kind": kind, "effect": effect, "trigger": "alongside",
                    "duration": seconds * 1000 if kind == "entrance" else 1000, "repeat": 1 if kind == "entrance" else seconds,
                    "params": {"side": ("left", "top-right", "bottom")[n % 3]} if effect == "slide" else {},
                }
            )  # fmt: skip
    return read_show({"slides": [{"id": "one", "objects": things, "running_order": order, "hold": 0}]})


def _slide(number: int, steps: int) -> dict:
    objects = [
        {
            "id": f"o{n}",
            "kind": "text",
            "x": 10 * n,
            "y": 20,
            "paragraphs": [{"text": f"Line {number}, {n} of the lamp"}],
        }
        if n % 3 == 0
        else {"id": f"o{n}", "kind": "shape", "x": 10 * n, "y": 20}
        for n in range(10)
    ]
    order = [
        {
            "id": f"b{n}", "object": f"o{n % 10}", "kind": "entrance" if n < 10 else "exit", "effect": _EFFECTS[n % 3],
            "trigger": _TRIGGERS[n % 3], "duration": 300 + n,
        }
        for n in range(steps)
    ]  # fmt: skip
    script = f"Words of slide {number}. [1] Four five, [2] six seven. [3] Eight nine."
    transition = {"type": "pushWipe", "duration": 700}
    return {"id": f"s{number}", "transition": transition, "script": script, "objects": objects, "running_order": order}
