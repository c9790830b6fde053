"""The addresses of transcripts."""

from django.urls import path

from ritornel.transcript import views

app_name = "transcript"
urlpatterns = [
    path("shows/<uuid:show_id>/transcript", views.page, name="page"),
    path("shows/<uuid:show_id>/transcript.html", views.file, name="file"),
    path("shows/<uuid:show_id>/transcript.pdf", views.pdf, name="pdf"),
]
