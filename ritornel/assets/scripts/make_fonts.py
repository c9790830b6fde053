"""Make the shipped fonts from the @fontsource packages: one file per style for the core, one for the page.

The packages split each style into subsets (latin, latin-ext). The core shapes text with HarfBuzz and must
see the very glyphs that the page draws, so the subsets are merged once and written as TTF (core, films)
and WOFF2 (page).

    npm install && python -m ritornel.assets.scripts.make_fonts
"""

import io
from pathlib import Path

from fontTools.merge import Merger
from fontTools.ttLib import TTFont

ROOT = Path(__file__).resolve().parents[3]
PACKAGES = ROOT / "node_modules" / "@fontsource"
OUT = ROOT / "ritornel" / "assets" / "fonts"
PAGE = ROOT / "ritornel" / "site" / "static" / "site" / "fonts"

STYLES = [
    ("ibm-plex-sans", "plex-sans", [(400, "normal"), (400, "italic"), (500, "normal"), (600, "normal")]),
    ("fraunces", "fraunces", [(400, "normal"), (400, "italic"), (600, "normal")]),
]


def subset_as_ttf(path: Path) -> io.BytesIO:
    """Return the WOFF2 file at ``path`` as an uncompressed TrueType font in memory."""
    font = TTFont(path)
    font.flavor = None
    held = io.BytesIO()
    font.save(held)
    held.seek(0)
    return held


def main() -> None:
    """Write every style; an existing file is replaced."""
    for package, name, styles in STYLES:
        for weight, slope in styles:
            files = PACKAGES / package / "files"
            parts = [
                subset_as_ttf(files / f"{package}-{subset}-{weight}-{slope}.woff2") for subset in ("latin", "latin-ext")
            ]
            font = Merger().merge(parts)
            target = OUT / f"{name}-{weight}{'i' if slope == 'italic' else ''}"
            font.save(target.with_suffix(".ttf"))
            font.flavor = "woff2"
            font.save(PAGE / f"{target.name}.woff2")
            print(target.name, len(font.getBestCmap()), "characters")
        licence = (PACKAGES / package / "LICENSE").read_text(encoding="utf-8")
        (OUT / f"{name}-LICENSE.txt").write_text(licence, encoding="utf-8")


if __name__ == "__main__":
    main()
