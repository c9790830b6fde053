"""Letting somebody in without a mail: what ``ritornel add-person`` and ``manage.py add_person`` do."""

import getpass
import sys
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError

from ritornel.accounts.addresses import person_at, set_confirmed


class NotAdded(ValueError):
    """Nobody was added; the words say why, and what to do."""


def check_name(name: str, address: str = "") -> None:
    """Raise ``NotAdded`` if nobody can have that name and address."""
    people = get_user_model().objects
    if people.filter(username__iexact=name).exists():
        raise NotAdded(f"there is somebody called “{name}” already; choose another name")
    if address and person_at(address) is not None:
        raise NotAdded(f"somebody has the address {address} already; write another")
    try:
        people.model(username=name, email=address).clean_fields(exclude=["password"])
    except ValidationError as error:
        raise NotAdded(" ".join(error.messages)) from error


def rename(person: Any, name: str) -> None:
    """Call somebody otherwise from now on; they sign in with that name. Raises ``NotAdded``."""
    if name == person.get_username():
        return
    if name.lower() != person.get_username().lower():
        check_name(name)
    get_user_model().objects.filter(pk=person.pk).update(username=name)
    person.username = name


def add(name: str, password: str, address: str = "", administers: bool = False) -> Any:
    """Add somebody, whose address counts as confirmed. Raises ``NotAdded``."""
    check_name(name, address)
    people = get_user_model().objects
    try:
        validate_password(password, people.model(username=name, email=address))
    except ValidationError as error:
        raise NotAdded(" ".join(error.messages)) from error
    person = people.create_user(name, "", password, is_staff=administers, is_superuser=administers)
    if address:
        set_confirmed(person, address)
    return person


def asked_password() -> str:
    """Return a password that is asked for twice, or read from the standard input. Raises ``NotAdded``."""
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\n")
    password = getpass.getpass("Password: ")
    if getpass.getpass("Once more: ") != password:
        raise NotAdded("the two are not the same; nobody was added")
    return password
