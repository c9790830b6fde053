"""The addresses of the list of shows."""

from django.urls import path

from ritornel.lobby import views

app_name = "lobby"
urlpatterns = [
    path("shows/order", views.order, name="order"),
    path("", views.show_list, name="list"),
    path("shows/new", views.new_show, name="new"),
    path("posters/<slug:style>.png", views.poster, name="poster"),
    path("shows/import", views.import_show, name="import"),
    path("shows/arrivals/<uuid:arrival_id>", views.arrival, name="arrival"),
    path("shows/arrivals/<uuid:arrival_id>/agree", views.agree_to_arrival, name="arrival-agree"),
    path("shows/arrivals/<uuid:arrival_id>/on", views.go_on_arriving, name="arrival-on"),
    path("shows/<uuid:show_id>/duplicate", views.duplicate_show, name="duplicate"),
    path("shows/<uuid:show_id>/archive", views.archive_show, name="archive"),
    path("shows/<uuid:show_id>/beginning", views.keep_beginning, name="beginning"),
    path("shows/<uuid:show_id>/delete", views.delete_show, name="delete"),
]
