"""The addresses of publishing, and of what is published."""

from django.urls import path

from ritornel.publishing import views

app_name = "publishing"
urlpatterns = [
    path("shows/<uuid:show_id>/publish", views.editions, name="editions"),
    path("editions", views.all_editions, name="all"),
    path("editions/<int:edition_id>/withdraw", views.withdraw, name="withdraw"),
    path("e/<str:token>/", views.player, name="player"),
    path("e/<str:token>/frame", views.frame, name="frame"),
    path("e/<str:token>/slides", views.rest, name="rest"),
    path("e/<str:token>/media/<str:sha256>", views.media, name="media"),
    path("e/<str:token>/media/<str:sha256>/<str:what>", views.media, name="derived"),
]
