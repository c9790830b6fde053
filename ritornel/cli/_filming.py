"""Making a film in one process, for commands: its pieces one after another, with a bar that tells how far it is."""

import os
import sys
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from rich.progress import BarColumn, Progress, TextColumn, TimeRemainingColumn

from ritornel.render.filming import Film, Sources
from ritornel.render.segment_pictures import Pictures
from ritornel.render.ways_out import WAYS


def make_film(film: Film, sources: Sources, out: Path, folder: Path) -> None:
    """Make all pieces of a film in a folder, and join them. What is half written is not left behind."""
    way = WAYS[film.settings.kind]
    paths = {piece.name: folder / f"{piece.name}.{way.ending}" for piece in film.pieces}
    columns = (
        TextColumn("{task.description}"),
        BarColumn(),
        TextColumn("{task.percentage:>3.0f} %"),
        TimeRemainingColumn(),
    )
    with (
        Progress(*columns, transient=True, disable=not sys.stderr.isatty()) as progress,
        ThreadPoolExecutor(1) as beside,
    ):
        task = progress.add_task(f"making {out.name}", total=film.weight)
        # what is heard is mixed beside what is seen: each waits for the disk, or for its encoder, now and then
        others = [piece for piece in film.pieces if piece.what != "picture"]
        coming = [beside.submit(way.make, film, piece, sources, paths[piece.name], _nobody) for piece in others]
        done = 0
        if film.of("picture"):
            with Pictures(film, sources.files) as pictures:
                for piece in film.of("picture"):
                    pictures.make(
                        piece,
                        paths[piece.name],
                        lambda count, so_far=done: progress.update(task, completed=so_far + count),
                    )
                    done += piece.weight
        for made in coming:
            made.result()
    arriving = out.with_name(f".{os.getpid()}-{out.name}")
    try:
        way.join(film, paths, arriving)
        arriving.replace(out)
    finally:
        arriving.unlink(missing_ok=True)


def _nobody(_done: int) -> None:
    """Tell nobody how far a piece is."""
