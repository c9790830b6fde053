"""Data for scripts, written into a page as a block that is not run."""

import msgspec
from django import template
from django.utils.safestring import SafeString, mark_safe

register = template.Library()

_ESCAPES = ((b">", b"\\u003E"), (b"<", b"\\u003C"), (b"&", b"\\u0026"))


@register.filter
def data_block(value: object, element_id: str) -> SafeString:
    """Return ``value`` as JSON in a script element that the browser does not run, found by its id.

    As Django's ``json_script``, but by msgspec: parts that are encoded already are taken as they are.
    """
    text = msgspec.json.encode(value)
    for sign, escaped in _ESCAPES:
        text = text.replace(sign, escaped)
    return mark_safe(f'<script id="{element_id}" type="application/json">{text.decode()}</script>')
