"""A show's document alone: JSON (RFC 8259), described in docs/show-format.md."""

from collections.abc import Iterator, Mapping
from pathlib import Path

from ritornel.core.model import Show
from ritornel.formats.show_document import contents_of, document_of
from ritornel.formats.shows._protocol import Format


def _written(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    yield document_of(show)


FORMAT = Format(
    name="document",
    says="show document",
    standard="RFC 8259; docs/show-format.md",
    endings=(".ritornel.json",),
    mime="application/json",
    brought="show",
    reads=lambda file: contents_of(file, 0).show,
    writes=_written,
    loses=lambda show: ["the files of its pictures, clips and sounds are left out"] if show.assets else (),
)
