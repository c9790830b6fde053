"""Show documents that the tests of the desk begin with."""

BOX = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}


def talk(*slides: dict, **more) -> dict:
    return {"title": "Talk", "slides": list(slides), **more}


def one(*steps: dict, objects: tuple = (BOX,), **more) -> dict:
    return {"id": "one", "running_order": list(steps), "objects": list(objects), **more}
