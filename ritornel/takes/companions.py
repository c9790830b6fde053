"""Second devices at a lectern: joined by a code, asked for what they want, gone with the run."""

import secrets
from datetime import timedelta
from typing import Annotated, Any, Literal

import msgspec
import segno
from django.utils import timezone

from ritornel.shows.models import Show
from ritornel.takes.models import Companion, Order

LASTS = timedelta(hours=12)
MOST = 8
"""A lectern has so many companions at most."""

_LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"
_LENGTH = 8
_MOST_ORDERS = 400
"""What a lectern has not taken by then is forgotten: it is gone."""

Number = Annotated[float, msgspec.Meta(ge=-100_000, le=100_000)]


class Hand(msgspec.Struct, forbid_unknown_fields=True):
    """A hand that draws on the stage, as the page has it."""

    phase: Literal["begin", "move", "end"]
    x: Number
    y: Number
    pressure: Annotated[float, msgspec.Meta(ge=0, le=1)] = 0.5
    straight: bool = False
    arrow: bool = False


class Asked(msgspec.Struct, forbid_unknown_fields=True):
    """What a companion asks for: one of these."""

    give: bool = False
    back: bool = False
    pause: bool = False
    slide: Annotated[str, msgspec.Meta(max_length=80)] = ""
    hands: Annotated[tuple[Hand, ...], msgspec.Meta(max_length=200)] = ()


def joined(row: Show) -> Companion | None:
    """Return a new companion of a show; None if it has as many as there may be."""
    of_show(row)
    if row.companions.count() >= MOST:
        return None
    code = "".join(secrets.choice(_LETTERS) for _ in range(_LENGTH))
    return Companion.objects.create(show=row, code=code, expires_at=timezone.now() + LASTS)


def of_show(row: Show) -> list[Companion]:
    """Return the companions of a show; those whose time is over go."""
    Companion.objects.filter(expires_at__lt=timezone.now()).delete()
    return list(row.companions.all())


def with_code(code: str) -> Companion | None:
    """Return the companion with a code, as people write it; None if there is none, or its time is over."""
    plain = "".join(letter for letter in code.upper() if letter in _LETTERS)
    found = Companion.objects.select_related("show").filter(code=plain, expires_at__gt=timezone.now()).first()
    return found if plain else None


def written(code: str) -> str:
    """Return a code as it is read out: in two halves."""
    return f"{code[: _LENGTH // 2]} {code[_LENGTH // 2 :]}"


def drawn(address: str) -> str:
    """Return an address as a drawn code (ISO/IEC 18004), an SVG that can be scanned."""
    return segno.make(address, error="m").svg_inline(scale=4, border=2, dark="#17131f", light="#fffdf7")


def order(companion: Companion, asked: Asked) -> None:
    """Keep what a companion asks for, until its lectern takes it."""
    what = {name: value for name, value in msgspec.to_builtins(asked).items() if value}
    Order.objects.create(companion=companion, what=what)
    old = companion.orders.order_by("-pk").values_list("pk", flat=True)[_MOST_ORDERS:]
    Order.objects.filter(pk__in=list(old)).delete()


def taken(row: Show, state: dict[str, Any], after: int) -> tuple[int, list[dict[str, Any]], int]:
    """Tell companions where a run stands, and return what they ask for since order ``after``.

    Returns how many there are, what is asked, and the number of the last order.
    """
    here = [one.pk for one in of_show(row)]
    Companion.objects.filter(pk__in=here).update(state=state)
    orders = list(Order.objects.filter(companion__in=here, pk__gt=after))
    Order.objects.filter(companion__in=here, pk__lte=after).delete()
    return len(here), [one.what for one in orders], max([after, *(one.pk for one in orders)])
