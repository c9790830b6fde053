"""One's own machine: plain HTTP on loopback, a key that is no secret."""

from ritornel.site.settings.base import *  # noqa: F403

DEBUG = False
SECRET_KEY = "local-only-and-not-a-secret"
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", "testserver"]
WHITENOISE_USE_FINDERS = WHITENOISE_AUTOREFRESH = not IS_RELEASED  # noqa: F405
if IS_RELEASED:  # noqa: F405
    STORAGES["staticfiles"] = {"BACKEND": "ritornel.site.storage.NamedByContent"}  # noqa: F405
