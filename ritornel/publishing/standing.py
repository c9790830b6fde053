"""Addresses that stay: one for each show, which plays its newest edition, or the one that was chosen."""

from ritornel.publishing.models import Edition, StandingAddress
from ritornel.shows.models import Show


def standing_of(row: Show) -> StandingAddress:
    """Return the standing address of a show, made if there is none yet."""
    return StandingAddress.objects.get_or_create(show=row)[0]


def edition_at(token: str) -> Edition | None:
    """Return what a standing address plays: the edition that was chosen while it is shown, else the newest that is.

    One for everybody who has its link; None where nothing is shown. Raises ``StandingAddress.DoesNotExist``.
    """
    address = StandingAddress.objects.get(token=token)
    shown = Edition.objects.filter(show_id=address.show_id, withdrawn_at=None, for_invited=False).defer(
        "document", "assets"
    )
    return shown.filter(pk=address.edition_id).first() or shown.order_by("-number").first()
