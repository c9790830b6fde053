"""Sounds of English words that a dictionary lacks: from known words that they are made of, else by rules of letters.

Sounds are those of ARPAbet without stress. The rules are a part of those of Elovitz, Johnson, McHugh and Shore,
"Letter-to-Sound Rules for Automatic Translation of English Text to Phonetics" (IEEE Trans. ASSP-24, 1976): enough to
find a word in a voice, not to speak it well.
"""

import re
from collections.abc import Callable
from functools import cache
from typing import NamedTuple

Look = Callable[[str], str | None]
"""What a dictionary says of a word: its sounds, parted by spaces; None where it lacks it."""

_VOWEL, _CONSONANT = "[aeiouy]", "[bcdfghjklmnpqrstvwxz]"
_RULES = """
^ (a) $ = AH ; ^ (are) $ = AA R ; ^ (ar) o = AH R ; (ar) @ = EH R ; (ar) = AA R ; (augh) = AO ; (au) = AO
(aw) = AO ; (air) = EH R ; (ai) = EY ; (ay) = EY ; (al) [kl] = AO L ; # (able) $ = AH B AH L ; (ange) = EY N JH
(a) #(e|i|y|ing|ed|es)s?$ = EY ; (a) tion = EY ; w (a) [^lrx] = AA ; (a) $ = AH ; (a) = AE ; m (b) $ =
(bb) = B ; (b) = B ; (ch) r = K ; (ch) = CH ; (ck) = K ; (ci) [aou] = SH ; (cc) [ei] = K S ; (c) [eiy] = S
(cc) = K ; (c) = K ; (dge) = JH ; (dd) = D ; (d) = D ; # (ed) $ = D ; (eigh) = EY ; (ei) = IY ; (ear) = IH R
(ea) d = EH ; (ea) = IY ; (eer) = IH R ; (ee) = IY ; (ewe) = UW ; (ew) = UW ; (ey) $ = IY ; (er) = ER
(eu) = UW ; ^[^aeiouy]+ (e) $ = IY ; @.*# (es) $ = Z ; @.* (e) $ = ; @.* (e) (ly|ment|ful|less|s)$ =
(e) #e$ = IY ; (e) = EH ; (ff) = F ; (f) = F ; (gh) t = ; ^ (gh) = G ; [aeiou] (gh) = ; ^ (gn) = N ; (gg) = G
(g) [eiy] = JH ; (g) = G ; @ (h) $ = ; @ (h) # = ; (h) = HH ; (igh) = AY ; (ign) $ = AY N ; (ier) = IY ER
(ie) $ = AY ; (ie) = IY ; (ir) = ER ; (ild) $ = AY L D ; (ind) $ = AY N D ; (ique) = IY K
(i) #(e|ed|es|ing)$ = AY ; (i) $ = IY ; (io) = IY OW ; (i) = IH ; (j) = JH ; ^ (kn) = N ; (k) = K
# (le) $ = AH L ; (ll) = L ; (l) = L ; (mm) = M ; (m) = M ; (ng) $ = NG ; (ng) # = NG ; (nk) = NG K ; (nn) = N
(n) = N ; (ought) = AO T ; (ough) = OW ; (ould) = UH D ; (ook) = UH K ; (oor) = AO R ; (oo) = UW ; (oar) = AO R
(oa) = OW ; (oi) = OY ; (oy) = OY ; (old) = OW L D ; (ow) $ = OW ; (ow) = AW ; (ous) $ = AH S ; (our) = AO R
(ou) = AW ; w (or) = ER ; (or) = AO R ; (oe) = OW ; (o) #(e|ed|es|ing)$ = OW ; (o) $ = OW ; (o) = AA ; (ph) = F
^ (ps) = S ; (pp) = P ; (p) = P ; (que) $ = K ; (qu) = K W ; (q) = K ; ^ (rh) = R ; (rr) = R ; (r) = R
(sch) = SH ; (sh) = SH ; (sion) = ZH AH N ; (ssion) = SH AH N ; (sure) = ZH ER ; (sc) [eiy] = S ; (ss) = S
[bdglmnrvwaeiouy] (s) $ = Z ; @ (s) e$ = Z ; (s) = S ; (tch) = CH ; (tion) = SH AH N ; (ture) = CH ER
(th) = TH ; (tt) = T ; (t) = T ; (ur) = ER ; q (u) = W ; g (u) @ = ; (u) #(e|ed|es|ing)$ = UW ; (ui) = UW
(ue) $ = UW ; (u) = AH ; (v) = V ; ^ (wr) = R ; (wh) = W ; @ (w) $ = ; (w) = W ; ^ (x) = Z ; (x) = K S
^ (y) = Y ; @.* (y) $ = IY ; (y) $ = AY ; (y) = IH ; (zz) = Z ; (z) = Z
"""
"""What stands before (letters) what follows = their sounds; the first rule that fits is taken.

Before and behind stand patterns, in which @ is a vowel and # a consonant.
"""
_UNVOICED = ("P", "T", "K", "F", "TH")
_HISSING = ("S", "Z", "SH", "CH", "JH", "ZH")


