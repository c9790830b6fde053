"""What templates ask of somebody's part in a show."""

from typing import Any

from django import template

from ritornel.shows.access import home_of
from ritornel.shows.models import Show

register = template.Library()


@register.simple_tag(takes_context=True)
def home(context: dict[str, Any], row: Show) -> str:
    """Return the address at which the part that who looks has in a show is done."""
    return home_of(row, context["request"].user)
