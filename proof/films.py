"""Films whose server and workers are killed while they are made: what is made stays, and what comes of it is whole."""

import io
import json
import random
import time
from typing import Any

import av

from proof.server import Server, Someone

_PATIENCE_S = 300.0
_SLIDES = 12


def document() -> bytes:
    """Return a show of slides that move, as a document."""
    slides = [
        {
            "id": f"s{n}",
            "objects": [
                {"id": "box", "kind": "shape", "x": 100 + 60 * n, "y": 200, "width": 400, "height": 300, "fill": "#1f7a6d"}
            ],
            "running_order": [
                {"id": "a", "object": "box", "kind": "emphasis", "effect": "spin", "trigger": "alongside", "duration": 3000}
            ],
            "hold": 400,
        }
        for n in range(_SLIDES)
    ]  # fmt: skip
    return json.dumps({"title": "Filmed", "slides": slides}).encode()


def begun(someone: Someone, lines: int = 720) -> str:
    """Return the address of a show's films, one of which is begun."""
    films = f"{someone.take_in('s.ritornel.json', document()).headers['location']}films"
    someone.post(films, json={"kind": "mp4", "lines": lines, "fps": 30}).raise_for_status()
    return films


def told(someone: Someone, films: str) -> dict[str, Any]:
    """Return how far the newest film of a show is."""
    return dict(someone.get(films).json()["films"][0])


def until(someone: Someone, films: str, pieces: int | None = None) -> dict[str, Any]:
    """Return a film when so many of its pieces are made, or all of it is; raise if it does not go on for long."""
    done, since = -1, time.monotonic()
    while time.monotonic() - since < _PATIENCE_S:
        one = told(someone, films)
        if one["state"] == "made" or (pieces is not None and one["made"] >= pieces):
            return one
        assert one["state"] == "making", one
        if one["done"] != done:
            done, since = one["done"], time.monotonic()
        time.sleep(0.1)
    raise AssertionError(f"a film does not go on: {told(someone, films)}\n{someone.server.where_hands_are()}")


def check(someone: Someone, one: dict[str, Any]) -> None:
    """Raise ``AssertionError`` if a film that is made is not whole."""
    content = someone.get(one["address"]).content
    assert len(content) == one["size"]
    with av.open(io.BytesIO(content)) as film:
        times = [frame.time * 1000 for frame in film.decode(video=0)]
    assert abs(times[-1] - one["length"]) < 1100 and times == sorted(times), (times[-1], one["length"])


def filmed(server: Server, like: Someone, kills: int, chance: random.Random) -> str:
    """Kill a server, and its worker, while it makes films; return what was found."""
    someone = Someone(server, like=like)
    for _ in range(kills):
        films = begun(someone, chance.choice((480, 720)))
        until(someone, films, chance.randint(0, _SLIDES - 2))
        time.sleep(chance.uniform(0, 0.8))
        before = told(someone, films).get("made", _SLIDES)
        server.kill()
        server.start()
        after = told(someone, films).get("made", _SLIDES)
        assert after >= before, f"{before - after} pieces were lost"
        check(someone, until(someone, films))
    return f"{kills} films whose server was killed while they were made are whole, and no piece that was made was lost"
