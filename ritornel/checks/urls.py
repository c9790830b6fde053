"""The addresses of the line check."""

from django.urls import path

from ritornel.checks import views

app_name = "checks"
urlpatterns = [
    path("shows/<uuid:show_id>/check", views.check, name="check"),
    path("shows/<uuid:show_id>/check/closely", views.closely, name="closely"),
    path("shows/<uuid:show_id>/check/trial", views.trial, name="trial"),
]
