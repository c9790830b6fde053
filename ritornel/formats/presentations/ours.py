"""A presentation of any format as a document of ours with its media: what a child with bounds makes of what strangers
send.
"""

from pathlib import Path
from tempfile import TemporaryDirectory

from msgspec import Struct

from ritornel.formats.presentations.taken import BadPresentation
from ritornel.formats.show_document import zip_blocks
from ritornel.formats.shows import FORMATS

SECONDS = 400
"""By the clock of a machine that may be busy: on a quiet one 300 slides take about three."""
MEMORY_BYTES = 1100 * 1024 * 1024
TOO_MUCH = "it takes more time or memory to read than a presentation may; part it in two"


class Made(Struct, frozen=True):
    """What was made of a presentation: how many slides and builds, and in words what became different."""

    slides: int
    builds: int
    changed: tuple[str, ...]


def format_for(name: str) -> str:
    """Return the name of the format whose presentations end as a file's name does; empty where it is none of them."""
    known = (f for f in FORMATS.values() if f.is_presentation and name.lower().endswith(f.endings))
    return next((format_.name for format_ in known), "")


def made_ours(source: Path, format_: str, target: Path) -> Made:
    """Write a presentation as a zip of ours to ``target``; ``BadPresentation`` if it cannot be read."""
    reads = FORMATS[format_].reads
    if reads is None:
        raise BadPresentation("it is in a format that is only written")
    with source.open("rb") as file:
        show, media, changed = reads(file)
    with TemporaryDirectory(dir=target.parent) as folder, target.open("wb") as out:
        files = {}
        for id_, content in media.items():
            files[id_] = Path(folder) / id_
            files[id_].write_bytes(content)
        for block in zip_blocks(show, files):
            out.write(block)
    return Made(len(show.slides), sum(len(slide.running_order) for slide in show.slides), tuple(changed))
