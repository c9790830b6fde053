"""What a format leaves out of a show, counted and said in words."""

from collections.abc import Callable, Sequence
from itertools import chain

from msgspec.structs import replace

from ritornel.core.model import Clip, Line, Picture, Shape, Show, Sound
from ritornel.core.model.framing import Framing
from ritornel.core.model.running import running
from ritornel.formats.ooxml.transitions import is_held
from ritornel.formats.presentations.telling import can_be_said, is_standard


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


def beds(show: Show) -> str:
    """Say how many beds are left out."""
    return _said(len(show.beds), "bed")


def own_transitions(show: Show) -> str:
    """Say how many transitions are none of SMIL's, and become crossfades."""
    count = sum(not is_standard(slide.transition.type) for slide in show.slides[1:] if slide.transition.type != "cut")
    return (
        f"{_counted(count, 'transition')} {'becomes a crossfade' if count == 1 else 'become crossfades'}"
        if count
        else ""
    )


def own_builds(show: Show) -> str:
    """Say how many builds only take their time where ours are not known."""
    count = sum(not can_be_said(step) for slide in show.slides for step in slide.running_order if not step.off)
    if not count:
        return ""
    takes = "takes its" if count == 1 else "take their"
    return f"{_counted(count, 'build')} only {takes} time: the format has no such motion"


def cut_voices(show: Show) -> str:
    """Say how many voices are heard whole, without their cuts and cues."""
    voices = (slide.narration for slide in show.slides if slide.narration is not None)
    count = sum(bool(v.in_ms or v.out_ms is not None or v.kept or v.marks) for v in voices)
    return (
        f"{_counted(count, 'voice')} {'is' if count == 1 else 'are'} heard whole, without cuts and cues"
        if count
        else ""
    )


def framing(show: Show) -> str:
    """Say how many pictures lose their form, border or tone."""
    framed = (thing.frame for slide in show.slides for thing in slide.objects if isinstance(thing, Picture | Clip))
    plain = Framing()
    count = sum(replace(frame, crop=plain.crop, mirrored=False) != plain for frame in framed)
    return (
        f"{_counted(count, 'picture')} {'loses its' if count == 1 else 'lose their'} form, border or tone"
        if count
        else ""
    )


def soft_edges(show: Show) -> str:
    """Say how many objects lose the softness of their edge."""
    return _said(sum(bool(thing.soft_edge) for slide in show.slides for thing in slide.objects), "soft edge")


def gradients(show: Show) -> str:
    """Say how many gradients lose the colours in their middle."""
    things = chain.from_iterable(slide.objects for slide in show.slides)
    many = sum(isinstance(t, Shape) and t.gradient is not None and len(t.gradient.stops) > 2 for t in things)
    keeps = "keeps its" if many == 1 else "keep their"
    return f"{_counted(many, 'gradient')} {keeps} first and last colour only" if many else ""


def voices(show: Show) -> str:
    """Say how many voices are left out."""
    return _said(sum(slide.narration is not None for slide in show.slides), "voice")


def unlike_transitions(show: Show) -> str:
    """Say how many transitions have none like them, and become fades."""
    count = sum(not is_held(slide.transition) for slide in show.slides[1:])
    return f"{_counted(count, 'transition')} {'becomes a fade' if count == 1 else 'become fades'}" if count else ""


def settings_of_builds(show: Show) -> str:
    """Say how many builds lose their own easing, or what they do afterwards."""
    steps = (step for slide in show.slides for step in slide.running_order if not step.off)
    count = sum(bool(step.easing or step.afterwards != "stays") for step in steps)
    loses = "loses its" if count == 1 else "lose their"
    return f"{_counted(count, 'build')} {loses} easing, or what comes afterwards" if count else ""


def planes(show: Show) -> str:
    """Say on how many planes nothing goes from view to view: what lies on them lies on and beside the page."""
    count = sum(slide.plane is not None for slide in show.slides)
    left = "is a page that its things reach beyond" if count == 1 else "are pages that their things reach beyond"
    return f"{_counted(count, 'plane')} {left}, and nothing goes from view to view" if count else ""


def structure(show: Show) -> str:
    """Say what is left out of what a show has beside its slides: chapters and captions."""
    written = sum(len(slide.captions) for slide in show.slides)
    return "; ".join(filter(None, (_said(len(show.chapters), "chapter"), _said(written, "caption track"))))


def of(*counts: Callable[[Show], str]) -> Callable[[Show], Sequence[str]]:
    """Return what says all of some losses, of the show as it runs, those that there are."""
    return lambda show: [words for count in counts if (words := count(running(show)))]


def _counted(count: int, noun: str) -> str:
    return f"1 {noun}" if count == 1 else f"{count} {noun}s"


def _said(count: int, noun: str) -> str:
    return f"{_counted(count, noun)} {'is' if count == 1 else 'are'} left out" if count else ""
