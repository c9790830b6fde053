"""A show's document with its media, in a zip (ISO/IEC 21320-1)."""

from typing import BinaryIO

from ritornel.formats.show_document import MOST_MEDIA_BYTES, Contents, contents_of, zip_blocks
from ritornel.formats.shows._protocol import Format


def read(file: BinaryIO) -> Contents:
    """Return what is in a zip, or in a document alone; ``BadDocument`` if it is neither."""
    return contents_of(file, MOST_MEDIA_BYTES)


FORMAT = Format(
    name="zip",
    says="show with its media",
    standard="ISO/IEC 21320-1; docs/show-format.md",
    endings=(".zip",),
    mime="application/zip",
    brought="show",
    reads=read,
    writes=zip_blocks,
)
