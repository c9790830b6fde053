"""Addresses of what every page of a show uses."""

from django.urls import path

from ritornel.shows import following, views

app_name = "shows"
urlpatterns = [
    path("shows/<uuid:show_id>/events", following.events, name="events"),
    path("shows/<uuid:show_id>/here", following.here, name="here"),
    path("shows/<uuid:show_id>/strip", views.show_strip, name="strip"),
    path("shows/<uuid:show_id>/pictures/<path:slide>", views.slide_picture, name="picture"),
]
