"""Short runs of ``bin/mutants``, ``bin/fuzz`` and ``bin/siege``; the long ones' figures are in docs/reliability.md."""

import contextlib
import io
import os
import socket
import subprocess
import sys
import time
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from random import Random
from unittest import TestCase
from unittest.mock import patch

from proof import fuzz, mutants, siege
from proof.recordings import Run
from proof.server import ROOT, Server, Someone
from proof.together import pages_of_one, several_people
from tests.files import wav
from tests.made import edits


def run(main, *arguments: str) -> tuple[int, str]:
    """The exit code of a command, and what it printed."""
    with contextlib.redirect_stdout(io.StringIO()) as said:
        code = main(list(arguments))
    return code, said.getvalue()


class ShortRuns(TestCase):
    def test_mutants_of_one_file_are_noticed(self):
        command = [sys.executable, "-m", "proof.mutants", "--only", "core/time/running_order.py", "--survivors"]
        environment = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"}
        done = subprocess.run(command, cwd=ROOT, env=environment, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stdout + done.stderr)
        self.assertIn("core/time: ", done.stdout)

    def test_changes_are_of_many_kinds_and_none_of_what_is_no_rule(self):
        found = list(mutants.mutants_of(ROOT / "ritornel" / "core" / "time" / "playback.py"))
        kinds = {m.what.split()[-1] for m in found}
        self.assertEqual(kinds, {"turned", "more", "negated", "out"})
        self.assertEqual(len({m.source for m in found}), len(found))
        self.assertFalse([m for m in found if "maxsize" in m.what])

    def test_a_fuzzed_server_stands(self):
        code, said = run(
            fuzz.main,
            "--commands",
            "160",
            "--documents",
            "80",
            "--media",
            "8",
            "--requests",
            "60",
            "--outlines",
            "30",
            "--files",
            "40",
            "--seed",
            "3",
        )
        self.assertEqual(code, 0, said[-3000:])
        self.assertIn("wrote 0 traces", said)

    def test_fuzzing_notices_what_does_not_hold(self):
        class Slow:
            status_code, text, headers = 500, "", {"content-type": "text/html"}

        made = fuzz.Fuzz.__new__(fuzz.Fuzz)
        made.slowest, made.answers = 0.0, Counter()
        with self.assertRaisesRegex(fuzz.Broken, "form: 500"):
            made.send("form", Slow, "x")

    def test_a_besieged_server_loses_nothing(self):
        code, said = run(
            siege.main,
            "--rounds",
            "1",
            "--pages",
            "4",
            "--viewers",
            "12",
            "--fronted",
            "0",
            "--recordings",
            "1",
            "--films",
            "1",
            "--seed",
            "5",
        )
        self.assertEqual(code, 0, said[-3000:])
        self.assertRegex(said, r"1 rounds? in \d+ s: [1-9]\d* edits")
        self.assertRegex(said, r"two pages in 4 s: [1-9]\d* objects added, [1-9]\d* steps taken back")
        self.assertRegex(said, r"five people in 4 s: [1-9]\d* objects added, [1-9]\d* steps taken back")
        self.assertRegex(said, r"1 recordings? of [1-9]\d* s")
        self.assertRegex(said, r"12 viewers were answered [1-9]\d* times")

    def test_several_pages_that_lose_something_are_noticed(self):
        lost = patch("proof.together._objects", return_value=["never"])
        for play in (pages_of_one, several_people):
            with Server() as server, lost, self.assertRaisesRegex(AssertionError, "objects were answered"):
                play(server, Someone(server), 1.0)

    def test_a_recording_that_loses_a_second_is_noticed(self):
        with Server() as server:
            run = Run(server, Someone(server), Random(1))
            run.speak(4)
            run.end()
            run.check()
            run.answered += 1  # answered, as it were, and not there
            with self.assertRaisesRegex(AssertionError, "were answered, and"):
                run.check()

    def test_a_siege_notices_what_was_lost(self):
        with Server() as server:
            made = siege.Siege(server, 1)
            made.check()
            made.answered.titles[99] = "never"
            with self.assertRaisesRegex(AssertionError, "revision 99 was answered"):
                made.check()


