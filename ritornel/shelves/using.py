"""Where the shows of an account use an asset, and another one put in its place in all of them."""

from typing import NamedTuple
from uuid import UUID

from django.urls import reverse

from ritornel.core.edits.replacing import ReplaceAsset
from ritornel.core.model.uses import Uses, uses_of
from ritornel.core.text.credits import credit_lines
from ritornel.shows import in_rows, keeping
from ritornel.shows.models import Show


class Used(NamedTuple):
    """Where one show uses an asset."""

    show: Show
    uses: Uses

    @property
    def words(self) -> str:
        """In words: the show's title, and where in it."""
        return f"{self.show.title} {self.places}"

    @property
    def places(self) -> str:
        """Where in the show: the numbers of slides, and the bed."""
        numbers = ", ".join(str(n) for n in self.uses.slides[:_NUMBERED])
        more = ", …" if len(self.uses.slides) > _NUMBERED else ""
        return ", ".join(word for word in (numbers + more, "bed" if self.uses.bed else "") if word)

    @property
    def address(self) -> str:
        """The show's desk."""
        return reverse("desk:desk", args=[self.show.pk])


_NUMBERED = 6


def used_by(owner) -> dict[str, list[Used]]:
    """Return by asset where the owner's shows use it, archived ones too; the shows last kept come first."""
    found: dict[str, list[Used]] = {}
    for row in Show.objects.filter(owner=owner).order_by("-kept_at").prefetch_related("chapters", "beds"):
        for asset, uses in uses_of(in_rows.load(row)).items():
            found.setdefault(asset, []).append(Used(row, uses))
    return found


def credits_in(owner, show_id: str) -> list[str]:
    """Return what the credits of one of the owner's shows say, a line each; nothing if there is no such show."""
    try:
        row = Show.objects.get(pk=UUID(show_id), owner=owner)
    except (ValueError, Show.DoesNotExist):
        return []
    return credit_lines(in_rows.load(row))


def replace_everywhere(owner, old: str, new: str) -> list[Used]:
    """Put one asset in another's place in every show of an owner, an edit of its own in each; return where it stood.

    Raises ``BadEdit`` if it cannot stand there.
    """
    changed = []
    for used in used_by(owner).get(old, []):
        keeping.edit(
            used.show.pk, used.show.revision, ReplaceAsset(old=old, asset=new), keeping.Author(person=owner.pk)
        )
        changed.append(used)
    return changed
