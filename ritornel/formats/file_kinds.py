"""What a file is, by the ending of its name: decided here once, for the server and for pages."""

from ritornel.formats.media_kinds import CLAIMS
from ritornel.formats.shows import FORMATS

FILE_KINDS: dict[str, str] = {
    **{ending: claim.kind for ending, claim in CLAIMS.items()},
    **{ending: format_.brought for format_ in FORMATS.values() for ending in format_.endings},
}
"""The kind of file for each ending; of endings that lie in one another the longest counts."""
