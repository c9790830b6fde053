"""What holds everywhere."""

import os
from pathlib import Path

from csp.constants import NONE, SELF

from ritornel.site.settings.accounts import *  # noqa: F403
from ritornel.site.settings.media_store import s3_storage

ROOT = Path(__file__).resolve().parents[3]
RELEASED = Path(__file__).resolve().parents[2] / "released"
"""Of what bin/release has built: static files named by their content, each page's modules one file."""

IS_RELEASED = RELEASED.is_dir()
_HOME = Path(os.environ.get("XDG_DATA_HOME", Path.home() / ".local" / "share")) / "ritornel"
VAR = Path(os.environ.get("RITORNEL_VAR", _HOME if IS_RELEASED else ROOT / "var"))
VAR.mkdir(parents=True, exist_ok=True)

INSTALLED_APPS = [
    "ritornel.administration",
    "ritornel.administration.apps.OursConfig",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "ritornel.accounts",
    "allauth",
    "allauth.account",
    "allauth.mfa",
    "allauth.usersessions",
    "axes",
    "csp",
    "ritornel.site.apps.SiteConfig",
    "django_tasks",
    "django_tasks_db",
    "ritornel.jobs",
    "ritornel.library",
    "ritornel.shows",
    "ritornel.play",
    "ritornel.parts",
    "ritornel.lobby",
    "ritornel.shelves",
    "ritornel.desk",
    "ritornel.contact",
    "ritornel.history",
    "ritornel.takes",
    "ritornel.voices",
    "ritornel.transcript",
    "ritornel.films",
    "ritornel.publishing",
    "ritornel.checks",
    "ritornel.people",
    "ritornel.comments",
    "ritornel.oneself",
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
    "ritornel.site.middleware.keep_private",
    "ritornel.site.middleware.SayWhen",
    "allauth.account.middleware.AccountMiddleware",
    "axes.middleware.AxesMiddleware",
]

ROOT_URLCONF = "ritornel.site.urls"
WSGI_APPLICATION = "ritornel.site.wsgi.application"
ASGI_APPLICATION = "ritornel.site.asgi.application"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
                "ritornel.site.dates.dates",
            ],
            "builtins": [
                "ritornel.site.templatetags.times",
                "ritornel.site.templatetags.data",
                "ritornel.site.templatetags.modules",
            ],
        },
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": VAR / "ritornel.sqlite3",
        "CONN_MAX_AGE": None,  # threads stay: see site/handling.py
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;",
        },
        "TEST": {"NAME": VAR / "test.sqlite3"},  # a file, as in life: many pages may ask at once
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
TEST_RUNNER = "tests.runner.Runner"

CACHES = {
    "default": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache"},
    "limits": {
        "BACKEND": "django.core.cache.backends.filebased.FileBasedCache",
        "LOCATION": VAR / "limits",
        "OPTIONS": {"MAX_ENTRIES": 10_000},
    },
}
"""What all processes of this machine must know of one another is in “limits”."""

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
STATIC_ROOT = RELEASED / "static" if IS_RELEASED else VAR / "static"
WHITENOISE_MIMETYPES = {".woff2": "font/woff2"}
MEDIA_ROOT = VAR / "media"
MEDIA_STORE = os.environ.get("RITORNEL_MEDIA_STORE", "")
"""A store of media that several machines share: s3://bucket, or s3://bucket/folder?endpoint=https://... Empty: none.

Keys and region are those of the environment (AWS_ACCESS_KEY_ID, AWS_SECRET_ACCESS_KEY, AWS_DEFAULT_REGION).
"""
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
    **({"shared": s3_storage(MEDIA_STORE)} if MEDIA_STORE else {}),
}

MEGABYTE = 1024 * 1024
DATA_UPLOAD_MAX_MEMORY_SIZE = 16 * MEGABYTE
DATA_UPLOAD_MAX_NUMBER_FIELDS = 200
DATA_UPLOAD_MAX_NUMBER_FILES = 20
FILE_UPLOAD_MAX_MEMORY_SIZE = 4 * MEGABYTE
ASSET_MAX_BYTES = int(os.environ.get("RITORNEL_ASSET_MAX_BYTES", 512 * MEGABYTE))
ACCOUNT_MAX_BYTES = int(os.environ.get("RITORNEL_ACCOUNT_MAX_BYTES", 5 * 1024 * MEGABYTE))
BODY_MAX_BYTES = int(os.environ.get("RITORNEL_BODY_MAX_BYTES", 1024 * MEGABYTE))
UPLOAD_PIECE_BYTES = 4 * MEGABYTE
FRONT_SENDS = os.environ.get("RITORNEL_FRONT_SENDS", "")
"""Below this address the front finds the media folder, and sends its files (X-Accel-Redirect); empty: it does not."""
ROOM_LEFT = "ritornel.library.room.left_to"
"""Says how many bytes an account may still send."""

