"""The addresses of the history."""

from django.urls import path

from ritornel.history import views

app_name = "history"
urlpatterns = [
    path("shows/<uuid:show_id>/history", views.history, name="history"),
    path("shows/<uuid:show_id>/history/picture", views.picture, name="picture"),
    path("shows/<uuid:show_id>/history/return", views.return_there, name="return"),
    path("shows/<uuid:show_id>/history/name", views.name_moment, name="name"),
    path("shows/<uuid:show_id>/history/forget/<int:moment_id>", views.forget_moment, name="forget"),
]
