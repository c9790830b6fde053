"""The shipped letters in documents of pages that fpdf2 writes."""

from importlib.resources import as_file, files

from fpdf import FPDF

WORDS, TITLES = "Words", "Titles"
_FAMILIES = {WORDS: "plex-sans-400", TITLES: "fraunces-600"}
_STAND_INS = {"Arabic": "plex-arabic-400", "Hebrew": "plex-hebrew-400", "Wide": "m-plus-400"}


def give_letters(pdf: FPDF) -> None:
    """Give a document the families ``WORDS`` and ``TITLES``, and what stands in for characters that they lack."""
    faces = files("ritornel.assets").joinpath("fonts")
    for family, face in {**_FAMILIES, **_STAND_INS}.items():
        with as_file(faces.joinpath(f"{face}.ttf")) as path:
            pdf.add_font(family, fname=path)
    pdf.set_fallback_fonts(list(_STAND_INS), exact_match=False)
    pdf.set_text_shaping(True)
