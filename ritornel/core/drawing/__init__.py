"""Shapes as outlines: the same path in the page, in films and in files."""
