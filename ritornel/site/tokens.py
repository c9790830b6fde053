"""Addresses that cannot be guessed."""

import secrets


def new_token() -> str:
    """Return an address that cannot be guessed: 128 random bits."""
    return secrets.token_urlsafe(16)
