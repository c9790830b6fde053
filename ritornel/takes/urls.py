"""The addresses of rehearsing."""

from django.urls import path

from ritornel.takes import views

app_name = "takes"
urlpatterns = [
    path("shows/<uuid:show_id>/lectern", views.lectern, name="lectern"),
    path("shows/<uuid:show_id>/stage", views.stage, name="stage"),
    path("shows/<uuid:show_id>/takes", views.keep, name="keep"),
    path("shows/<uuid:show_id>/takes/last", views.last, name="last"),
    path("takes/<int:take_id>", views.take, name="take"),
    path("takes/<int:take_id>/apply", views.apply, name="apply"),
]