def sounds_of(word: str, look: Look) -> str:
    """Return the sounds of a word in lower case: of a known one's form, of two known ones together, or by the rules."""
    return _form(word, look) or _compound(word, look) or by_rules(word)


def by_rules(word: str) -> str:
    """Return the sounds of letters by the rules; never empty for a word that has a letter."""
    word = re.sub(r"[^a-z]", "", word)
    found: list[str] = []
    at = 0
    while at < len(word):
        for rule in _rules():
            if rule.fits(word, at):
                found += rule.sounds
                at += len(rule.letters)
                break
        else:
            at += 1
    return " ".join(found or (["AH"] if word else []))


class _Rule(NamedTuple):
    before: re.Pattern[str]
    letters: str
    after: re.Pattern[str]
    sounds: list[str]

    def fits(self, word: str, at: int) -> bool:
        """Tell whether the rule is for the letters of a word from a place on."""
        return (
            word.startswith(self.letters, at)
            and self.before.search(word[:at]) is not None
            and self.after.match(word, at + len(self.letters)) is not None
        )


@cache
def _rules() -> tuple[_Rule, ...]:
    """Return the rules, read."""

    def pattern(text: str) -> str:
        return text.strip().replace("@", _VOWEL).replace("#", _CONSONANT)

    rules = []
    for line in _RULES.strip().splitlines():
        for written in line.split(" ; "):
            before, letters, after, sounds = re.fullmatch(r"(.*?) ?\((\w+)\) ?(.*?) ?= ?(.*)", written).groups()  # type: ignore[union-attr]
            rules.append(
                _Rule(re.compile(f"(?:{pattern(before)})$"), letters, re.compile(pattern(after)), sounds.split())
            )
    return tuple(rules)


def _form(word: str, look: Look) -> str | None:
    """Return the sounds of a known word with an ending: “cogs”, “keeper's”, “afloated”, “lamping”."""
    for ending, bases in (
        ("'s", (word[:-2],)),
        ("s'", (word[:-1],)),
        ("es", (word[:-2], word[:-1])),
        ("s", (word[:-1],)),
        ("ed", (word[:-2], word[:-1], word[:-3])),
        ("ing", (word[:-3], f"{word[:-3]}e", word[:-4])),
        ("ly", (word[:-2],)),
        ("ness", (word[:-4],)),
    ):
        if word.endswith(ending) and len(word) > len(ending) + 1:
            known = next((sounds for base in bases if (sounds := look(base)) is not None), None)
            if known is not None:
                return f"{known} {_ending(ending, known.split()[-1])}".strip()
    return None


def _ending(ending: str, last: str) -> str:
    if ending in ("'s", "s'", "s", "es"):
        return "IH Z" if last in _HISSING else "S" if last in _UNVOICED else "Z"
    if ending == "ed":
        return "IH D" if last in ("T", "D") else "T" if last in (*_UNVOICED, "S", "SH", "CH") else "D"
    return {"ing": "IH NG", "ly": "L IY", "ness": "N AH S"}[ending]


def _compound(word: str, look: Look) -> str | None:
    """Return the sounds of two known words written as one: “lamplight”, “sea-light”."""
    parts = word.split("-")
    if len(parts) > 1:
        return " ".join(look(part) or sounds_of(part, look) for part in parts if part)
    for at in range(3, len(word) - 2):
        first, second = _as_word(word[:at], look), _as_word(word[at:], look)
        if first and second:
            return f"{first} {second}"
    return None


def _as_word(letters: str, look: Look) -> str:
    """Return the sounds of a known word; none of one that is said letter by letter: it has more sounds than letters."""
    sounds = look(letters) or ""
    return sounds if len(sounds.split()) <= len(letters) else ""
