"""Signing in and out, and one's own account: django-allauth's views at addresses of ours, by its names."""

from allauth.account import views as account
from allauth.mfa.base import views as second
from allauth.mfa.recovery_codes import views as codes
from allauth.mfa.totp import views as totp
from allauth.mfa.webauthn import views as keys
from allauth.usersessions.views import list_usersessions
from django.urls import path, register_converter
from django.views.generic import TemplateView

from ritornel.accounts import views


class Base36:
    """The number of an account as django-allauth writes it."""

    regex = "[0-9A-Za-z]+"
    to_python = to_url = staticmethod(str)


register_converter(Base36, "base36")

urlpatterns = [
    path("sign-in", account.login, name="account_login"),
    path("sign-in/code", second.authenticate, name="mfa_authenticate"),
    path("sign-in/key", keys.login_webauthn, name="mfa_login_webauthn"),
    path("signed-in", TemplateView.as_view(template_name="account/signed_in.html"), name="signed-in"),
    path("sign-out", account.logout, name="account_logout"),
    path("sign-up", account.signup, name="account_signup"),
    path("sign-up/<str:token>", views.admitted, name="admitted"),
    path("closed", account.account_inactive, name="account_inactive"),
    path("forgotten", account.password_reset, name="account_reset_password"),
    path("forgotten/sent", account.password_reset_done, name="account_reset_password_done"),
    path("forgotten/done", account.password_reset_from_key_done, name="account_reset_password_from_key_done"),
    path(
        "forgotten/<base36:uidb36>-<str:key>", account.password_reset_from_key, name="account_reset_password_from_key"
    ),
    path("confirm", account.email_verification_sent, name="account_email_verification_sent"),
    path("confirm/<str:key>", account.confirm_email, name="account_confirm_email"),
    path("account/address", account.email, name="account_email"),
    path("account/password", account.password_change, name="account_change_password"),
    path("account/password/first", account.password_set, name="account_set_password"),
    path("account/again", account.reauthenticate, name="account_reauthenticate"),
    path("account/again/code", second.reauthenticate, name="mfa_reauthenticate"),
    path("account/again/key", keys.reauthenticate_webauthn, name="mfa_reauthenticate_webauthn"),
    path("account/sessions", list_usersessions, name="usersessions_list"),
    path("account/second", second.index, name="mfa_index"),
    path("account/second/app", totp.activate_totp, name="mfa_activate_totp"),
    path("account/second/app/off", totp.deactivate_totp, name="mfa_deactivate_totp"),
    path("account/second/codes", codes.view_recovery_codes, name="mfa_view_recovery_codes"),
    path("account/second/codes/new", codes.generate_recovery_codes, name="mfa_generate_recovery_codes"),
    path("account/second/codes.txt", codes.download_recovery_codes, name="mfa_download_recovery_codes"),
    path("account/second/keys", keys.list_webauthn, name="mfa_list_webauthn"),
    path("account/second/keys/new", keys.add_webauthn, name="mfa_add_webauthn"),
    path("account/second/keys/<int:pk>", keys.edit_webauthn, name="mfa_edit_webauthn"),
    path("account/second/keys/<int:pk>/remove", keys.remove_webauthn, name="mfa_remove_webauthn"),
]