class Together(TestCase):
    """The same content arriving several times at once, its pieces in parallel and twice."""

    def test_everything_is_answered_200_and_kept_once(self):
        content = wav(70.0, rate=48_000)
        with Server() as server, contextlib.closing(Someone(server)) as someone:
            asked = {"name": "sea.wav", "size": len(content)}
            states = [someone.post("/library/uploads", json=asked).json() for _ in range(3)]

            def send(job: tuple[dict, int]) -> list[int]:
                state, number = job
                size = state["piece_bytes"]
                part = content[number * size : (number + 1) * size]
                with Someone(server, like=someone) as sender:
                    url = f"/library/uploads/{state['upload']}/{number}"
                    return [sender.put(url, content=part).status_code for _ in range(2)]

            jobs = [(state, number) for number in range(states[0]["pieces"]) for state in states]
            self.assertEqual(states[0]["pieces"], 2)
            with ThreadPoolExecutor(6) as pool:
                self.assertEqual({status for told in pool.map(send, jobs) for status in told}, {200})
            ids = set()
            for state in states:
                for _ in range(30):
                    told = someone.get(f"/library/uploads/{state['upload']}/0").json()
                    if "asset" in told:
                        break
                ids.add(told["asset"]["id"])
                self.assertEqual(told["asset"]["length"], 70_000)
            self.assertEqual(len(ids), 1)
            self.assertEqual(someone.get(told["asset"]["url"]).content, content)
            self.assertEqual(len(someone.get("/library/assets").json()["assets"]), 1)
            self.assertEqual(server.traces(), [])


class Bodies(TestCase):
    def test_a_body_that_is_too_large_is_not_listened_to(self):
        with Server() as server, contextlib.closing(Someone(server)) as someone:
            with socket.create_connection(("127.0.0.1", server.port)) as connection:
                head = "POST /shows/new HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 1000000000000\r\n\r\n"
                connection.sendall(head.encode())
                self.assertIn(b" 401 ", connection.recv(200))  # a stranger is not even told how large it may be

            def endless():
                for _ in range(40):
                    yield b"x" * 1_000_000

            with contextlib.suppress(Exception):  # the server may hang up while it is being sent to
                self.assertGreaterEqual(someone.post("/shows/new", content=endless()).status_code, 400)
            self.assertEqual(someone.get("/").status_code, 200)
            self.assertLess(server.memory(), 400_000_000)


class Following(TestCase):
    """Pages learn of what is done elsewhere within two seconds."""

    def test_every_page_that_follows_is_told(self):
        with Server() as server, contextlib.closing(Someone(server)) as someone:
            address = someone.new_show()
            told: list[list[int]] = [[], []]

            def follow(number: int) -> float:
                with Someone(server, like=someone) as page, page.stream("GET", f"{address}events") as answer:
                    for line in answer.iter_lines():
                        if line.startswith("data: "):
                            told[number].append(int(line.removeprefix("data: ")))
                        if 1 in told[number]:
                            return time.monotonic()
                return 0.0

            with ThreadPoolExecutor(2) as pool:
                following = [pool.submit(follow, number) for number in range(2)]
                time.sleep(1.5)
                someone.post(f"{address}edit", json=edits(0, {"do": "add-slide"}))
                done = time.monotonic()
                learnt = [page.result(timeout=20) for page in following]
            self.assertEqual([(seen[0], seen[-1]) for seen in told], [(0, 1), (0, 1)])
            self.assertLess(max(learnt) - done, 2)
            other = Someone(server, "visitor")
            self.assertEqual(other.get(f"{address}events").status_code, 404)
            other.cookies.clear()
            self.assertEqual(other.get(f"{address}events").status_code, 401)
            self.assertEqual(server.traces(), [])
