"""Fetch the shipped dictionaries (Hunspell's format) from the dictionary-* packages of the npm registry.

npm install && python -m ritornel.assets.scripts.make_words
"""

import shutil
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
PACKAGES = ROOT / "node_modules"
OUT = ROOT / "ritornel" / "assets" / "words"

DICTIONARIES = {"en-US": "dictionary-en", "en-GB": "dictionary-en-gb", "fr": "dictionary-fr", "es": "dictionary-es"}
"""The packages by the language tags (BCP 47) of what is in them."""


def main() -> None:
    """Copy each with its licence."""
    for language, package in DICTIONARIES.items():
        folder = OUT / language
        folder.mkdir(parents=True, exist_ok=True)
        for name, kept in (("index.aff", "index.aff"), ("index.dic", "index.dic"), ("license", "LICENSE")):
            shutil.copyfile(PACKAGES / package / name, folder / kept)


if __name__ == "__main__":
    main()
