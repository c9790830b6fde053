"""Who may see an edition: everybody who has its link, or those who were invited; until a day, so often, if wished."""

from collections.abc import Iterable
from datetime import timedelta
from typing import Any

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db.models import F
from django.http import HttpRequest
from django.urls import reverse
from django.utils import timezone

from ritornel.accounts.addresses import confirmed_addresses
from ritornel.publishing.models import Edition, Invitation
from ritornel.shows.access import act_of
from ritornel.site.mail import send

MOST_INVITED = 200
_SESSION = "invitations"


class NotShown(Exception):
    """The edition is not shown to who asks: the words say why."""

    def __init__(self, words: str, status: int = 410) -> None:
        """State why; 410 where it is shown to nobody, 403 where it is shown to others."""
        super().__init__(words)
        self.status = status


WITHDRAWN = "This show is no longer shown"
FOR_INVITED = "This show is for those who were invited"
OVER = "This show was shown until a day that is past"
OFTEN = "This show has been watched as often as it may be"


def check_shown(request: HttpRequest, edition: Edition) -> None:
    """Raise ``NotShown`` if who asks may not see an edition, or nobody may any more.

    Its owner, and those who have a part in its show, always may.
    """
    if edition.withdrawn_at is not None:
        raise NotShown(WITHDRAWN)
    is_over = edition.until is not None and timezone.now() >= edition.until
    if not (is_over or edition.for_invited) or is_of_the_show(request, edition):
        return
    if is_over:
        raise NotShown(OVER)
    if not _is_invited(request, edition):
        raise NotShown(FOR_INVITED, 403)


def check_opened(request: HttpRequest, edition: Edition) -> None:
    """Do the same for somebody who begins to watch: one more of so many, if there may be only so many."""
    check_shown(request, edition)
    if edition.most_views is None or is_of_the_show(request, edition):
        return
    if not Edition.objects.filter(pk=edition.pk, views__lt=edition.most_views).update(views=F("views") + 1):
        raise NotShown(OFTEN)


def is_of_the_show(request: HttpRequest, edition: Edition) -> bool:
    """Tell whether who asks made the edition's show, or has a part in it."""
    user = request.user
    if not user.is_authenticated:
        return False
    return user.pk == edition.owner_id or (edition.show is not None and act_of(user, edition.show) is not None)


def _is_invited(request: HttpRequest, edition: Edition) -> bool:
    there = edition.invitations.filter(withdrawn_at=None)
    if there.filter(address__in=confirmed_addresses(request.user)).exists():
        return True
    held = request.session.get(_SESSION, {}).get(edition.token, "")
    return bool(held) and there.filter(token=held).exists()


def admit(request: HttpRequest, invitation: Invitation) -> None:
    """Let who came by an invitation see its edition, for as long as their browser remembers it."""
    request.session[_SESSION] = {**request.session.get(_SESSION, {}), invitation.edition.token: invitation.token}
    if invitation.opened_at is None:
        Invitation.objects.filter(pk=invitation.pk).update(opened_at=timezone.now())


def addresses_in(text: str) -> list[str]:
    """Return the mail addresses of a text, parted by commas, spaces or lines. Raises ``ValueError`` with words."""
    found = list(dict.fromkeys(word.strip("<>,;").lower() for word in text.replace(",", " ").replace(";", " ").split()))
    if not found:
        raise ValueError("nobody is invited yet; write their mail addresses")
    if len(found) > MOST_INVITED:
        raise ValueError(f"{len(found)} people are more than {MOST_INVITED}; let everybody with the link see it")
    for address in found:
        try:
            validate_email(address)
        except ValidationError as error:
            raise ValueError(f"“{address}” is no mail address; write it again") from error
    return found


def invite(request: HttpRequest, edition: Edition, addresses: Iterable[str]) -> list[str]:
    """Invite people to an edition, and write to them; return the addresses to which no mail could be sent."""
    failed = []
    for address in addresses:
        invitation, _ = Invitation.objects.get_or_create(edition=edition, address=address)
        link = request.build_absolute_uri(reverse("publishing:invited", args=[invitation.token]))
        about = {"by": request.user.get_username(), "title": edition.title, "link": link}
        if not send(address, "publishing/invitation_mail.txt", about):
            failed.append(address)
    return failed


def told_of(edition: Edition) -> dict[str, Any]:
    """Return who may see an edition, as its owner is told."""
    invited = list(edition.invitations.all()) if edition.for_invited else []
    seen = sum(one.opened_at is not None for one in invited if one.withdrawn_at is None)
    last_day = None if edition.until is None else edition.until - timedelta(seconds=1)
    return {
        "last_day": last_day,
        "invited": invited,
        "seen": seen,
        "there": sum(one.withdrawn_at is None for one in invited),
    }
