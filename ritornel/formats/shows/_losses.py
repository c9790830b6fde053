"""What a format leaves out of a show, counted and said in words."""

from collections.abc import Callable, Sequence
from itertools import chain

from ritornel.core.model import Clip, Line, Picture, Shape, Show, Sound
from ritornel.core.model.running import running


def builds(show: Show) -> str:
    """Say how many builds are left out; empty where there are none."""
    return _said(sum(len(slide.running_order) for slide in show.slides), "build")


def transitions(show: Show) -> str:
    """Say how many transitions become cuts."""
    count = sum(slide.transition.type != "cut" for slide in show.slides[1:])
    return f"{_counted(count, 'transition')} {'becomes a cut' if count == 1 else 'become cuts'}" if count else ""


def drawings(show: Show) -> str:
    """Say how many shapes and lines are left out."""
    things = chain.from_iterable(slide.objects for slide in show.slides)
    return _said(sum(isinstance(thing, Shape | Line) for thing in things), "drawing")


def pictures(show: Show) -> str:
    """Say how many pictures and clips are left out."""
    things = chain.from_iterable(slide.objects for slide in show.slides)
    return _said(sum(isinstance(thing, Picture | Clip) for thing in things), "picture")


def sounds(show: Show) -> str:
    """Say how many voices, sounds and beds are left out."""
    things = chain.from_iterable(slide.objects for slide in show.slides)
    voices = sum(slide.narration is not None for slide in show.slides)
    return _said(voices + len(show.beds) + sum(isinstance(thing, Sound) for thing in things), "sound")


def of(*counts: Callable[[Show], str]) -> Callable[[Show], Sequence[str]]:
    """Return what says all of some losses, of the show as it runs, those that there are."""
    return lambda show: [words for count in counts if (words := count(running(show)))]


def _counted(count: int, noun: str) -> str:
    return f"1 {noun}" if count == 1 else f"{count} {noun}s"


def _said(count: int, noun: str) -> str:
    return f"{_counted(count, noun)} {'is' if count == 1 else 'are'} left out" if count else ""
