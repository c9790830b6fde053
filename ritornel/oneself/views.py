"""One's own page: name, address, how one likes it here, all one's data, and leaving."""

from datetime import timedelta

from allauth.mfa.utils import is_mfa_enabled
from allauth.usersessions.models import UserSession
from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST, require_safe

from ritornel.accounts.adding import NotAdded, rename
from ritornel.accounts.addresses import confirmed_addresses
from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Happening, Profile, profile_of
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.library.room import room_of, taken_by
from ritornel.library.serving import streamed
from ritornel.oneself import leaving
from ritornel.oneself.export import data_blocks
from ritornel.shows.models import Show
from ritornel.site.dates import LANGUAGES, written
from ritornel.site.rates import at_most


@login_required
@require_safe
def account(request: HttpRequest) -> HttpResponse:
    """One's own page."""
    return _page(request)


def _page(request: HttpRequest, status: int = 200) -> HttpResponse:
    person, today = request.user, timezone.now()
    shows = Show.objects.filter(owner=person).order_by("title").prefetch_related("members__person")
    context = {
        "profile": profile_of(person),
        "address": next(iter(confirmed_addresses(person)), ""),
        "languages": [(code, name, written(today, code)) for code, name in LANGUAGES],
        "sessions": UserSession.objects.filter(user=person).count(),
        "is_guarded": is_mfa_enabled(person),
        "taken": taken_by(person),
        "room": room_of(person),
        "shared": [show for show in shows if show.members.all()],
        "alone": sum(not show.members.all() for show in shows),
        "typed": request.POST,
        "leaves_on": today + leaving.WEEK,
    }
    return render(request, "oneself/account.html", context, status=status)


@login_required
@require_POST
def likes(request: HttpRequest) -> HttpResponse:
    """Set how one likes it here."""
    dates = request.POST.get("dates", "")
    if dates not in dict(LANGUAGES):
        messages.error(request, "Not kept: choose a language for the dates.")
        return _page(request, 400)
    try:
        rename(request.user, request.POST.get("name", "").strip() or request.user.get_username())
    except NotAdded as error:
        messages.error(request, f"Not kept: {error}.")
        return _page(request, 400)
    wants = request.POST.get("wants_notices") == "1"
    Profile.objects.update_or_create(person=request.user, defaults={"dates": dates, "wants_notices": wants})
    messages.info(request, "Kept.")
    return redirect("account")


@login_required
@require_safe
@at_most("own-data")
def data(request: HttpRequest) -> StreamingHttpResponse:
    """Send all that is one's own as one zip, as it is made."""
    headers = {"Content-Disposition": f'attachment; filename="ritornel-{timezone.now():%Y-%m-%d}.zip"'}
    return streamed(request, data_blocks(request.user), "application/zip", headers)


@login_required
@require_POST
def leave(request: HttpRequest) -> HttpResponse:
    """Close one's account in a week, or come back."""
    if request.POST.get("how") == "stay":
        leaving.stay(request.user)
        write_down(request, Happening.What.ACCOUNT, "came back")
        messages.info(request, "You stay. Your editions are withdrawn; publish them again if you like.")
        return redirect("account")
    if not request.user.check_password(request.POST.get("password", "")):
        messages.error(request, "Nothing was changed: this is not your password.")
        return _page(request, 400)
    heirs = {key[5:]: int(value) for key, value in request.POST.items() if key.startswith("show-") and value.isdigit()}
    try:
        leaving.begin(request.user, heirs)
    except (leaving.NoHeir, BadMedia, NoRoom) as error:
        messages.error(request, f"You have not left: {error}.")
        return _page(request, 400)
    write_down(request, Happening.What.ACCOUNT, f"leaves after {timedelta(days=leaving.DAYS).days} days")
    return redirect("account")
