"""What holds everywhere."""

import os
from pathlib import Path

from csp.constants import NONE, SELF

ROOT = Path(__file__).resolve().parents[3]
VAR = Path(os.environ.get("RITORNEL_VAR", ROOT / "var"))

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "ritornel.site",
    "ritornel.accounts",
    "ritornel.library",
    "ritornel.shows",
    "ritornel.takes",
    "ritornel.publishing",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]

ROOT_URLCONF = "ritornel.site.urls"
WSGI_APPLICATION = "ritornel.site.wsgi.application"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
            ],
            "builtins": ["ritornel.site.templatetags.times", "ritornel.site.templatetags.data"],
        },
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": VAR / "ritornel.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL;",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
LOGIN_URL = "accounts:sign-in"
LOGIN_REDIRECT_URL = "shows:list"
LOGOUT_REDIRECT_URL = "accounts:sign-in"
AXES_FAILURE_LIMIT = 10
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_TEMPLATE = "accounts/locked.html"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
STATIC_ROOT = VAR / "static"
WHITENOISE_MIMETYPES = {".woff2": "font/woff2"}
MEDIA_ROOT = VAR / "media"

DATA_UPLOAD_MAX_MEMORY_SIZE = 64 * 1024 * 1024
ASSET_MAX_BYTES = int(os.environ.get("RITORNEL_ASSET_MAX_BYTES", 512 * 1024 * 1024))
UPLOAD_PIECE_BYTES = 4 * 1024 * 1024

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        "font-src": [SELF],
        "img-src": [SELF, "data:", "blob:"],
        "media-src": [SELF],
        "connect-src": [SELF],
        "frame-src": [SELF],
        "form-action": [SELF],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
    }
}
X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"
