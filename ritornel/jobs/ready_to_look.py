"""Loaded where processes are forked from (``apart.preload``): what looks closely, with the dictionaries of most shows."""

from ritornel.core.text.spelling import read
from ritornel.render import closely as closely

read("en")
