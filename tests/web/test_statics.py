"""Static files as pages and production name them."""

import re
import tempfile
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.test import SimpleTestCase, override_settings

from ritornel.site.settings.base import ROOT
from ritornel.site.templatetags.modules import imported, page_module

IMPORT = re.compile(r"""(?:from|import)\s*["'](\.[^"']+)["']""")
PAGES = [
    entry
    for template in sorted((ROOT / "ritornel").rglob("templates/**/*.html"))
    for entry in re.findall(r"{% page_module '([^']+)' %}", template.read_text(encoding="utf-8"))
]


class Modules(SimpleTestCase):
    def test_a_page_names_all_that_its_module_imports(self):
        self.assertIn("desk/main.js", PAGES)
        for entry in PAGES:
            told = set(re.findall(r'modulepreload" href="/static/([^"]+)"', page_module(entry)))
            sources = {p: _source(p) for p in {entry, *told}}
            needed = {_resolved(p, name) for p, source in sources.items() for name in IMPORT.findall(source)}
            self.assertEqual(told, needed, entry)
        self.assertGreater(len(imported("desk/main.js")), 50)

    def test_in_production_every_file_and_import_is_named_by_its_content(self):
        with (
            tempfile.TemporaryDirectory() as root,
            override_settings(
                STATIC_ROOT=root,
                STORAGES={**settings.STORAGES, "staticfiles": {"BACKEND": "ritornel.site.storage.NamedByContent"}},
            ),
        ):
            call_command("collectstatic", interactive=False, verbosity=0)
            for entry in PAGES:
                elements = page_module(entry)
                paths = re.findall(r'(?:href|src)="/static/([^"]+)"', elements)
                self.assertEqual(len(paths), len(imported(entry)) + 1)
                for path in paths:
                    self.assertRegex(path, r"\.[0-9a-f]{12}\.js$")
                    source = (Path(root) / path).read_text(encoding="utf-8")
                    for name in IMPORT.findall(source):
                        self.assertIn(_resolved(path, name), paths)


def _source(path: str) -> str:
    found = next((ROOT / "ritornel").glob(f"*/static/{path}"))
    return found.read_text(encoding="utf-8")


def _resolved(path: str, name: str) -> str:
    return str((Path("/") / path).parent.joinpath(name).resolve().relative_to("/"))
