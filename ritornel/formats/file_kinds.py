"""What a file is, by the ending of its name: decided here once, for the server and for pages."""

from typing import Literal

from ritornel.formats.media_kinds import CLAIMS, Kind

FileKind = Kind | Literal["outline", "show"]

FILE_KINDS: dict[str, FileKind] = {
    **{ending: claim.kind for ending, claim in CLAIMS.items()},
    **dict.fromkeys((".md", ".markdown", ".txt"), "outline"),
    **dict.fromkeys((".ritornel.json", ".zip"), "show"),
}
"""The kind of file for each ending; of endings that lie in one another the longest counts."""


def kind_of(name: str) -> FileKind | None:
    """Return what a file of that name is; None for one of which nothing can be made."""
    endings = (ending for ending in sorted(FILE_KINDS, key=len, reverse=True) if name.lower().endswith(ending))
    found = next(endings, None)
    return None if found is None else FILE_KINDS[found]
