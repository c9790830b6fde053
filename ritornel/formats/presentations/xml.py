"""XML of strangers, parsed within bounds: no entities, nothing fetched, no deeper or larger than a presentation is."""

import struct
import zipfile
import zlib
from typing import BinaryIO

from lxml import etree

from ritornel.formats.presentations.taken import BadPresentation

Element = etree._Element
MOST_XML_BYTES = 64 * 1024 * 1024
MOST_MEMBER_BYTES = 300 * 1024 * 1024
_MOST_MEMBERS = 20_000
DAMAGED = (zipfile.BadZipFile, zlib.error, EOFError, OSError, RuntimeError, OverflowError, ValueError, struct.error)


def parsed(content: bytes) -> Element:
    """Return the root of an XML document; ``BadPresentation`` if it is none."""
    if len(content) > MOST_XML_BYTES:
        raise BadPresentation("it has more in it than can be read; part it in two")
    parser = etree.XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False)
    try:
        root = etree.fromstring(content, parser)
    except etree.XMLSyntaxError as error:
        raise BadPresentation("it is damaged: what it says cannot be read; save it again") from error
    if root.getroottree().docinfo.internalDTD is not None:
        raise BadPresentation("it declares a document type, which presentations do not; save it again")
    return root


class Package:
    """The members of a zip, looked at before they are unpacked."""

    def __init__(self, file: BinaryIO) -> None:
        """Open a zip; ``BadPresentation`` if it is none."""
        try:
            self._zip = zipfile.ZipFile(file)
        except DAMAGED as error:
            raise BadPresentation("the file is damaged, or cut off; save it again") from error
        self.names = frozenset(self._zip.namelist())
        if len(self.names) > _MOST_MEMBERS:
            raise BadPresentation("it has more in it than can be read; part it in two")

    def member(self, name: str, most: int = MOST_MEMBER_BYTES) -> bytes | None:
        """Return what a member holds; None if there is none of that name. ``BadPresentation`` beyond the bounds."""
        if name not in self.names:
            return None
        self.check(name)
        if self._zip.getinfo(name).file_size > most:
            raise BadPresentation(f"{name} in it is larger than can be read; make it smaller")
        try:
            return self._zip.read(name)
        except DAMAGED as error:
            raise BadPresentation(f"{name} in it is damaged; save it again") from error

    def check(self, name: str) -> None:
        """Look at what a member says of itself; ``BadPresentation`` beyond the bounds."""
        told = self._zip.getinfo(name)
        if told.flag_bits & 1:
            raise BadPresentation("it is locked by a password; save it without one and try again")
        most = MOST_XML_BYTES if name.endswith((".xml", ".rels")) else MOST_MEMBER_BYTES
        if told.file_size > most:
            raise BadPresentation(f"{name} in it is larger than can be read; make it smaller")

    def xml(self, name: str) -> Element | None:
        """Return the root of a member that is XML; None if there is none of that name."""
        content = self.member(name, MOST_XML_BYTES)
        return None if content is None else parsed(content)
