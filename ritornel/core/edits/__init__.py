"""Edits: commands that turn a show into a new show. Every change of a show is one of these.

A file states one or more subclasses of ``Command`` (see ``edits.command``); a command's ``do`` name in JSON is its
class name in lower case with hyphens (``AddObject`` is ``add-object``). Commands are pure: the same show and
command give the same show. They raise ``BadEdit`` with words for the user when they cannot be carried out.
"""

import importlib
import pkgutil
from collections.abc import Mapping
from typing import Any

from ritornel.core.edits.command import BadEdit, Command
from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument, check_show, convert

__all__ = ["COMMANDS", "BadEdit", "Command", "apply", "read_command"]

for _module in pkgutil.iter_modules(__path__):
    importlib.import_module(f"{__name__}.{_module.name}")

COMMANDS: dict[str, type[Command]] = {c.__struct_config__.tag: c for c in Command.__subclasses__()}  # type: ignore[misc]


def read_command(values: Mapping[str, Any]) -> Command:
    """Return the command that plain ``values`` describe; ``BadEdit`` if there is none of that name or shape."""
    kind = COMMANDS.get(str(values.get("do")))
    if kind is None:
        raise BadEdit(f"there is no edit called “{values.get('do')}”")
    try:
        return convert(dict(values), kind)
    except BadDocument as error:
        raise BadEdit(f"{values['do']}: {error}") from error


def apply(show: Show, command: Command) -> Show:
    """Return the show after the command, checked; ``BadEdit`` leaves the show as it was."""
    try:
        changed = command.apply(show)
        check_show(changed, checked=show)
    except BadDocument as error:
        raise BadEdit(str(error)) from error
    return changed
