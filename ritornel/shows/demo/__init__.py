"""The demo shows of Skarholm Light, as documents whose assets are named by file."""

USER, PASSWORD = "keeper", "four-flashes"
"""The demo sign-in, which is no secret."""
