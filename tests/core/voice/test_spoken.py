"""A script as it is said: every word tied to the letters that stand there."""

from unittest import TestCase

from ritornel.core.voice.files import matched
from ritornel.core.voice.sounds import by_rules, sounds_of
from ritornel.core.voice.spoken import marks_before, tokens


def said(script: str, language: str = "en") -> dict[str, str]:
    return {script[word.start : word.end]: " ".join(word.said) for word in tokens(script, language)}


class Spoken(TestCase):
    def test_numbers_times_sums_units_and_short_forms_are_spoken_out(self):
        self.assertEqual(
            said("In 1861, 11 to 15 men; 4 t for $1.50 at 14:30. Dr. Vik’s 3rd lamp-light is 50% lit, e.g. 1 m."),
            {
                "In": "in", "1861": "eighteen sixty one", "11": "eleven", "to": "to", "15": "fifteen", "men": "men",
                "4": "four", "t": "tons", "for": "for", "$1.50": "one dollar fifty", "at": "at",
                "14:30": "fourteen thirty", "Dr.": "doctor", "Vik’s": "vik's", "3rd": "third", "lamp-light": "lamp light",
                "is": "is", "50%": "fifty percent", "lit": "lit", "e.g.": "for example", "1": "one", "m": "metre",
            },
        )  # fmt: skip
        self.assertEqual(
            said("2000; 1,234.5 km & 12:00")["1,234.5"], "one thousand two hundred and thirty four point five"
        )
        self.assertEqual(said("12:00")["12:00"], "twelve o'clock")
        self.assertEqual(said("99999999999999999")["99999999999999999"], " ".join(["nine"] * 17))

    def test_whatever_counts_as_a_digit_somewhere_is_said_somehow(self):
        for script in ("m² and x³", "²", "٣ lamps", "½ a lamp", "①", "12²", "4²t"):
            self.assertTrue(all(word.said and all(word.said) for word in tokens(script)), script)

    def test_other_languages_are_said_as_they_are_written(self):
        self.assertEqual(
            said("Vier t, 1861: größer!", "de"), {"Vier": "vier", "t": "t", "1861": "1861", "größer": "größer"}
        )

    def test_cue_marks_stand_before_words_and_are_none(self):
        script = "One. [1] Two [2] three [7]"
        words = tokens(script)
        self.assertEqual([script[w.start : w.end] for w in words], ["One", "Two", "three"])
        self.assertEqual(marks_before(script, words), {1: 1, 2: 2, 7: 3})


class Sounds(TestCase):
    KNOWN = {"cog": "K AO G", "lamp": "L AE M P", "light": "L AY T", "wait": "W EY T", "press": "P R EH S"}

    def test_forms_and_compounds_of_known_words_else_the_rules(self):
        for word, sounds in (
            ("cogs", "K AO G Z"),
            ("lamps", "L AE M P S"),
            ("presses", "P R EH S IH Z"),
            ("waited", "W EY T IH D"),
            ("pressed", "P R EH S T"),
            ("waiting", "W EY T IH NG"),
            ("lamp's", "L AE M P S"),
            ("lamplight", "L AE M P L AY T"),
            ("nought", "N AO T"),
            ("phonic", "F AA N IH K"),
            ("station", "S T EY SH AH N"),
            ("knave", "N EY V"),
        ):
            self.assertEqual(sounds_of(word, self.KNOWN.get), sounds, word)

    def test_whatever_has_a_letter_has_a_sound(self):
        for word in ("zxqv", "e", "hh", "q"):
            self.assertTrue(by_rules(word))
        self.assertEqual(by_rules("17"), "")


class Files(TestCase):
    TITLES = ("A ring of prisms", "The bath", "One finger", "The clock")

    def test_by_number_by_name_and_in_order(self):
        for names, places in (
            (["voice 1.wav", "voice 2.wav", "voice 4.wav"], [0, 1, 3]),
            (["v01.wav", "v00.wav"], [1, 0]),
            (["2024-05 take 3.wav", "2024-05 take 1.wav"], [2, 0]),
            (["the_bath.ogg", "one-finger.ogg", "zz.ogg"], [1, 2, 0]),
            (["b.wav", "a.wav"], [1, 0]),
            (["7.wav", "9.wav"], [0, 1]),
            (["a.wav", "b.wav", "c.wav", "d.wav", "e.wav"], [0, 1, 2, 3, None]),
        ):
            self.assertEqual(matched(names, self.TITLES), places, names)
