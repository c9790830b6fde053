"""The roles that objects have on slides of a house style."""

from collections.abc import Mapping

ROLES: Mapping[str, str] = {
    "title": "Title",
    "subtitle": "What stands under the title",
    "number": "Number",
    "statement": "What is said in one line",
    "body": "Text, a line each",
    "caption": "Caption",
    "figure": "Figure",
    "label": "What it counts",
    "quotation": "What someone said",
    "source": "Who said it",
    "picture": "Picture",
    "speaker": "Who speaks",
    "ornament": "Ornament",
}
"""The roles, and what is prompted for in an empty one."""

PICTURE, ORNAMENT, SPEAKER = "picture", "ornament", "speaker"

NEW_TEXT = "body"
"""What a text is that somebody puts on a slide."""
