"""A store of objects for a test, as several machines would share it."""

import os
from unittest.mock import patch

from django.conf import settings
from django.test import override_settings

from ritornel.site.settings.media_store import s3_storage
from standins.objects import Objects

KEYS = {"AWS_ACCESS_KEY_ID": "made-up", "AWS_SECRET_ACCESS_KEY": "made-up", "AWS_DEFAULT_REGION": "none"}


def begun(case) -> Objects:
    """Begin a store that ends with the test."""
    store = Objects().begin()
    case.addCleanup(store.server_close)
    case.addCleanup(store.shutdown)
    case.enterContext(patch.dict(os.environ, KEYS))
    return store


def address_in(store: Objects) -> str:
    """Return what ``RITORNEL_MEDIA_STORE`` is set to."""
    return f"s3://lantern/media?endpoint={store.url}"


def shared(case) -> Objects:
    """Let the application share its media in a store while the test lasts."""
    store = begun(case)
    address = address_in(store)
    storages = {**settings.STORAGES, "shared": s3_storage(address)}
    case.enterContext(override_settings(MEDIA_STORE=address, STORAGES=storages))
    return store
