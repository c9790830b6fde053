"""The addresses of voices."""

from django.urls import path

from ritornel.voices import views

app_name = "voices"
urlpatterns = [
    path("shows/<uuid:show_id>/hear", views.hear, name="hear"),
    path("shows/<uuid:show_id>/cut", views.cut, name="cut"),
    path("shows/<uuid:show_id>/scratch", views.scratch, name="scratch"),
    path("shows/<uuid:show_id>/voices", views.match, name="match"),
]
