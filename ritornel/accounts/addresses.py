"""Which mail addresses are known to be whose: those that were confirmed, and no others."""

from typing import Any

from allauth.account.models import EmailAddress
from django.contrib.auth import get_user_model


def confirmed_addresses(person: Any) -> set[str]:
    """Return somebody's addresses of which it is known that they read what is sent there, in small letters."""
    if not person.is_authenticated:
        return set()
    return {a.lower() for a in EmailAddress.objects.filter(user=person, verified=True).values_list("email", flat=True)}


def address_of(person: Any) -> str:
    """Return the confirmed address at which somebody is written to; empty: they have none."""
    found = EmailAddress.objects.filter(user=person, verified=True).order_by("-primary").first()
    return found.email.lower() if found else ""


def person_at(address: str) -> Any:
    """Return who has confirmed an address, and can sign in; None if nobody has."""
    people = get_user_model().objects.filter(is_active=True)
    return people.filter(emailaddress__email__iexact=address, emailaddress__verified=True).first()


def set_confirmed(person: Any, address: str) -> None:
    """Make an address of which it is known that it is somebody's the one they are written to."""
    EmailAddress.objects.filter(user=person).delete()
    EmailAddress.objects.create(user=person, email=address.lower(), verified=True, primary=True)
    get_user_model().objects.filter(pk=person.pk).update(email=address.lower())
