"""Loaded where processes are forked from (``apart.preload``): what looks closely, with most shows' dictionaries."""

from ritornel.core.text.spelling import read
from ritornel.render import closely as closely

read("en")
