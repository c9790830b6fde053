"""What is asked of accounts beyond django-allauth's views."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_safe

from ritornel.accounts.adapter import ADMITTED
from ritornel.accounts.models import Admission


@require_safe
def admitted(request: HttpRequest, token: str) -> HttpResponse:
    """Let who follows the link of an admission make an account."""
    if not Admission.objects.filter(token=token).exists():
        return render(request, "account/signup_closed.html", status=410)
    request.session[ADMITTED] = token
    return redirect("account_signup")
