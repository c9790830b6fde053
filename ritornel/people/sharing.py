"""A show shared with others: what is changed, and what they are written."""

from typing import Any

from django.contrib.auth import get_user_model
from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import transaction
from django.db.models import F, Q
from django.http import HttpRequest
from django.urls import reverse

from ritornel.accounts.addresses import address_of, person_at
from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Happening
from ritornel.core.model.uses import assets_used
from ritornel.library.handing_on import hand_on
from ritornel.library.models import Asset, Upload
from ritornel.shows import in_rows
from ritornel.shows.access import home_of
from ritornel.shows.models import Member, Offer, Show
from ritornel.site.mail import send
from ritornel.site.tokens import new_token

MOST_PEOPLE = 100
LONGEST_WORDS = 500


class NotShared(ValueError):
    """The show was not shared; the words say why, and what to do."""


def share(request: HttpRequest, row: Show, whom: str, role: str, words: str) -> str:
    """Give somebody a part in a show, or another one; return in a sentence what became of it.

    ``whom``: a name, or a mail address; to one that nobody here has, a link is sent that makes an account. Raises
    ``NotShared``.
    """
    whom, words = whom.strip(), words.strip()[:LONGEST_WORDS]
    if role not in Member.Role.values:
        raise NotShared("choose what they are to do")
    if not whom:
        raise NotShared("write a name or a mail address")
    if row.members.count() + row.offers.count() >= MOST_PEOPLE:
        raise NotShared(f"{MOST_PEOPLE} people have a part in it already; take somebody away first")
    person = _found(whom)
    if person is None:
        return _offered(request, row, whom.lower(), role, words)
    if person.pk == row.owner_id:
        raise NotShared(f"this show is {person.get_username()}'s own")
    Member.objects.update_or_create(show=row, person=person, defaults={"role": role})
    address = address_of(person)
    row.offers.filter(address=address).delete()
    told_of_change(row)
    link = request.build_absolute_uri(home_of(row, person))
    sent = bool(address) and _write(request, row, address, role, words, link)
    _noted(request, row, person.get_username(), role)
    told = "They were written to." if sent else "No mail could be sent to them: tell them."
    return f"{person.get_username()} {Member.Role(role).label} now. {told}"


def _found(whom: str) -> Any:
    people = get_user_model().objects.filter(is_active=True)
    if "@" not in whom:
        person = people.filter(username__iexact=whom).first()
        if person is None:
            raise NotShared(f"there is nobody called “{whom}” here; write their mail address, and they are invited")
        return person
    try:
        validate_email(whom)
    except ValidationError as error:
        raise NotShared(f"“{whom}” is no mail address; write it again") from error
    return person_at(whom)


def _offered(request: HttpRequest, row: Show, address: str, role: str, words: str) -> str:
    offer, _ = Offer.objects.update_or_create(show=row, address=address, defaults={"role": role})
    link = request.build_absolute_uri(reverse("people:offer", args=[offer.token]))
    _noted(request, row, address, role)
    if _write(request, row, address, role, words, link):
        return f"{address} was written to, and {Member.Role(role).label} as soon as they follow the link."
    return f"No mail could be sent to {address}: give them the link below."


def _noted(request: HttpRequest, row: Show, whom: str, role: str) -> None:
    write_down(request, Happening.What.SHARED, f"“{row.title}” with {whom}, who {Member.Role(role).label}")


def _write(request: HttpRequest, row: Show, address: str, role: str, words: str, link: str) -> bool:
    """Write to somebody that a show is shared with them; tell whether that could be sent."""
    about = {
        "row": row,
        "by": request.user.get_username(),
        "does": _ASKS[Member.Role(role)],
        "words": words,
        "link": link,
    }
    return send(address, "people/shared_mail.txt", about)


_ASKS = {
    Member.Role.EDITOR: "edit it with them",
    Member.Role.RECORDER: "speak it",
    Member.Role.LOOKER: "look at it",
}


def told_of_change(row: Show) -> None:
    """Let open pages of a show learn that others have a part in it now."""
    Show.objects.filter(pk=row.pk).update(people_changed=F("people_changed") + 1)


def take_up(offer: Offer, person: Any) -> None:
    """Give somebody the part that was offered; a greater one that they have stays."""
    order = [Member.Role.LOOKER, Member.Role.RECORDER, Member.Role.EDITOR]
    with transaction.atomic():
        if offer.show.owner_id != person.pk:
            has = offer.show.members.filter(person=person).first()
            if has is None or order.index(Member.Role(has.role)) < order.index(Member.Role(offer.role)):
                Member.objects.update_or_create(show=offer.show, person=person, defaults={"role": offer.role})
        offer.delete()
    told_of_change(offer.show)


def take_away(row: Show, person_id: int) -> None:
    """Take somebody's part in a show away: at once, also what they were just sending."""
    row.members.filter(person_id=person_id).delete()
    row.assignments.filter(person_id=person_id).delete()  # type: ignore[attr-defined]
    theirs = Q(run__show=row) | Q(pictured_run__show=row) | Q(recording__show=row)
    Upload.objects.filter(theirs, by_id=person_id).update(by=None)
    told_of_change(row)


def set_role(row: Show, person_id: int, role: str) -> None:
    """Give somebody another part. Raises ``NotShared``."""
    if role not in Member.Role.values:
        raise NotShared("choose what they are to do")
    row.members.filter(person_id=person_id).update(role=role)
    told_of_change(row)


def hand_over(row: Show, member: Member) -> None:
    """Make somebody who has a part in a show its owner; who was it stays as an editor.

    Its media, films and editions go with it. Raises ``BadMedia`` if the new owner has no room for them.
    """
    was, becomes = row.owner, member.person
    passages = [p for run in row.runs.all() for p in run.passages.select_related("voice", "seen")]  # type: ignore[attr-defined]
    recorded = {asset.sha256 for p in passages for asset in (p.voice, p.seen) if asset is not None}
    hand_on(was.pk, becomes, assets_used(in_rows.load(row)) | recorded, row.title)
    with transaction.atomic():
        theirs = {asset.sha256: asset for asset in Asset.objects.filter(owner=becomes, sha256__in=recorded)}
        for passage in passages:
            passage.voice = theirs[passage.voice.sha256] if passage.voice else None
            passage.seen = theirs[passage.seen.sha256] if passage.seen else None
            passage.save(update_fields=["voice", "seen"])
        Upload.objects.filter(Q(run__show=row) | Q(pictured_run__show=row) | Q(recording__show=row)).update(
            owner=becomes
        )
        member.delete()
        Member.objects.create(show=row, person=was, role=Member.Role.EDITOR)
        row.editions.update(owner=becomes)  # type: ignore[attr-defined]
        row.films.update(owner=becomes)  # type: ignore[attr-defined]
        Show.objects.filter(pk=row.pk).update(owner=becomes, is_beginning=False)
    told_of_change(row)


def open_to_look(row: Show, wanted: bool) -> None:
    """Make the link by which anybody may look at a show, or withdraw it; a new one is another."""
    if wanted and row.look_token is None:
        row.look_token = new_token()
    elif not wanted:
        row.look_token = None
    Show.objects.filter(pk=row.pk).update(look_token=row.look_token)
    told_of_change(row)
