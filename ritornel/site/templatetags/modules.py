"""A page's module, and at once word of all that it imports, so that nothing waits for something else to come first."""

import posixpath
import re
from functools import cache
from pathlib import Path

from django import template
from django.conf import settings
from django.contrib.staticfiles import finders
from django.templatetags.static import static
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

register = template.Library()

_IMPORT = re.compile(r"""^(?:import|export)\b[^"'`;]*?["'](\.{1,2}/[^"']+)["']""", re.MULTILINE)


@register.simple_tag
def page_module(path: str) -> SafeString:
    """Return the elements that load the module at a static ``path`` and, meanwhile, all that it imports.

    What is released has all of it in the one module.
    """
    if settings.IS_RELEASED:
        return format_html('<script type="module" src="{}"></script>', static(path))
    preloads = format_html_join("\n", '<link rel="modulepreload" href="{}">', ((static(m),) for m in imported(path)))
    return format_html('{}\n<script type="module" src="{}"></script>', preloads, static(path))


@cache
def imported(path: str) -> tuple[str, ...]:
    """Return the static paths of all modules that a module imports, those that it names itself first."""
    reached = [path]
    for module in reached:
        found = finders.find(module)
        names = _IMPORT.findall(Path(found).read_text(encoding="utf-8")) if found else []
        paths = (posixpath.normpath(posixpath.join(posixpath.dirname(module), name)) for name in names)
        reached += [p for p in dict.fromkeys(paths) if p not in reached]
    return tuple(reached[1:])
