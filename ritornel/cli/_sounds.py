"""The media of a show in a zip, for commands: laid out in a folder, and listened to."""

import zipfile
from collections.abc import Iterator
from functools import partial
from pathlib import Path
from typing import Any

from av.error import FFmpegError
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.cli._wrong import Wrong
from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument
from ritornel.formats.samples import measured, paced_blocks
from ritornel.formats.shows import archive


class Sounding:
    """A show with its media: where their ``files`` lie, and what was wrong with those that cannot be heard."""

    def __init__(self, path: Path, folder: Path, seen: bool = False) -> None:
        """Read a show, lay its sounds out in ``folder``, and measure those that were not; ``Wrong`` says why not.

        What is ``seen`` is laid out too, if that is wished.
        """
        self._seen = seen
        self.silent: list[str] = []
        self.files: dict[str, Path] = {}
        try:
            with path.open("rb") as file:
                contents = archive.read(file)
                self._lay_out(contents.show, contents.media, file, folder)
        except OSError as error:
            raise Wrong(f"{path}: cannot be read: {error.strerror}") from error
        except BadDocument as error:
            raise Wrong(f"{path}: {error}") from error
        self.show = self._heard(contents.show)

    def opened(self, asset: str, start_s: float, pace: float) -> Iterator[NDArray[Any]]:
        """Give the samples of an asset; nothing of one that is not there."""
        file = self.files.get(asset)
        return iter(()) if file is None else paced_blocks(file, start_s, pace)

    def _lay_out(self, show: Show, media: dict[str, tuple[str, int]], file: Any, folder: Path) -> None:
        wanted = {a.id for a in show.assets if self._seen or a.kind == "sound" or a.has_sound}
        if not wanted & media.keys():
            return
        file.seek(0)
        with zipfile.ZipFile(file) as packed:
            for number, asset in enumerate(sorted(wanted & media.keys())):
                target = folder / f"{number}"
                with packed.open(media[asset][0]) as member, target.open("wb") as out:
                    for block in iter(partial(member.read, 1 << 20), b""):
                        out.write(block)
                self.files[asset] = target

    def _heard(self, show: Show) -> Show:
        """Return the show with what is heard in its sounds."""
        assets = []
        for asset in show.assets:
            file = self.files.get(asset.id)
            if file is None and (asset.kind == "sound" or asset.has_sound):
                self.silent.append(f"{asset.name or asset.id}: is not in the file")
            elif file is not None and (asset.kind == "sound" or asset.has_sound):
                try:
                    asset = replace(asset, sound=measured(file))
                except (FFmpegError, IndexError):
                    self.silent.append(f"{asset.name or asset.id}: does not decode as a sound")
                    del self.files[asset.id]
            assets.append(asset)
        return replace(show, assets=tuple(assets))
