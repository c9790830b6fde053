"""Show documents that the tests of the desk begin with."""

from tests.made import slide, step, text

BOX = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}


def talk(*slides: dict, **more) -> dict:
    return {"title": "Talk", "slides": list(slides), **more}


def one(*steps: dict, objects: tuple = (BOX,), **more) -> dict:
    return {"id": "one", "running_order": list(steps), "objects": list(objects), **more}


SCRIPT = "First words. [1] Then more."


def two_slides(**more) -> dict:
    steps = (step("a", effect="fade", duration=200, easing="linear"),)
    return {
        "title": "Talk",
        "slides": [
            slide(*steps, id="one", script=SCRIPT, title="The first"),
            slide(id="two", title="The second", objects=(text("t", "There"),)),
        ],
        "chapters": [{"id": "c1", "title": "Opening", "first": "one"}, {"id": "c2", "title": "Close", "first": "two"}],
        **more,
    }
