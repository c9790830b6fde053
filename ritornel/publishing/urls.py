"""The addresses of publishing, and of what is published."""

from django.urls import path

from ritornel.publishing import views
from ritornel.publishing.embedding import oembed

app_name = "publishing"
urlpatterns = [
    path("shows/<uuid:show_id>/publish", views.editions, name="editions"),
    path("shows/<uuid:show_id>/standing", views.choose_standing, name="choose-standing"),
    path("s/<str:token>/", views.standing_player, name="standing"),
    path("s/<str:token>/frame", views.standing_frame, name="standing-frame"),
    path("oembed", oembed, name="oembed"),
    path("editions", views.all_editions, name="all"),
    path("editions/<int:edition_id>/withdraw", views.withdraw, name="withdraw"),
    path("e/<str:token>/", views.player, name="player"),
    path("e/<str:token>/frame", views.frame, name="frame"),
    path("e/<str:token>/first.png", views.first, name="first"),
    path("e/<str:token>/slides", views.rest, name="rest"),
    path("e/<str:token>/media/<str:sha256>", views.media, name="media"),
    path("e/<str:token>/media/<str:sha256>/<str:what>", views.media, name="derived"),
]
