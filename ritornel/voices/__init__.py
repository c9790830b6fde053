"""Voices of slides: listened to in the background, and what becomes of the files that are dropped as voices."""
