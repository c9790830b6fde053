"""Kill the server again and again while it works, then crowd it: nothing answered may be lost, nobody kept waiting.

    bin/siege [--rounds 50] [--readers 200] [--half 50] [--pages 30] [--viewers 100] [--fronted 500] [--recordings 30] [--films 5] [--seed 1]

Each round edits a show and uploads files until the server is killed (SIGKILL) at a random instant, starts it again, and
looks whether everything that had been answered is there. ``--recordings`` runs are recorded, the server killed in each
(``proof.recordings``), and ``--films`` are made (``proof.films``). Then ``--readers`` read a clip as slowly as they can and
``--half`` send half a request, and a page must still come in under ``PAGE_SECONDS``. Five pages of one show work for
``--pages`` seconds (``proof.together``); one sends what is heavy, and a disk fills (``proof.heavy``); ``--viewers`` watch
an edition, and ``--fronted`` behind the front of ``docs/nginx.conf`` (``proof.viewers``). Exits 1 if something does not hold.
"""

import argparse
import hashlib
import random
import socket
import sys
import threading
import time
from typing import NamedTuple

import httpx

from proof import heavy
from proof.films import filmed
from proof.front import behind_the_front
from proof.recordings import recorded
from proof.server import Server, Someone
from proof.together import pages_of_one, several_people
from proof.viewers import COME_EACH_S, watched_by
from tests.files import wav
from tests.made import edits

PAGE_SECONDS = 1.0
VIEWED_S = 0.3
"""A page comes within this time, 95 of 100, while an edition is watched by a hundred."""
FRONTED_S = 1.0
"""... and within this time while five hundred watch it behind the front."""
SLOWER = 5
"""On a machine so slow that a page alone takes a while, a crowd may make it so many times slower."""


class Answered(NamedTuple):
    """What the server has said is kept: revisions with what was typed, and files by their hashes."""

    titles: dict[int, str]
    assets: dict[str, bytes]


def page_seconds(someone: Someone, address: str) -> float:
    """Return how long a page takes, the slowest of ten."""
    slowest = 0.0
    for _ in range(10):
        began = time.monotonic()
        answer = someone.get(address)
        slowest = max(slowest, time.monotonic() - began)
        if answer.status_code != 200:
            raise AssertionError(f"a page answered {answer.status_code}")
    return slowest


class Siege:
    """A server, someone who works with it, and what was answered."""

    def __init__(self, server: Server, seed: int) -> None:
        """Sign in and make a show."""
        self.server, self.chance = server, random.Random(seed)
        self.someone = Someone(server)
        self.address = self.someone.new_show()
        self.answered = Answered({}, {})
        self.edits = self.uploads = 0

    def rounds(self, count: int) -> None:
        """Work, be killed, and look whether everything is there, again and again."""
        for number in range(count):
            stop = threading.Event()
            workers = [threading.Thread(target=w, args=(stop, number)) for w in (self._edit, self._upload)]
            for worker in workers:
                worker.start()
            time.sleep(self.chance.uniform(0.05, 1.2))
            self.server.kill()
            stop.set()
            for worker in workers:
                worker.join()
            self.server.start()
            self.check()

    def _edit(self, stop: threading.Event, number: int) -> None:
        try:
            with Someone(self.server, like=self.someone) as editor:
                revision = editor.get(f"{self.address}state").json()["revision"]
                for count in range(1000):
                    if stop.is_set():
                        return
                    title = f"Round {number}, edit {count}"
                    command = {"do": "set-show", "values": {"title": title}}
                    answer = editor.post(f"{self.address}edit", json=edits(revision, command))
                    revision = answer.json()["revision"]
                    self.answered.titles[revision] = title
                    self.edits += 1
        except (httpx.TransportError, KeyError, AssertionError):
            return  # the server is gone; what it had answered is noted

    def _upload(self, stop: threading.Event, number: int) -> None:
        try:
            with Someone(self.server, like=self.someone) as sender:
                for count in range(1000):
                    if stop.is_set():
                        return
                    content = wav(0.2 + number / 100 + count / 1000)
                    answer = sender.upload(f"{number}-{count}.wav", content)
                    if answer.status_code == 200 and "asset" in answer.json():
                        self.answered.assets[answer.json()["asset"]["url"]] = content
                        self.uploads += 1
        except (httpx.TransportError, AssertionError):
            return

    def check(self) -> None:
        """See that the newest answered edit, and every answered file, is there; and that the show goes on."""
        state = self.someone.get(f"{self.address}state").json()
        if self.answered.titles:
            newest = max(self.answered.titles)
            if state["revision"] < newest:
                raise AssertionError(f"revision {newest} was answered, and {state['revision']} is there")
            if state["revision"] == newest and state["show"]["title"] != self.answered.titles[newest]:
                raise AssertionError(
                    f"“{self.answered.titles[newest]}” was answered, and {state['show']['title']} is there"
                )
        for url, content in self.answered.assets.items():
            there = hashlib.sha256(self.someone.get(url).content).hexdigest()
            if there != hashlib.sha256(content).hexdigest():
                raise AssertionError(f"{url} was answered, and is not what was sent")

    def crowd(self, readers: int, half: int) -> tuple[float, float, int]:
        """Let many read slowly and some send half a request; return how long a page takes alone and then, and how many
        still read.
        """
        alone = page_seconds(self.someone, self.address)
        content = wav(220.0, rate=24_000)
        url = self.someone.upload("long.wav", content).json()["asset"]["url"]
        cookie = "; ".join(f"{name}={value}" for name, value in self.someone.cookies.items())
        held = [self._slow_reader(url, cookie) for _ in range(readers)]
        held += [self._half_sender(cookie) for _ in range(half)]
        time.sleep(1.0)
        slowest = page_seconds(self.someone, self.address)
        reading = sum(1 for connection in held[:readers] if connection.recv(1024))
        for connection in held:
            connection.close()
        if reading != readers:
            raise AssertionError(f"only {reading} of {readers} slow readers are still being answered")
        return alone, slowest, reading

    def _slow_reader(self, url: str, cookie: str) -> socket.socket:
        connection = socket.socket()
        connection.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 4096)
        connection.settimeout(30)
        connection.connect(("127.0.0.1", self.server.port))
        connection.sendall(f"GET {url} HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookie}\r\n\r\n".encode())
        connection.recv(512)
        return connection

    def _half_sender(self, cookie: str) -> socket.socket:
        connection = socket.create_connection(("127.0.0.1", self.server.port))
        head = (
            f"POST {self.address}edit HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookie}\r\nContent-Length: 5000\r\n\r\n"
        )
        connection.sendall(head.encode() + b'{"page"')
        return connection


