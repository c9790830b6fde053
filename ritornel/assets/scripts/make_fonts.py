"""Make the shipped fonts from the @fontsource packages: one file per style for the core, one for the page.

The packages split each style into subsets (latin, greek, ...). The core shapes text with HarfBuzz and must
see the very glyphs that the page draws, so the subsets are merged once and written as TTF (core, films)
and WOFF2 (page). The stylesheet that names them to the page is written too.

    npm install && python -m ritornel.assets.scripts.make_fonts && npm run css
"""

import io
from pathlib import Path
from typing import NamedTuple

from fontTools.merge import Merger
from fontTools.ttLib import TTFont

ROOT = Path(__file__).resolve().parents[3]
PACKAGES = ROOT / "node_modules" / "@fontsource"
OUT = ROOT / "ritornel" / "assets" / "fonts"
PAGE = ROOT / "ritornel" / "site" / "static" / "site" / "fonts"
SHEET = ROOT / "ritornel" / "site" / "styles" / "faces.css"

LATIN = ("latin", "latin-ext")
EASTERN = ("cyrillic", "cyrillic-ext")
GREEK = ("greek",)
SLICES = tuple(str(n) for n in range(120))
"""Packages of Chinese, Japanese and Korean faces come in numbered slices beside latin."""


class Made(NamedTuple):
    """One family: its package, its name in the model and in style sheets, its styles by package weight, its subsets."""

    package: str
    name: str
    css: str
    styles: tuple[tuple[int, str], ...]
    subsets: tuple[str, ...] = LATIN


UPRIGHT = ((400, "normal"), (600, "normal"))
FOUR = (*UPRIGHT, (400, "italic"), (600, "italic"))

FAMILIES = (
    Made("ibm-plex-sans", "plex-sans", "IBM Plex Sans", (*FOUR, (500, "normal")), (*LATIN, *GREEK, *EASTERN)),
    Made("fraunces", "fraunces", "Fraunces", FOUR),
    Made(
        "atkinson-hyperlegible",
        "atkinson",
        "Atkinson Hyperlegible",
        ((400, "normal"), (700, "normal"), (400, "italic"), (700, "italic")),
    ),
    Made("eb-garamond", "garamond", "EB Garamond", FOUR, (*LATIN, *GREEK, *EASTERN)),
    Made("zilla-slab", "zilla-slab", "Zilla Slab", FOUR),
    Made("barlow-condensed", "barlow-condensed", "Barlow Condensed", FOUR),
    Made("ibm-plex-mono", "plex-mono", "IBM Plex Mono", FOUR, (*LATIN, *EASTERN)),
    Made("caveat", "caveat", "Caveat", UPRIGHT, (*LATIN, *EASTERN)),
    Made("ibm-plex-sans-arabic", "plex-arabic", "IBM Plex Sans Arabic", UPRIGHT, ("arabic",)),
    Made("ibm-plex-sans-hebrew", "plex-hebrew", "IBM Plex Sans Hebrew", UPRIGHT, ("hebrew",)),
    Made("m-plus-1p", "m-plus", "M PLUS 1p", ((400, "normal"),), SLICES),
)


def subset_as_ttf(path: Path) -> io.BytesIO:
    """Return the WOFF2 file at ``path`` as an uncompressed TrueType font in memory."""
    font = TTFont(path)
    font.flavor = None
    held = io.BytesIO()
    font.save(held)
    held.seek(0)
    return held


def name_alike(font: TTFont, family: str, weight: int) -> None:
    """Let a renderer find the style by the name that style sheets use; the packages call some families of their own."""
    for name_id in (1, 16):
        font["name"].setName(family, name_id, 3, 1, 0x409)
    font["OS/2"].usWeightClass = weight


def main() -> None:
    """Write every style; an existing file is replaced."""
    rules = []
    for made in FAMILIES:
        for weight, slope in made.styles:
            files = PACKAGES / made.package / "files"
            found = [files / f"{made.package}-{subset}-{weight}-{slope}.woff2" for subset in made.subsets]
            font = Merger().merge([subset_as_ttf(path) for path in found if path.exists()])
            as_weight = 600 if weight == 700 else weight
            name_alike(font, made.css, as_weight)
            stem = f"{made.name}-{as_weight}{'i' if slope == 'italic' else ''}"
            font.save(OUT / f"{stem}.ttf")
            font.flavor = "woff2"
            font.save(PAGE / f"{stem}.woff2")
            style = " font-style: italic;" if slope == "italic" else ""
            source = f'src: url("fonts/{stem}.woff2") format("woff2"); font-display: block;'
            rules.append(f'@font-face {{ font-family: "{made.css}"; font-weight: {as_weight};{style} {source} }}')
            print(stem, len(font.getBestCmap()), "characters")
        licence = (PACKAGES / made.package / "LICENSE").read_text(encoding="utf-8")
        (OUT / f"{made.name}-LICENSE.txt").write_text(licence, encoding="utf-8")
    SHEET.write_text("\n".join(rules) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
