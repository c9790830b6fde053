"""The addresses of voices."""

from django.urls import path

from ritornel.voices import recording_views, views

app_name = "voices"
urlpatterns = [
    path("shows/<uuid:show_id>/hear", views.hear, name="hear"),
    path("shows/<uuid:show_id>/cut", views.cut, name="cut"),
    path("shows/<uuid:show_id>/cleaned", views.clean, name="clean"),
    path("shows/<uuid:show_id>/scratch", views.scratch, name="scratch"),
    path("shows/<uuid:show_id>/voices", views.match, name="match"),
    path("shows/<uuid:show_id>/stand-in", recording_views.stand_in, name="stand-in"),
    path("shows/<uuid:show_id>/recordings", recording_views.recordings, name="recordings"),
    path("shows/<uuid:show_id>/recordings/<uuid:name>", recording_views.recording, name="recording"),
    path("shows/<uuid:show_id>/recordings/<uuid:name>/sound", recording_views.sound, name="recording-sound"),
    path("shows/<uuid:show_id>/recordings/<uuid:name>/said", recording_views.said, name="recording-said"),
]
