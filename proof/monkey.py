"""Play on the desk as nobody would: keys, words and drags at random, over and over, on the demo show.

    bin/monkey [--seconds 60] [--seed 1] [--rounds 3] [--pages 2] [--people 1]

Several pages of the same show, of one or of several people, are played on in turns. They must raise no error, everything must get kept, and what they
show must be what a fresh page shows. Prints what was done last when something does not hold, and exits 1.
"""

import argparse
import random
import sys
import time
from contextlib import suppress

from playwright.sync_api import Browser, Error, Page, sync_playwright

from proof.server import FLAGS, PASSWORD, USER, Server

KEYS = (
    "n", "Shift+n", "t", "r", "d", "e", "g", "v", "b", "a", "Enter", "Control+d", "Delete", "Space", "Shift+Space",
    "Home", ",", ".", "f", "Shift+f", "l", "Shift+l", "PageUp", "PageDown", "Alt+PageUp", "Alt+PageDown", "m", "x",
    "q", "Shift+q", "Alt+b", "Shift+b", "o", "Shift+o", "j", "Control+a", "Escape", "[", "]", "Alt+]", "Alt+[",
    "Control+g", "Control+Shift+g", "Control+l", "Control+h", "u", "y", "Shift+y", "Alt+y", "k", "Control+z",
    "Control+z", "Control+Shift+z", "1", "2", "3", "4", "+", "-", "w", "z", "h", "Shift+c", "Alt+c", "ArrowLeft",
    "ArrowRight", "ArrowUp", "Shift+ArrowDown", "Control+ArrowRight", "Tab", "Tab", "Control+c", "Control+v",
    "Control+x", "Control+b", "Control+Enter", "Shift+v",
)  # fmt: skip
WORDS = ("lamp", "[1] a", "12", "50%", "ü 灯", "\n")
KEPT_SECONDS = 30
FOLLOWED_SECONDS = 3
SHOWN = """async (id) => {
  await ritornel.store.loader.need(id);
  const { order, show, length, slides } = ritornel.store.shown;
  return JSON.stringify([order.map(([id]) => id), show, length, slides[id]?.document]);
}"""


def opened(page: Page, address: str) -> None:
    """Open the desk."""
    page.goto(address)
    page.wait_for_selector("html[data-ready]", state="attached")


class Monkey:
    """Pages of one desk, and what was done on them."""

    def __init__(self, pages: list[Page], seed: int) -> None:
        """Listen for errors."""
        self.pages, self.page, self.chance = pages, pages[0], random.Random(seed)
        self.done: list[str] = []
        self.errors: list[str] = []
        for page in pages:
            page.on("pageerror", lambda error: self.errors.append(error.stack or str(error)))

    def play(self, address: str, seconds: float) -> list[str]:
        """Play, and return what does not hold."""
        for page in self.pages:
            opened(page, address)
        end = time.monotonic() + seconds
        while time.monotonic() < end and not self.errors:
            if self.chance.random() < 0.1:
                self.page = self.chance.choice(self.pages)
                self.page.bring_to_front()
            self.step()
            if self.page.url.split("?")[0] != address:
                opened(self.page, address)
        return self.errors or self.unlike(address)

    def step(self) -> None:
        """Do one thing."""
        chance = self.chance.random()
        if chance < 0.62:
            key = self.chance.choice(KEYS)
            self.done.append(key)
            self.page.keyboard.press(key)
        elif chance < 0.72:
            words = self.chance.choice(WORDS)
            self.done.append(f"type {words!r}")
            self.page.keyboard.type(words)
        elif chance < 0.9:
            self.drag(self.place(), self.place() if self.chance.random() < 0.5 else None)
        else:
            x, y = self.place()
            self.done.append(f"click {x},{y}")
            with suppress(Error):  # the page may be gone before the second click
                self.page.mouse.click(x, y, click_count=self.chance.choice((1, 1, 2)))

    def drag(self, start: tuple[int, int], end: tuple[int, int] | None) -> None:
        """Drag from a place to another, or a little way; now and then Escape leaves it."""
        x, y = end or (start[0] + self.chance.randint(-60, 60), start[1] + self.chance.randint(-60, 60))
        self.done.append(f"drag {start} {x, y}")
        mouse = self.page.mouse
        mouse.move(*start)
        mouse.down()
        mouse.move(x, y, steps=3)
        if self.chance.random() < 0.1:
            self.page.keyboard.press("Escape")
        mouse.up()

    def place(self) -> tuple[int, int]:
        """Return somewhere below the header."""
        return self.chance.randint(5, 1270), self.chance.randint(60, 790)

    def unlike(self, address: str) -> list[str]:
        """Return what is not kept, or what a fresh page shows otherwise."""
        for page in self.pages:
            for _ in range(4):
                page.keyboard.press("Escape")
        end = time.monotonic() + KEPT_SECONDS
        while any(page.evaluate("ritornel.store.line.busy") for page in self.pages):
            if time.monotonic() > end:
                return ["not everything was kept"]
            time.sleep(0.1)
        focus, shown = self.page.evaluate("ritornel.store.focus"), []
        for page in self.pages:
            page.bring_to_front()
            time.sleep(FOLLOWED_SECONDS)
            shown.append(page.evaluate(SHOWN, focus))
        opened(self.page, address)
        fresh = self.page.evaluate(SHOWN, focus)
        return [f"shown: {words[:2000]}\n  by a fresh page: {fresh[:2000]}" for words in shown if words != fresh]


def signed_in(browser: Browser, server: Server, name: str) -> Page:
    """Return a page of somebody who has signed in."""
    page = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=server.url).new_page()
    page.goto("/sign-in")
    page.fill("[name=login]", name)
    page.fill("[name=password]", PASSWORD)
    page.click("main button")
    page.wait_for_url(f"{server.url}/")
    return page


def main() -> int:
    """Play for a while, in rounds of other seeds."""
    asked = argparse.ArgumentParser(
        prog="bin/monkey", description=__doc__, formatter_class=argparse.RawTextHelpFormatter
    )
    asked.add_argument("--seconds", type=float, default=60)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--rounds", type=int, default=3)
    asked.add_argument("--pages", type=int, default=2)
    asked.add_argument("--people", type=int, default=1, help="so many edit it, each on a page (at least) of their own")
    given = asked.parse_args()
    with Server() as server, sync_playwright() as driver:
        server.manage("make_demo")
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        editors = server.add_editors("How the lamp turns", given.people - 1)
        people = [signed_in(browser, server, name) for name in (USER, *editors)]
        people[0].click("text=How the lamp turns")
        people[0].wait_for_selector("html[data-ready]", state="attached")
        address = people[0].url.split("?")[0]
        pages = [*people, *(people[0].context.new_page() for _ in range(given.pages - len(people)))]
        for seed in range(given.seed, given.seed + given.rounds):
            monkey = Monkey(pages, seed)
            wrong = monkey.play(address, given.seconds)
            print(f"seed {seed}: {len(monkey.done)} things done", "".join(f"\n  {words}" for words in wrong))
            if wrong:
                print("  last:", *monkey.done[-40:], sep="\n    ")
                return 1
        browser.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())
