"""The addresses of the contact sheet."""

from django.urls import path

from ritornel.contact import views

app_name = "contact"
urlpatterns = [
    path("shows/<uuid:show_id>/contact", views.sheet, name="sheet"),
    path("shows/<uuid:show_id>/told", views.told, name="told"),
    path("shows/<uuid:show_id>/found", views.found, name="found"),
    path("shows/<uuid:show_id>/cues/<int:cue>/<path:slide>", views.after_cue, name="after-cue"),
    path("shows/<uuid:show_id>/stops/<int:stop>/<path:slide>", views.at_stop, name="at-stop"),
]
