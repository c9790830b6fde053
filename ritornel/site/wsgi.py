"""The WSGI application, for Django's own servers; people are served by ASGI (``site.asgi``)."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ritornel.site.settings.local")
application = get_wsgi_application()
