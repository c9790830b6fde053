"""What django-allauth asks of this application: who may make an account, whose address one is, and how mails look."""

from typing import Any

from allauth.account.adapter import DefaultAccountAdapter
from allauth.mfa.adapter import DefaultMFAAdapter
from allauth.mfa.models import Authenticator
from django.conf import settings
from django.http import HttpRequest

from ritornel.accounts.limits import client_address
from ritornel.accounts.models import Admission
from ritornel.site.mail import send

ADMITTED = "admitted"
"""Where a session keeps the token of an admission whose link was followed."""


class Adapter(DefaultAccountAdapter):
    """Accounts as this application has them."""

    error_messages = {
        **DefaultAccountAdapter.error_messages,
        "account_inactive": "This account is closed.",
        "duplicate_email": "This is your address already.",
        "email_taken": "Somebody has this address already; sign in, or write another.",
        "email_password_mismatch": "That address and password do not belong together. Try again.",
        "username_password_mismatch": "That name and password do not belong together. Try again.",
        "enter_current_password": "This is not your password. Write the one you sign in with.",
        "incorrect_code": "This code is not right, or not right any more. Write the newest.",
        "incorrect_password": "This is not your password. Try again.",
        "username_taken": "Somebody has this name already; choose another.",
        "same_as_current": "This is your address already; write another.",
        "too_many_login_attempts": "Too many codes that were not right. Wait five minutes, then try again.",
        "rate_limited": "That was tried too often. Wait a few minutes, then try again.",
        "unverified_primary_email": "Confirm your address first: a link was sent to it.",
    }

    def is_open_for_signup(self, request: HttpRequest) -> bool:
        """Tell whether who asks may make an account: everybody, who was admitted, or nobody."""
        if settings.SIGN_UP == "open":
            return True
        return settings.SIGN_UP == "invited" and admission_of(request) is not None

    def pre_authenticate(self, request: HttpRequest, **credentials: Any) -> None:
        """Count no passwords here: the limits of axes do, by name and address, and lock nobody out elsewhere."""

    def get_client_ip(self, request: HttpRequest) -> str:
        """Return the address a request comes from, as the limits of signing in see it."""
        return client_address(request)

    def save_user(self, request: HttpRequest, user: Any, form: Any, commit: bool = True) -> Any:
        """Keep a new account; an admission is used up, and its address is known to be theirs."""
        admission = admission_of(request)
        if admission is not None and form.cleaned_data.get("email", "").lower() == admission.address:
            self.stash_verified_email(request, admission.address)
        saved = super().save_user(request, user, form, commit)
        if admission is not None:
            admission.delete()
        return saved

    def send_mail(self, template_prefix: str, email: str, context: dict) -> None:
        """Send one of allauth's mails in our words: ``mails/NAME.txt``."""
        name = template_prefix.rsplit("/", 1)[-1]
        send(email, f"mails/{name}.txt", {**context, "email": email, "host": self.request.get_host()})


class SecondFactors(DefaultMFAAdapter):
    """Second factors as this application speaks of them."""

    error_messages = {
        **DefaultMFAAdapter.error_messages,
        "add_email_blocked": "Another address cannot be added while a second factor guards the account.",
        "incorrect_code": Adapter.error_messages["incorrect_code"],
        "unverified_email": "Confirm your address first: a link was sent to it.",
    }

    def generate_authenticator_name(self, user: Any, type: Authenticator.Type) -> str:
        """Return what a new key is called until it is named."""
        return f"Key {Authenticator.objects.filter(user_id=user.pk, type=type).count() + 1}"


def admission_of(request: HttpRequest) -> Admission | None:
    """Return the admission whose link who asks has followed."""
    return Admission.objects.filter(token=request.session.get(ADMITTED, "")).first()
