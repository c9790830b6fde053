"""A show from a file, for commands."""

from pathlib import Path

from ritornel.cli._wrong import Wrong
from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument
from ritornel.formats.shows import archive


def read_show_file(path: Path) -> Show:
    """Return the show of a document or a zip; raise ``Wrong`` with what is wrong."""
    try:
        with path.open("rb") as file:
            return archive.read(file).show
    except OSError as error:
        raise Wrong(f"{path}: cannot be read: {error.strerror}") from error
    except BadDocument as error:
        raise Wrong(f"{path}: {error}") from error
