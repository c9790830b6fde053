"""The most that a show may have. Stated here once, refused with a sentence, and still compiled in seconds.

``bench`` measures a show at all of these limits at once.
"""

SLIDES = 1_000
OBJECTS_ON_A_SLIDE = 500
OBJECTS = 15_000
BUILDS_ON_A_SLIDE = 2_500
BUILDS = 20_000
OWN_EFFECTS = 100
OWN_STYLES = 20
OWN_WORDS = 2000
SET_ASIDE = 2000
BUILDS_IN_AN_EFFECT = 50
PARAGRAPHS_IN_A_TEXT = 500
PARAGRAPH_CHARACTERS = 5_000
RUNS_IN_A_PARAGRAPH = 200
RUNS = 20_000
SETTING_CHARACTERS = 300
PATH_SETTING_CHARACTERS = 30_000
"""Of a setting that is path data."""
SETTINGS_CHARACTERS = 1_500_000
"""Of all settings that are texts, of all builds and of all effects of one's own."""
LEVELS = 6
TABLE_ROWS = 12
TABLE_COLUMNS = 8
STOPS_OF_A_GRADIENT = 12
TEXT_CHARACTERS = 500_000
SCRIPT_CHARACTERS = 1_000_000
CHAPTERS = 500
BEDS = 50
GUIDES = 100
ASSETS = 5_000
VALUES = 1_500_000
"""Values, lists and objects in one JSON text."""
STRETCHES = 2_000
CAPTIONS_ON_A_SLIDE = 2_000
CAPTION_LANGUAGES = 20
WORDS_OF_A_VOICE = 20_000
SPEECH_SPANS = 20_000
BEATS = 20_000
POINTS_OF_A_LINE = 500
LENGTH_MS = 1_000_000_000
"""A show lasts at most this long (eleven days), all holds and repeats counted."""
TIME_MS = 86_400_000
"""No single time in a show is more than a day."""
