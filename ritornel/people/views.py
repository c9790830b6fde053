"""The page of a show's people, and what its links lead to."""

from typing import Annotated
from uuid import UUID

import msgspec
from allauth.usersessions.models import UserSession
from django.conf import settings
from django.contrib import messages
from django.contrib.auth import login
from django.contrib.auth.decorators import login_required
from django.contrib.auth.forms import BaseUserCreationForm
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ritornel.accounts.addresses import set_confirmed
from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Happening
from ritornel.core.model import limits
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.people import sharing, tasks
from ritornel.shows import giving
from ritornel.shows.access import Act, act_of, home_of, show_for
from ritornel.shows.models import Member, Offer, Show
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most


@login_required
@require_safe
def people(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Who has a part in a show."""
    return _page(request, show_for(request, show_id, Act.LOOK))


def _page(request: HttpRequest, row: Show, status: int = 200) -> HttpResponse:
    offers = list(row.offers.all())
    for offer in offers:
        offer.link = request.build_absolute_uri(reverse("people:offer", args=[offer.token]))  # type: ignore[attr-defined]
    look = reverse("publishing:look-by-link", args=[row.look_token]) if row.look_token else ""
    context = {
        "row": row,
        "is_owner": act_of(request.user, row) == Act.OWN,
        "home": home_of(row, request.user),
        "members": row.members.select_related("person"),
        "offers": offers,
        "roles": Member.Role.choices,
        "look": request.build_absolute_uri(look) if look else "",
        "typed": request.POST,
    }
    return render(request, "people/people.html", context, status=status)


@login_required
@require_POST
@at_most("sharing")
def share(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Share a show with somebody."""
    row = show_for(request, show_id, Act.OWN)
    given = request.POST
    try:
        told = sharing.share(request, row, given.get("whom", ""), given.get("role", ""), given.get("words", ""))
    except sharing.NotShared as error:
        messages.error(request, f"Not shared: {error}.")
        return _page(request, row, 400)
    messages.info(request, told)
    return redirect("people:people", row.pk)


@login_required
@require_POST
def part(request: HttpRequest, show_id: UUID, person_id: int) -> HttpResponse:
    """Change somebody's part in a show: another role, the owner's, or none."""
    row = show_for(request, show_id, Act.OWN)
    member = get_object_or_404(row.members.select_related("person"), person_id=person_id)
    name, how = member.person.get_username(), request.POST.get("how", "")
    try:
        if how == "away":
            sharing.take_away(row, person_id)
            write_down(request, Happening.What.TAKEN_AWAY, f"“{row.title}” from {name}")
            messages.info(request, f"{name} has no part in “{row.title}” any more.")
        elif how == "own":
            sharing.hand_over(row, member)
            write_down(request, Happening.What.HANDED_OVER, f"“{row.title}” to {name}")
            messages.info(request, f"“{row.title}” is {name}'s now; you edit it.")
        else:
            sharing.set_role(row, person_id, request.POST.get("role", ""))
            messages.info(request, f"{name} {Member.Role(request.POST['role']).label} now.")
    except (sharing.NotShared, BadMedia, NoRoom) as error:
        messages.error(request, f"Not changed: {error}.")
    return redirect("people:people", row.pk)


@login_required
@require_POST
def leave(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Leave a show of another."""
    row = show_for(request, show_id, Act.LOOK)
    sharing.take_away(row, request.user.pk)
    messages.info(request, f"You have left “{row.title}”.")
    return redirect("lobby:list")


@login_required
@require_POST
def link(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Make the link by which anybody may look, or withdraw it; withdraw an offer."""
    row = show_for(request, show_id, Act.OWN)
    if "offer" in request.POST:
        row.offers.filter(address=request.POST["offer"]).delete()
        messages.info(request, f"The offer to {request.POST['offer']} is withdrawn.")
    else:
        wanted = request.POST.get("look") == "1"
        sharing.open_to_look(row, wanted)
        messages.info(request, "Whoever has the link may look now." if wanted else "The link leads nowhere any more.")
    return redirect("people:people", row.pk)


class Gift(msgspec.Struct, forbid_unknown_fields=True):
    """Slides, and the name of who gets them; empty: nobody."""

    slides: Annotated[list[str], msgspec.Meta(min_length=1, max_length=limits.SLIDES)]
    to: str = ""


@signed_in
@require_POST
@answering
@at_most("sharing")
def give(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Give slides to somebody, and write to them; answer to whom slides are given then."""
    row = show_for(request, show_id, Act.EDIT)
    gift = asked(request, Gift)
    try:
        person, fresh = giving.give(row, gift.slides, gift.to)
    except giving.NotGiven as error:
        return refused(str(error))
    if person is not None and fresh and person != request.user:
        tasks.ask(request, row, person, fresh)
    return answer({"given": giving.names_given(row)})


@login_required
@require_safe
def mine(request: HttpRequest) -> HttpResponse:
    """What is given to who looks, in all shows, and what is still missing of it."""
    return render(request, "people/mine.html", {"shows": tasks.tasks_of(request.user)})


class NewPerson(BaseUserCreationForm):
    """A name and a password for somebody whose mail address is known."""


@require_http_methods(["GET", "HEAD", "POST"])
@at_most("joining", ("POST",))
def offer(request: HttpRequest, token: str) -> HttpResponse:
    """Where an offered part is taken up: by who is signed in, or with a new account for the address it was sent to."""
    found = Offer.objects.filter(token=token).select_related("show__owner").first()
    if found is None:
        return render(request, "publishing/withdrawn.html", {"words": "This offer is withdrawn"}, status=410)
    form = NewPerson(request.POST or None)
    person = request.user if request.user.is_authenticated else None
    is_closed = settings.SIGN_UP == "closed"
    if request.method == "POST" and person is None and not is_closed and form.is_valid():
        person = form.save(commit=False)
        person.save()
        set_confirmed(person, found.address)
        login(request, person, settings.AUTHENTICATION_BACKENDS[-1])
        UserSession.objects.create_from_request(request)  # as signing in does
    if request.method == "POST" and person is not None:
        sharing.take_up(found, person)
        return redirect(home_of(found.show, person))
    context = {"offer": found, "form": form, "does": Member.Role(found.role).label, "is_closed": is_closed}
    return render(request, "people/offer.html", context, status=400 if request.method == "POST" else 200)
