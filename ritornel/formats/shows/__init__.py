"""Open formats of shows, one file each.

A file states ``FORMAT`` (see ``_protocol.Format``): its name, what one calls it, the standard, its endings and media
type, and how it is read or written. It is found here; nothing else changes: files of its endings are taken on the desk
as it says, and a show goes out in it at ``/shows/ID/as/NAME``.
"""

import importlib
import pkgutil

from ritornel.formats.shows._protocol import Format

__all__ = ["FORMATS", "Format"]

FORMATS: dict[str, Format] = {
    found.name: found
    for name in sorted(m.name for m in pkgutil.iter_modules(__path__) if not m.name.startswith("_"))
    for found in [importlib.import_module(f"{__name__}.{name}").FORMAT]
}
