"""Gather what a release ships of static files: each page's modules as one, everything compressed and named by content.

python -m ritornel.assets.scripts.make_release FOLDER
"""

import os
import re
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
_ENTRY = re.compile(r"{% page_module '([^']+)' %}")
_ESBUILD = ["npx", "--no-install", "esbuild", "--bundle", "--format=esm", "--minify"]
_HOW = ["--target=es2022", "--charset=utf8", "--legal-comments=inline", "--log-level=error"]
_STAYS = {
    "site/ticking_worker.js",
    "parts/recording/microphone_worklet.js",
    "play/limiter_worklet.js",
    "publishing/opener.js",
}
"""Modules that pages load by their address, not by importing them."""


def pages() -> list[str]:
    """Return the static paths of the modules that pages load."""
    templates = sorted((ROOT / "ritornel").glob("*/templates/**/*.html"))
    return sorted({entry for file in templates for entry in _ENTRY.findall(file.read_text(encoding="utf-8"))})


def main(folder: Path) -> None:
    """Write them into a folder."""
    os.environ["DJANGO_SETTINGS_MODULE"] = "ritornel.site.settings.local"
    import django
    from django.core.management import call_command
    from django.test import override_settings

    django.setup()
    plain = {"staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"}}
    named = {"staticfiles": {"BACKEND": "ritornel.site.storage.NamedByContent"}}
    with tempfile.TemporaryDirectory() as held:
        merged, bundled = Path(held) / "merged", Path(held) / "bundled"
        with override_settings(STATIC_ROOT=merged, STORAGES=plain):
            call_command("collectstatic", interactive=False, verbosity=0)
        entries = [str(merged / page) for page in pages()]
        options = [*_HOW, f"--outdir={bundled}", f"--outbase={merged}"]
        subprocess.run([*_ESBUILD, *entries, *options], cwd=ROOT, check=True)
        for module in merged.rglob("*.js"):
            if str(module.relative_to(merged)) not in _STAYS:
                module.unlink()
        shutil.copytree(bundled, merged, dirs_exist_ok=True)
        finders = ["django.contrib.staticfiles.finders.FileSystemFinder"]
        with override_settings(
            STATICFILES_FINDERS=finders,
            STATICFILES_DIRS=[merged],
            STATIC_ROOT=folder,
            STORAGES=named,
            WHITENOISE_KEEP_ONLY_HASHED_FILES=True,
        ):
            call_command("collectstatic", interactive=False, verbosity=0)


if __name__ == "__main__":
    main(Path(sys.argv[1]).resolve())
