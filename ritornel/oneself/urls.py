"""The addresses of one's own account."""

from django.urls import path

from ritornel.oneself import views

urlpatterns = [
    path("account", views.account, name="account"),
    path("account/likes", views.likes, name="account-likes"),
    path("account/data.zip", views.data, name="account-data"),
    path("account/leave", views.leave, name="account-leave"),
]
