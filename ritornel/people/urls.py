"""The addresses of a show's people."""

from django.urls import path

from ritornel.people import views

app_name = "people"
urlpatterns = [
    path("shows/<uuid:show_id>/people", views.people, name="people"),
    path("shows/<uuid:show_id>/given", views.give, name="give"),
    path("mine", views.mine, name="mine"),
    path("shows/<uuid:show_id>/people/share", views.share, name="share"),
    path("shows/<uuid:show_id>/people/leave", views.leave, name="leave"),
    path("shows/<uuid:show_id>/people/link", views.link, name="link"),
    path("shows/<uuid:show_id>/people/<int:person_id>", views.part, name="part"),
    path("offers/<str:token>", views.offer, name="offer"),
]