def _together(server: Server, siege: Siege, seconds: float) -> str:
    one, several = (play(server, siege.someone, seconds) for play in (pages_of_one, several_people))
    return "\n".join(
        f"{who} in {seconds} s: {counted.added} objects added, {counted.undone} steps taken back, "
        f"{counted.redone} done again, {counted.refused} refused; all counted are there"
        for who, counted in (("two pages", one), ("five people", several))
    )


def _watched(server: Server, someone: Someone, viewers: int, most_s: float) -> str:
    alone = page_seconds(someone, someone.new_show("Alone"))
    answers, page = watched_by(server, someone, viewers, 10.0 + viewers / COME_EACH_S)
    if page > max(most_s, SLOWER * alone):
        raise AssertionError(f"with {viewers} viewers a page took {page:.2f} s")
    return f"{viewers} viewers were answered {answers} times; a page of somebody else took {page:.2f} s, 95 of 100"


def _fronted(viewers: int) -> str:
    with behind_the_front() as server:
        return "there is no nginx here" if server is None else _watched(server, Someone(server), viewers, FRONTED_S)


def main(arguments: list[str] | None = None) -> int:
    """Run, and print what was found; 1 if something does not hold."""
    parser = argparse.ArgumentParser(description="Kill a server while it works, then crowd it.")
    for name, count in (
        ("rounds", 50),
        ("readers", 200),
        ("half", 50),
        ("pages", 30),
        ("viewers", 100),
        ("fronted", 500),
        ("recordings", 30),
        ("films", 5),
        ("seed", 1),
    ):
        parser.add_argument(f"--{name}", type=int, default=count)
    asked = parser.parse_args(arguments)
    began = time.monotonic()
    with Server() as server:
        siege = Siege(server, asked.seed)
        try:
            siege.rounds(asked.rounds)
            print(
                f"{asked.rounds} rounds in {time.monotonic() - began:.0f} s: {siege.edits} edits and {siege.uploads} uploads"
            )
            print("were answered, and all are there")
            print(recorded(server, siege.someone, asked.recordings, siege.chance))
            print(filmed(server, siege.someone, asked.films, siege.chance))
            alone, slowest, reading = siege.crowd(asked.readers, asked.half)
            print(_together(server, siege, asked.pages))
            print("heavy: " + "; ".join(heavy.heavy_things(server, siege.someone)))
            print(_watched(server, siege.someone, asked.viewers, VIEWED_S))
            if asked.fronted:
                print(f"behind the front: {_fronted(asked.fronted)}")
            print(f"a small disk: {heavy.small_disk() or 'none can be made here'}")
        except AssertionError as error:
            print(f"broken: {error}")
            print(server.log.read_text(errors="replace")[-3000:])
            return 1
        print(
            f"with {reading} slow readers and {asked.half} half-sent requests a page took {slowest:.2f} s at most, alone {alone:.2f} s"
        )
        print(f"the server took {server.memory() / 1e6:.0f} MB at most and wrote {len(server.traces())} traces")
        return 0 if slowest < max(PAGE_SECONDS, SLOWER * alone) and not server.traces() else 1


if __name__ == "__main__":
    sys.exit(main())
