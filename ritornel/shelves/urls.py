"""The addresses of the library's page."""

from django.urls import path

from ritornel.shelves import views

app_name = "shelves"
urlpatterns = [
    path("library/", views.library, name="library"),
    path("library/assets/<str:sha256>", views.asset, name="asset"),
    path("library/assets/<str:sha256>/replace", views.replaced, name="replace"),
]
