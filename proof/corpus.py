"""Presentations and pages that nobody here made, out of packages of the registries, are taken in: each without an error.

    bin/corpus [--draw FOLDER]

Fetches the packages that ``PACKAGES`` names, reads every presentation, document of pages and outline in them, and tells
what becomes different in each; with ``--draw`` it leaves a picture of every slide. Exits 1 if one cannot be read.
"""

import argparse
import io
import subprocess
import sys
import tarfile
import tempfile
import zipfile
from collections.abc import Iterator
from pathlib import Path, PurePosixPath

from PIL import Image

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.formats import pdf
from ritornel.formats.media_kinds import UNREADABLE, BadMedia
from ritornel.formats.outline import BadOutline, read_outline
from ritornel.formats.presentations import BadPresentation, Taken
from ritornel.formats.presentations.ours import format_for
from ritornel.formats.shows import FORMATS
from ritornel.render.picture import slide_png

PACKAGES = {
    "python-pptx==1.0.2": "pip",
    "odfpy==1.4.1": "pip",
    "fpdf2==2.8.9": "pip",
    "pypdfium2==5.15.2": "pip",
    "libodfdom-java": "apt",
}
"""What is fetched, and from which registry."""

_MADE_SO = ("there are no slides in it", "is locked by a password; save it without one and try again")
"""So some of their files are on purpose: that is said, and is no fault."""

_ENDINGS = (".odp", ".fodp", ".pptx", ".pdf", ".md")
_PIXELS = 480


def fetched(folder: Path) -> Iterator[Path]:
    """Yield the packages, fetched into a folder."""
    for name, registry in PACKAGES.items():
        target = folder / name.partition("=")[0]
        target.mkdir()
        command = ["apt-get", "download", name]
        if registry == "pip":
            command = [sys.executable, "-m", "pip", "download", "-q", "--no-deps", "--no-binary", ":all:", "--no-build-isolation", name]  # fmt: skip
        subprocess.run(command, cwd=target, check=True, stdout=subprocess.DEVNULL)
        if registry == "apt":
            (package,) = target.glob("*.deb")
            subprocess.run(["dpkg", "-x", str(package), str(target)], check=True)
        yield target


def files_in(folder: Path) -> Iterator[tuple[str, bytes]]:
    """Yield the files that can be read, in the archives below a folder."""
    for path in sorted(folder.rglob("*")):
        if path.is_symlink() or not path.is_file():
            continue
        if tarfile.is_tarfile(path):
            with tarfile.open(path) as archive:
                for member in archive.getmembers():
                    held = archive.extractfile(member) if member.name.endswith(_ENDINGS) and member.isfile() else None
                    if held is not None:
                        yield f"{folder.name}/{PurePosixPath(member.name).name}", held.read()
        elif path.suffix == ".jar":
            with zipfile.ZipFile(path) as jar:
                for name in jar.namelist():
                    if name.endswith(_ENDINGS):
                        yield f"{folder.name}/{PurePosixPath(name).name}", jar.read(name)


def told_of(name: str, content: bytes, draw: Path | None) -> str:
    """Read a file, and return what there is to tell of it. Raises if it cannot be read."""
    if name.endswith(".pdf"):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "pages.pdf"
            path.write_bytes(content)
            pages = pdf.facts_of(path, name).pages
            for number in range(min(pages, 20)):
                pdf.draw_page(path, number, Path(folder))
        return f"{pages} pages"
    if name.endswith(".md"):
        return f"{len(read_outline(content.decode()))} slides of an outline"
    reads = FORMATS[format_for(name)].reads
    assert reads is not None
    taken: Taken = reads(io.BytesIO(content))
    compile(taken.show)
    if draw is not None:
        _draw(name, taken, draw)
    builds = sum(len(slide.running_order) for slide in taken.show.slides)
    objects = sum(len(slide.objects) for slide in taken.show.slides)
    return f"{_counted(taken.show)}, {objects} objects, {builds} builds; {'; '.join(taken.changed) or 'as it was'}"


def _counted(show: Show) -> str:
    return f"{len(show.slides)} slide{'' if len(show.slides) == 1 else 's'}"


def _draw(name: str, taken: Taken, folder: Path) -> None:
    def small(asset: str) -> tuple[bytes, str] | None:
        content = taken.media.get(asset)
        if content is None:
            return None
        try:
            with Image.open(io.BytesIO(content)) as picture:
                picture.thumbnail((_PIXELS, _PIXELS))
                held = io.BytesIO()
                picture.convert("RGBA").save(held, "PNG")
        except UNREADABLE:
            return None
        return held.getvalue(), "image/png"

    for number, slide in enumerate(taken.show.slides, 1):
        drawn = slide_png(slide, taken.show.width, taken.show.height, small, _PIXELS)
        (folder / f"{name.replace('/', '-')}-{number}.png").write_bytes(drawn)


def main(arguments: list[str] | None = None) -> int:
    """Fetch, read and tell; 1 if something cannot be read."""
    parser = argparse.ArgumentParser(description=(__doc__ or "").splitlines()[0])
    parser.add_argument("--draw", type=Path, help="leave a picture of every slide in this folder")
    asked = parser.parse_args(arguments)
    if asked.draw is not None:
        asked.draw.mkdir(parents=True, exist_ok=True)
    read = wrong = 0
    with tempfile.TemporaryDirectory() as folder:
        for package in fetched(Path(folder)):
            for name, content in files_in(package):
                try:
                    words = told_of(name, content, asked.draw)
                    read += 1
                except (BadPresentation, BadMedia, BadOutline, UnicodeDecodeError) as error:
                    words = f"NOT READ: {error}"
                    wrong += not str(error).endswith(_MADE_SO)
                print(f"{name}: {words}", flush=True)
    print(f"{read} read, {wrong} not")
    return 1 if wrong or read < 30 else 0


if __name__ == "__main__":
    sys.exit(main())
