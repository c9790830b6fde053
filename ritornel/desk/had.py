"""What pages of each revision of a show were told, as long as it is remembered: they are told only what differs."""

from collections.abc import Mapping
from typing import NamedTuple
from uuid import UUID

from ritornel.core.model import Asset, Show
from ritornel.core.model.memory import Memory
from ritornel.shows.models import Show as ShowRow

_MOST_BYTES = 4 * 1024 * 1024


class Had(NamedTuple):
    """What pages of a revision have: the assets, and the slides' versions by their ids."""

    assets: tuple[Asset, ...]
    versions: Mapping[str, str]


_had: Memory[tuple[UUID, int], Had] = Memory(_MOST_BYTES)


def had(row: ShowRow, revision: int | None) -> Had | None:
    """Return what pages of that revision were told; None if there is none, or it is forgotten."""
    return None if revision is None else _had.get((row.pk, revision))


def remember(row: ShowRow, show: Show, versions: Mapping[str, str]) -> None:
    """Remember what pages of the row's revision are told."""
    _had.put((row.pk, row.revision), Had(show.assets, versions), 500 + 100 * len(versions))


def forget() -> None:
    """Forget everything, as a new process."""
    _had.clear()
