"""The library's addresses."""

from django.urls import path

from ritornel.library import outside_views, views

app_name = "library"
urlpatterns = [
    path("outside", outside_views.search_outside, name="search-outside"),
    path("outside/previews/<str:item>", outside_views.item_preview, name="outside-preview"),
    path("outside/heard/<str:item>", outside_views.item_heard, name="outside-heard"),
    path("fetches", outside_views.begin_fetch, name="begin-fetch"),
    path("fetches/<uuid:fetch_id>", outside_views.fetch, name="fetch"),
    path("assets", views.assets, name="assets"),
    path("uploads", views.begin_upload, name="begin-upload"),
    path("uploads/<uuid:upload_id>", views.upload, name="upload"),
    path("uploads/<uuid:upload_id>/closed", views.close_upload, name="close-upload"),
    path("uploads/<uuid:upload_id>/<int:number>", views.upload_piece, name="upload-piece"),
    path("media/<str:sha256>", views.media, name="media"),
    path("media/<str:sha256>/pages/<int:number>", views.page, name="page"),
    path("media/<str:sha256>/<str:what>", views.media, name="derived"),
]
