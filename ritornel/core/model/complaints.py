"""What msgspec says is wrong with a document, in words with a place."""

import re

_NOUNS = {
    "slides": "slide",
    "running_order": "build",
    "objects": "object",
    "paragraphs": "paragraph",
    "runs": "run",
    "chapters": "chapter",
    "beds": "bed",
    "assets": "asset",
    "marks": "mark",
    "instants": "instant",
}
_TYPES = {
    "int": "a whole number",
    "float": "a number",
    "str": "text",
    "bool": "true or false",
    "array": "a list",
    "object": "an object with named fields",
    "null": "nothing",
}


def in_words(message: str) -> str:
    """Turn msgspec's ``Expected `int` >= 0 - at `$.slides[2].hold` `` into words with a place."""
    what, _, path = message.partition(" - at `")
    place, name = _place(path.removeprefix("key` in `").rstrip("`"))
    if name in _NOUNS and (match := re.search(r"of length <= (\d+)", what)):
        return f"{place}{': ' if place else ''}there may be {int(match[1]):,} {_NOUNS[name]}s at most"
    subject = f"{name} " if name else ""
    return f"{place}{': ' if place else ''}{subject}{_rule(what)}"


def _place(path: str) -> tuple[str, str]:
    found: list[str] = []
    name = ""
    for field, index in re.findall(r"\.?([A-Za-z_]+)?(?:\[(\d+|\.\.\.)\])?", path.lstrip("$")):
        if field and index.isdecimal() and field in _NOUNS:
            found.append(f"{_NOUNS[field]} {int(index) + 1}")
            name = ""
        elif field:
            if name:
                found.append(name)
            name = field
    return ", ".join(found), name


def _rule(what: str) -> str:
    if match := re.fullmatch(r"Expected `(?:int|float|str)` (>=|>|<=|<) ([-\d.]+)", what):
        number = match[2].removesuffix(".0")
        words = {">=": f"{number} or more", ">": f"more than {number}", "<=": f"{number} or less"}
        return f"must be {words.get(match[1], f'less than {number}')}"
    if match := re.fullmatch(r"Expected `(.+?)`, got `(.+?)`", what):
        wanted = " or ".join(_TYPES.get(t, t) for t in match[1].split(" | "))
        return f"must be {wanted}, and is {_TYPES.get(match[2], match[2])}"
    if match := re.fullmatch(r"Invalid (?:enum )?value '?(.+?)'?", what):
        return f"“{match[1]}” is not one of the values that are known here"
    if match := re.search(r"missing required field `(.+)`", what):
        return f"{match[1]} is missing"
    if "matching regex" in what:
        if "[1-9]" in what:
            return "must name cues by their numbers, 1 to 9999"
        if "mailto" in what:
            return "must be an address that begins with http:, https: or mailto:, or #next, #slide:…, #chapter:…"
        return "must be a colour as #rrggbb, or none"
    if match := re.search(r"of length (<=|>=) (\d+)", what):
        return f"must be at {'most' if match[1] == '<=' else 'least'} {int(match[2]):,} long"
    if "out of range" in what:
        return "is a number beyond what can be kept"
    return f"is not right ({what})"
