"""The one place from which mail goes out: plain and HTML of the same words.

A mail is one text template. Its first line is the subject; what comes after are paragraphs with an empty line between
them; one that begins with ``>`` is quoted, addresses in it become links, and what stands below a line ``--`` says why
the mail came.
"""

import re
from typing import Any

from django.conf import settings
from django.core.mail import EmailMultiAlternatives
from django.template.loader import render_to_string
from django.utils.html import format_html, format_html_join, urlize
from django.utils.safestring import SafeString, mark_safe

_EMPTY_LINES = re.compile(r"\n\s*\n")
_WHY = "\n--\n"


def send(address: str, template: str, context: dict[str, Any]) -> bool:
    """Send a mail to an address; tell whether it could be sent. The template is not escaped: it is plain text."""
    subject, _, words = render_to_string(template, context).strip().partition("\n")
    words = _EMPTY_LINES.sub("\n\n", words.strip())
    mail = EmailMultiAlternatives(
        " ".join(subject.split()), words.replace(_WHY, "\n\n"), settings.DEFAULT_FROM_EMAIL, [address]
    )
    mail.attach_alternative(as_html(words), "text/html")
    try:
        mail.send()
    except OSError:
        return False
    return True


def as_html(words: str) -> SafeString:
    """Return a mail's words as a page of HTML."""
    said, _, why = words.partition(_WHY)
    body = format_html_join("\n", "{}", ((_paragraph(p),) for p in said.strip().split("\n\n") if p.strip()))
    return format_html(
        '<!doctype html><html lang="en"><meta charset="utf-8">'
        '<body style="font: 16px/1.5 Georgia, serif; max-width: 36em">\n{}\n'
        '<p style="font-size: 13px; color: #555">{}</p></body></html>',
        body,
        _linked(why.strip()),
    )


def _paragraph(text: str) -> SafeString:
    if text.startswith(">"):
        return format_html(
            "<blockquote>{}</blockquote>", _linked("\n".join(ln.lstrip("> ") for ln in text.split("\n")))
        )
    return format_html("<p>{}</p>", _linked(text))


def _linked(text: str) -> SafeString:
    return mark_safe(urlize(text, nofollow=True, autoescape=True).replace("\n", "<br>\n"))
