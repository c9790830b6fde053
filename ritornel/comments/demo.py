"""What is said about the demo's talk."""

from datetime import timedelta

import msgspec
from django.contrib.auth import get_user_model
from django.utils import timezone

from ritornel.comments.models import Comment
from ritornel.core.score import compile
from ritornel.core.score.anchors import Place, anchored
from ritornel.shows import in_rows
from ritornel.shows.models import Show

_SAID = (
    (
        "teacher",
        "bath",
        "mercury",
        "My class will ask whether it is safe to stand beside. A sentence?",
        ("curator", "It has a lid since 1911. I say it when I record this one."),
    ),
    ("boatman", "clockwork", "", "From the water it is three flashes and then one, not four: look again?", None),
    ("curator", "skerry", "So they built a tower", "A breath before this: the ships should sink in.", None),
)
"""Who says it, on which slide, about which words (none: about the slide), what, and who answers."""


def speak(talk: Show) -> None:
    """Let the others say what they think of the talk."""
    show = in_rows.load(talk)
    score, people = compile(show), {person.get_username(): person for person in get_user_model().objects.all()}
    began = timezone.now() - timedelta(hours=5)
    for number, (name, slide, words, said, answer) in enumerate(_SAID, 1):
        script = next(one.script for one in show.slides if one.id == slide)
        at = script.find(words) if words else -1
        place = Place(slide=slide, start=at, end=at + len(words)) if at >= 0 else Place(slide=slide)
        fields = {"show": talk, "anchor": msgspec.to_builtins(anchored(show, score, place))}
        made_at = began + timedelta(minutes=40 * number)
        first = Comment.objects.create(by=people[name], name=name, words=said, number=number, made_at=made_at, **fields)
        if answer is not None:
            who, words = answer
            later = made_at + timedelta(minutes=25)
            Comment.objects.create(by=people[who], name=who, words=words, under=first, made_at=later, **fields)
