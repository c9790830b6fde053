"""The addresses of comments."""

from django.urls import path

from ritornel.comments import views

app_name = "comments"
urlpatterns = [
    path("shows/<uuid:show_id>/comments", views.page, name="page"),
    path("shows/<uuid:show_id>/comments/list", views.listed, name="list"),
    path("shows/<uuid:show_id>/comments/say", views.say, name="say"),
    path("shows/<uuid:show_id>/comments/<uuid:comment_id>", views.act, name="act"),
    path("shows/<uuid:show_id>/comments.csv", views.as_csv, name="csv"),
]
