"""What a part of a package is related to: addresses, pictures, clips and sounds."""

from typing import Any

from ritornel.formats.ooxml.names import Element, found, qualified

_KINDS = {
    "video/mp4": ".mp4",
    "video/quicktime": ".mov",
    "video/webm": ".webm",
    "audio/mpeg": ".mp3",
    "audio/mp4": ".m4a",
    "audio/wav": ".wav",
    "audio/x-wav": ".wav",
    "audio/ogg": ".ogg",
    "image/svg+xml": ".svg",
}


class Parts:
    """The relationships of one part, as python-pptx has it."""

    def __init__(self, part: Any) -> None:
        """State the part."""
        self._part = part

    def address(self, relation: str) -> str:
        """Return the address outside that a relationship leads to; empty where it leads to none."""
        known = self._part.rels.get(relation) if relation in self._part.rels else None
        return str(known.target_ref) if known is not None and known.is_external else ""

    def related(self, relation: str) -> tuple[str, bytes | None]:
        """Return the name and the bytes of what a relationship leads to in the package; None where there is nothing."""
        known = self._part.rels.get(relation)
        if known is None or known.is_external:
            return (str(known.target_ref) if known is not None else "nothing.png"), None
        part = known.target_part
        name = str(part.partname)
        kind = _KINDS.get(part.content_type, "")
        return (
            name if "." in name.rsplit("/", 1)[-1] and not kind else name.rsplit(".", 1)[0] + (kind or ".bin")
        ), bytes(part.blob)

    def medium(self, shape: Element) -> tuple[str, bytes | None] | None:
        """Return name and bytes of the clip or sound that a picture stands for; None where it is but a picture."""
        properties = found(shape, "p:nvPicPr/p:nvPr")
        relation = ""
        for name in ("a:videoFile", "a:audioFile", "a:wavAudioFile"):
            element = found(properties, name)
            if element is not None:
                relation = element.get(qualified("r:link"), "") or element.get(qualified("r:embed"), "")
        media = next(iter(shape.iter(qualified("p14:media"))), None)
        if media is not None and media.get(qualified("r:embed")):
            relation = media.get(qualified("r:embed"), "")
        return self.related(relation) if relation else None
