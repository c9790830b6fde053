"""The ASGI application, for uvicorn: slow readers and slow senders keep no thread."""

import faulthandler
import os
import warnings

import django

faulthandler.enable()  # what ends it from below says where
# Static files are small, and read whole: whitenoise knows no other way yet.
warnings.filterwarnings("ignore", message="StreamingHttpResponse must consume synchronous iterators")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ritornel.site.settings.local")
django.setup(set_prefix=False)

from django.conf import settings  # noqa: E402 -- after the settings are there

from ritornel.site.bodies import BoundedBodies  # noqa: E402
from ritornel.site.handling import Handler  # noqa: E402

application = BoundedBodies(Handler(), settings.BODY_MAX_BYTES)
