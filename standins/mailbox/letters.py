"""The mails that lie in a folder, as Django's file backend writes them (django.core.mail.backends.filebased)."""

from collections.abc import Iterator
from datetime import datetime
from email import message_from_string, policy
from email.message import EmailMessage
from email.utils import parsedate_to_datetime
from pathlib import Path
from typing import NamedTuple, cast

_BETWEEN = "\n" + "-" * 79 + "\n"


class Letter(NamedTuple):
    """A mail: to whom, when, about what, its words plain and as HTML (empty: it has none)."""

    to: str
    sent: datetime
    subject: str
    plain: str
    html: str


def letters_in(folder: Path) -> list[Letter]:
    """Return the mails of a folder, the newest first, one for each of whom they are to."""
    found = [one for path in folder.glob("*.log") for one in _letters_of(path.read_text())] if folder.is_dir() else []
    return sorted(found, key=lambda one: one.sent, reverse=True)


def _letters_of(text: str) -> Iterator[Letter]:
    for written in text.split(_BETWEEN):
        mail = cast(EmailMessage, message_from_string(written.strip(), policy=policy.default))
        if mail["To"] is None:
            continue
        sent = parsedate_to_datetime(mail["Date"])
        for address in mail["To"].addresses:
            yield Letter(address.addr_spec, sent, mail["Subject"], _words(mail, "plain"), _words(mail, "html"))


def _words(mail: EmailMessage, kind: str) -> str:
    body = mail.get_body((kind,))
    return body.get_content() if body is not None else ""
