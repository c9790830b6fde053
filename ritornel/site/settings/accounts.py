"""Accounts: how people sign in, and how often they may try."""

import os
from ipaddress import ip_network

AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "allauth.account.auth_backends.AuthenticationBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 12}},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
LOGIN_URL = "account_login"
LOGIN_REDIRECT_URL = "lobby:list"
LOGOUT_REDIRECT_URL = "account_login"
AXES_FAILURE_LIMIT = 10
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]  # a name at an address, so that nobody can lock others out
AXES_HANDLER = "ritornel.accounts.limits.Limits"
AXES_CLIENT_IP_CALLABLE = "ritornel.accounts.limits.client_address"
AXES_RESET_ON_SUCCESS = True
AXES_COOLOFF_TIME = 0.25  # hours
FAILURES_FOR_AN_ADDRESS = 100
FAILURES_FOR_A_NAME = 100
_PROXIES = os.environ.get("RITORNEL_TRUSTED_PROXIES", "").split(",")
TRUSTED_PROXIES = [str(ip_network(a.strip(), strict=False)) for a in _PROXIES if a.strip()]
"""Addresses or networks whose X-Forwarded-For is believed."""
AXES_LOCKOUT_TEMPLATE = "account/locked.html"
AXES_USERNAME_CALLABLE = "ritornel.accounts.limits.name_tried"

SIGN_UP = os.environ.get("RITORNEL_SIGN_UP", "invited")
"""Who makes an account: “open”, everybody; “invited”, who was sent a link; “closed”, nobody but who runs this."""
ACCOUNT_ADAPTER = "ritornel.accounts.adapter.Adapter"
ACCOUNT_LOGIN_METHODS = {"username", "email"}
ACCOUNT_SIGNUP_FIELDS = ["username*", "email*", "password1*"]
ACCOUNT_EMAIL_VERIFICATION = "optional"  # what is not confirmed opens nothing: see accounts/addresses.py
ACCOUNT_CHANGE_EMAIL = True
ACCOUNT_EMAIL_NOTIFICATIONS = True
ACCOUNT_EMAIL_UNKNOWN_ACCOUNTS = False
ACCOUNT_SESSION_REMEMBER = True
ACCOUNT_RATE_LIMITS = {"login_failed": "5/300s/key", "login": None}
"""Of second factors, for each account; of passwords those of axes hold (``accounts/adapter.py``)."""

ACCOUNT_LOGOUT_ON_PASSWORD_CHANGE = False
ACCOUNT_REAUTHENTICATION_REQUIRED = True
ACCOUNT_REAUTHENTICATION_METHODS = ("password", "mfa")
PASSWORD_RESET_TIMEOUT = 24 * 3600
MFA_ADAPTER = "ritornel.accounts.adapter.SecondFactors"
MFA_SUPPORTED_TYPES = ["totp", "recovery_codes", "webauthn"]
MFA_PASSKEY_LOGIN_ENABLED = True
MFA_TOTP_ISSUER = "Ritornel"
MFA_TOTP_TOLERANCE = 1
