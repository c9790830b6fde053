"""Every address of the application."""

from django.contrib import admin
from django.urls import include, path

from ritornel.jobs.health import health

urlpatterns = [
    path("admin/", admin.site.urls),
    path("health", health, name="health"),
    path("", include("ritornel.lobby.urls")),
    path("", include("ritornel.desk.urls")),
    path("", include("ritornel.contact.urls")),
    path("", include("ritornel.history.urls")),
    path("", include("ritornel.shelves.urls")),
    path("", include("ritornel.shows.urls")),
    path("", include("ritornel.accounts.urls")),
    path("library/", include("ritornel.library.urls")),
    path("", include("ritornel.takes.urls")),
    path("", include("ritornel.voices.urls")),
    path("", include("ritornel.transcript.urls")),
    path("", include("ritornel.checks.urls")),
    path("", include("ritornel.films.urls")),
    path("", include("ritornel.publishing.urls")),
    path("", include("ritornel.people.urls")),
    path("", include("ritornel.comments.urls")),
    path("", include("ritornel.oneself.urls")),
]
