"""The addresses of shows."""

from django.urls import path

from ritornel.shows import (
    contact_views,
    following,
    history_views,
    library_views,
    list_views,
    sentence_views,
    style_views,
    views,
)

app_name = "shows"
urlpatterns = [
    path("", list_views.show_list, name="list"),
    path("library/", library_views.library, name="library"),
    path("library/assets/<str:sha256>", library_views.asset, name="asset"),
    path("library/assets/<str:sha256>/replace", library_views.replaced, name="replace"),
    path("shows/new", list_views.new_show, name="new"),
    path("shows/import", list_views.import_show, name="import"),
    path("shows/outline", views.outline, name="outline"),
    path("shows/outlined", views.outlined, name="outlined"),
    path("shows/arrivals/<uuid:arrival_id>", list_views.arrival, name="arrival"),
    path("shows/arrivals/<uuid:arrival_id>/on", list_views.go_on_arriving, name="arrival-on"),
    path("shows/<uuid:show_id>/", views.desk, name="desk"),
    path("shows/<uuid:show_id>/state", views.state, name="state"),
    path("shows/<uuid:show_id>/slides", views.slides, name="slides"),
    path("shows/<uuid:show_id>/revision", views.revision, name="revision"),
    path("shows/<uuid:show_id>/events", following.events, name="events"),
    path("shows/<uuid:show_id>/strip", views.show_strip, name="strip"),
    path("shows/<uuid:show_id>/pictures/<path:slide>", views.slide_picture, name="picture"),
    path("shows/<uuid:show_id>/contact", contact_views.sheet, name="contact"),
    path("shows/<uuid:show_id>/told", contact_views.told, name="told"),
    path("shows/<uuid:show_id>/found", contact_views.found, name="found"),
    path("shows/<uuid:show_id>/cues/<int:cue>/<path:slide>", contact_views.after_cue, name="after-cue"),
    path("shows/<uuid:show_id>/edit", views.edit, name="edit"),
    path("shows/<uuid:show_id>/try", views.try_edit, name="try"),
    path("shows/<uuid:show_id>/sentence", sentence_views.sentence, name="sentence"),
    path("shows/<uuid:show_id>/styles", style_views.styles, name="styles"),
    path("shows/<uuid:show_id>/history", history_views.history, name="history"),
    path("shows/<uuid:show_id>/history/picture", history_views.picture, name="history-picture"),
    path("shows/<uuid:show_id>/history/return", history_views.return_there, name="history-return"),
    path("shows/<uuid:show_id>/history/name", history_views.name_moment, name="history-name"),
    path("shows/<uuid:show_id>/history/forget/<int:moment_id>", history_views.forget_moment, name="history-forget"),
    path("shows/<uuid:show_id>/duplicate", list_views.duplicate_show, name="duplicate"),
    path("shows/<uuid:show_id>/archive", list_views.archive_show, name="archive"),
    path("shows/<uuid:show_id>/beginning", list_views.keep_beginning, name="beginning"),
    path("shows/<uuid:show_id>/delete", list_views.delete_show, name="delete"),
    path("shows/<uuid:show_id>/document", views.export_document, name="document"),
    path("shows/<uuid:show_id>/zip", views.export_zip, name="zip"),
]
