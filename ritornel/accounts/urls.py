"""Signing in and out."""

from django.contrib.auth.views import LoginView, LogoutView
from django.urls import path
from django.views.generic import TemplateView

app_name = "accounts"
urlpatterns = [
    path(
        "sign-in",
        LoginView.as_view(template_name="accounts/sign_in.html", redirect_authenticated_user=True),
        name="sign-in",
    ),
    path("signed-in", TemplateView.as_view(template_name="accounts/signed_in.html"), name="signed-in"),
    path("sign-out", LogoutView.as_view(), name="sign-out"),
]
