"""Behind HTTPS. Reads RITORNEL_SECRET_KEY and RITORNEL_HOSTS (names parted by commas) from the environment."""

import os

from ritornel.site.settings.base import *  # noqa: F403

DEBUG = False
SECRET_KEY = os.environ["RITORNEL_SECRET_KEY"]
ALLOWED_HOSTS = os.environ["RITORNEL_HOSTS"].split(",")
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS]

SECURE_SSL_REDIRECT = True
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SECURE_HSTS_SECONDS = 365 * 24 * 3600
SECURE_HSTS_INCLUDE_SUBDOMAINS = True
SECURE_HSTS_PRELOAD = True
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True

STORAGES["staticfiles"] = {"BACKEND": "ritornel.site.storage.NamedByContent"}  # noqa: F405
