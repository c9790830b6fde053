"""The addresses of shows."""

from django.urls import path

from ritornel.shows import views

app_name = "shows"
urlpatterns = [
    path("", views.show_list, name="list"),
    path("shows/new", views.new_show, name="new"),
    path("shows/import", views.import_show, name="import"),
    path("shows/<uuid:show_id>/", views.desk, name="desk"),
    path("shows/<uuid:show_id>/state", views.state, name="state"),
    path("shows/<uuid:show_id>/edit", views.edit, name="edit"),
    path("shows/<uuid:show_id>/try", views.try_edit, name="try"),
    path("shows/<uuid:show_id>/delete", views.delete_show, name="delete"),
    path("shows/<uuid:show_id>/document", views.export_document, name="document"),
    path("shows/<uuid:show_id>/zip", views.export_zip, name="zip"),
]
