"""The addresses of films."""

from django.urls import path

from ritornel.films import views

app_name = "films"
urlpatterns = [
    path("shows/<uuid:show_id>/films", views.films, name="films"),
    path("shows/<uuid:show_id>/films/cost", views.cost, name="cost"),
    path("shows/<uuid:show_id>/films/<uuid:film_id>", views.film, name="film"),
    path("films/<uuid:film_id>", views.fetch, name="fetch"),
]
