"""The addresses of the desk."""

from django.urls import path

from ritornel.desk import exports, house_styles, outlines, page, protocol, sentences, sounding

app_name = "desk"
urlpatterns = [
    path("shows/outline", outlines.outline, name="outline"),
    path("shows/planned", outlines.planned, name="planned"),
    path("shows/captioned", outlines.captions, name="captioned"),
    path("shows/outlined", outlines.outlined, name="outlined"),
    path("shows/<uuid:show_id>/", page.desk, name="desk"),
    path("shows/<uuid:show_id>/state", page.state, name="state"),
    path("shows/<uuid:show_id>/slides", page.slides, name="slides"),
    path("shows/<uuid:show_id>/revision", page.revision, name="revision"),
    path("shows/<uuid:show_id>/edit", protocol.edit, name="edit"),
    path("shows/<uuid:show_id>/try", protocol.try_edit, name="try"),
    path("shows/<uuid:show_id>/sentence", sentences.sentence, name="sentence"),
    path("shows/<uuid:show_id>/sound", sounding.sound, name="sound"),
    path("shows/<uuid:show_id>/styles", house_styles.styles, name="styles"),
    path("shows/<uuid:show_id>/as/<str:name>", exports.export, name="export"),
    path("shows/<uuid:show_id>/document", exports.export, {"name": "document"}, name="document"),
    path("shows/<uuid:show_id>/zip", exports.export, {"name": "zip"}, name="zip"),
]