OWNER_OF_MEDIA = "ritornel.shows.access.owner_of_media"
"""Says whose file somebody may see, if it is not theirs: that of the owner of a show in which they have a part."""

RATES = {
    "editions": (60, 3600),
    "uploads": (2000, 600),
    "fetches": (120, 600),
    "hearings": (600, 600),
    "following": (1200, 600),
    "outlines": (60, 60),
    "pictures": (3000, 60),
    "joining": (60, 600),
    "companions": (3000, 60),
    "films": (120, 3600),
    "looking": (1200, 600),
    "watching": (600, 60),
    "here": (12_000, 600),
    "sharing": (100, 3600),
    "comments": (600, 3600),
    "own-data": (10, 3600),
}
"""How often an account may ask for what costs something: so many times in so many seconds."""
DEMO_SPEAKS = "ritornel.comments.demo.speak"
"""Lets the people of the demo say what they think of its talk."""

JOBS = {
    "upload": "ritornel.library.taking_in.look_through",
    "tiles": "ritornel.library.tiling.make",
    "cut": "ritornel.voices.cutting.cut",
    "hear": "ritornel.voices.hearing.listen",
    "clean": "ritornel.voices.cleaning.clean",
    "mix": "ritornel.desk.sounding.measure",
    "record": "ritornel.voices.recording.keep",
    "passages": "ritornel.takes.making.make",
    "fetch": "ritornel.library.fetching.fetched",
    "look-closely": "ritornel.shows.closely.look",
    "arrival": "ritornel.shows.arriving.taken_in",
    "film-piece": "ritornel.films.making.make_piece",
    "film-join": "ritornel.films.making.join",
    "edition-stills": "ritornel.publishing.reading.draw_stills",
}
"""What does a job of each kind: a function of a ``jobs.running.AtWork``."""

CHORES = {"tidy_media": 3600, "delete_left": 3600, "send_digests": 60}
"""What a worker does beside its jobs: commands, and how many seconds lie between one time and the next."""

JOBS_AT_ONCE = {"film-piece": 2, "look-closely": 2}
"""Of kinds that are named here, so many are done at once, whoever they are for: what is quick finds a hand."""

LOOKS_CLOSELY_BESIDE = True
"""Whether slides are looked at closely while they are worked on; else only where their findings are read."""

REDIS = os.environ.get("RITORNEL_REDIS", "")
"""Where tickets for jobs are queued: a Redis (redis://...); empty: in the database."""
PIECES_QUEUE = "films"
QUEUES = ["default", PIECES_QUEUE]
"""Tickets for jobs; and pieces of films that other machines make."""
TASKS = {
    "default": {
        "BACKEND": "django_tasks_rq.RQBackend" if REDIS else "django_tasks_db.DatabaseBackend",
        "QUEUES": QUEUES,
    }
}
RQ_QUEUES = {name: {"URL": REDIS, "DEFAULT_TIMEOUT": 3600} for name in QUEUES} if REDIS else {}
if REDIS:
    INSTALLED_APPS += ["django_rq", "django_tasks_rq"]

MAIL_HOST = os.environ.get("RITORNEL_MAIL_HOST", "")
"""The host that sends mail (SMTP, name:port); empty: mails are laid into a folder, where they can be read."""
EMAIL_BACKEND = f"django.core.mail.backends.{'smtp' if MAIL_HOST else 'filebased'}.EmailBackend"
EMAIL_HOST, _, _PORT = MAIL_HOST.partition(":")
EMAIL_PORT = int(_PORT or 25)
EMAIL_FILE_PATH = VAR / "mail"
DEFAULT_FROM_EMAIL = os.environ.get("RITORNEL_MAIL_FROM", "ritornel@localhost")

ADDRESS = os.environ.get("RITORNEL_ADDRESS", "http://127.0.0.1:8000").rstrip("/")
"""Where this is reached, for links in mails that nobody's request causes."""

COLLECTION = os.environ.get("RITORNEL_COLLECTION", "")
"""The address of a collection outside that the library searches: the only one that may lie in a private network."""

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"}},
    "handlers": {"errors": {"class": "logging.StreamHandler", "formatter": "line"}},
    "root": {"handlers": ["errors"], "level": os.environ.get("RITORNEL_LOG_LEVEL", "WARNING")},
    "loggers": {
        "django": {"handlers": [], "propagate": True},
        "django.request": {"level": "ERROR"},
        "axes": {"level": "ERROR"},
        "django.security": {"level": "CRITICAL"},  # what strangers get wrong is answered 400, and is no news
    },
}
"""Every 500, and everything that was not foreseen, is written to standard error with its trace."""

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "worker-src": [SELF],
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
