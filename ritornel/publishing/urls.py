"""The addresses of publishing, and of what is published."""

from django.urls import path

from ritornel.publishing import counting, file_views, looking, reading, views
from ritornel.publishing.embedding import oembed

app_name = "publishing"
urlpatterns = [
    path("shows/<uuid:show_id>/publish", views.editions, name="editions"),
    path("shows/<uuid:show_id>/standing", views.choose_standing, name="choose-standing"),
    path("s/<str:token>/", views.standing_player, name="standing"),
    path("s/<str:token>/frame", views.standing_frame, name="standing-frame"),
    path("shows/<uuid:show_id>/look", looking.look, name="look"),
    path("l/<str:token>/", looking.look_by_link, name="look-by-link"),
    path("l/<str:token>/media/<str:sha256>", looking.looked_media, name="looked-media"),
    path("l/<str:token>/media/<str:sha256>/<str:what>", looking.looked_media, name="looked-derived"),
    path("shows/<uuid:show_id>/one-file", file_views.of_show, name="one-file"),
    path("editions/<int:edition_id>/one-file", file_views.of_edition, name="edition-file"),
    path("i/<str:token>/", views.invited, name="invited"),
    path("invitations/<int:invitation_id>/withdraw", views.uninvite, name="uninvite"),
    path("e/<str:token>/read", reading.read, name="read"),
    path("e/<str:token>/stills/<int:number>.webp", reading.still, name="still"),
    path("e/<str:token>/seen", counting.seen, name="seen"),
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
