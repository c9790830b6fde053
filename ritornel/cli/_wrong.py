"""What commands say is wrong."""


class Wrong(Exception):
    """What was asked cannot be done; the message says why in one line."""
