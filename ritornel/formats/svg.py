"""SVG drawings from anywhere, made safe: what draws stays; scripts, foreign content and addresses go."""

import re
from io import BytesIO
from xml.etree.ElementTree import Element, ElementTree, ParseError, register_namespace

import resvg_py
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import fromstring

from ritornel.formats.media_kinds import BadMedia

_SVG = "http://www.w3.org/2000/svg"
_XLINK = "http://www.w3.org/1999/xlink"
_DRAWS = frozenset(
    """
    svg g defs symbol use switch title desc style image marker filter clipPath mask pattern linearGradient stop path
    radialGradient rect circle ellipse line polyline polygon text tspan textPath feBlend feColorMatrix
    feComponentTransfer
    feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap feDistantLight feDropShadow feFlood feFuncA feFuncB
    feFuncG feFuncR feGaussianBlur feMerge feMergeNode feMorphology feOffset fePointLight feSpecularLighting feSpotLight
    feTile feTurbulence
    """.split()  # noqa: SIM905
)
_INSIDE = re.compile(r"#[^\s]*|data:image/(png|jpeg|webp|gif);base64,[A-Za-z0-9+/=\s]*")
_ADDRESS = re.compile(
    r"""url\(\s*(?:["']\s*)?(?![#"'\s])|@import|@font-face|@namespace|image-set|\b(?:image|src|cross-fade|element|paint)\s*\("""
    r"|expression|javascript:",
    re.IGNORECASE,
)
_CSS_ESCAPE = re.compile(r"\\(?:([0-9a-fA-F]{1,6})\s?|(.))", re.DOTALL)
_CSS_COMMENT = re.compile(r"/\*.*?(?:\*/|$)", re.DOTALL)
_DEEPEST = 200
_MOST_ELEMENTS = 50_000

register_namespace("", _SVG)
register_namespace("xlink", _XLINK)


def made_safe(content: bytes, name: str) -> bytes:
    """Return a drawing with nothing in it but what draws; ``BadMedia`` if it is none."""
    root = _parsed(content, name)
    if root.tag != f"{{{_SVG}}}svg":
        raise BadMedia(f"“{name}” is not an SVG drawing; export it again as plain SVG")
    _clean(root, 0, [_MOST_ELEMENTS], name)
    held = BytesIO()
    ElementTree(root).write(held, encoding="utf-8", xml_declaration=True)
    return held.getvalue()


def size_of(content: bytes, name: str) -> tuple[int, int]:
    """Return the size of a drawing in its own units; ``BadMedia`` if it does not say any, or draws nothing."""
    root = _parsed(content, name)
    box = [float(n) for n in re.findall(r"-?[\d.]+(?:e-?\d+)?", root.get("viewBox", ""))]
    across, down = box[2:] if len(box) == 4 else (0.0, 0.0)
    width, height = _length(root.get("width"), across), _length(root.get("height"), down)
    if not (0 < width <= 1_000_000 and 0 < height <= 1_000_000):
        raise BadMedia(f"“{name}” does not say how large it is; export it with a width and a height")
    return max(1, round(width)), max(1, round(height))


def drawn(content: bytes, pixels: int) -> bytes:
    """Return a drawing as a PNG of so many pixels across."""
    return bytes(resvg_py.svg_to_bytes(svg_string=content.decode(), width=pixels, skip_system_fonts=True))


def _parsed(content: bytes, name: str) -> Element:
    try:
        root = fromstring(content, forbid_dtd=False)
    except (ParseError, DefusedXmlException, ValueError, RecursionError) as error:
        raise BadMedia(f"“{name}” does not read as an SVG drawing; export it again as plain SVG") from error
    return root


def _length(text: str | None, otherwise: float) -> float:
    match = re.fullmatch(r"\s*([\d.]+)\s*(px|pt|mm|cm|in)?\s*", text or "")
    factors = {"pt": 4 / 3, "mm": 96 / 25.4, "cm": 96 / 2.54, "in": 96}
    return float(match[1]) * factors.get(match[2], 1) if match else otherwise


def _clean(element: Element, depth: int, left: list[int], name: str) -> None:
    left[0] -= 1
    if depth > _DEEPEST or left[0] < 0:
        raise BadMedia(f"“{name}” has more in it than a drawing may; export it simpler, or as a png")
    for attribute, value in list(element.attrib.items()):
        if not _is_harmless(attribute, value):
            del element.attrib[attribute]
    for child in list(element):
        kind = child.tag if isinstance(child.tag, str) else ""
        draws = kind.removeprefix(f"{{{_SVG}}}") in _DRAWS and kind.startswith(f"{{{_SVG}}}")
        if not draws or (kind.endswith("}style") and _leads_out("".join(child.itertext()))):
            element.remove(child)
        else:
            _clean(child, depth + 1, left, name)


def _is_harmless(attribute: str, value: str) -> bool:
    """Tell whether an attribute neither acts nor leads out of the drawing."""
    local = attribute.rsplit("}", 1)[-1]
    if attribute.startswith("{") and not attribute.startswith(f"{{{_XLINK}}}"):
        return False
    if local == "href" and not _INSIDE.fullmatch(value):
        return False
    return not local.lower().startswith("on") and (local in ("id", "class") or not _leads_out(value))


def _leads_out(css: str) -> bool:
    """Tell whether a style, or a value of one, names anything outside, as browsers read it (CSS Syntax 3, 4)."""
    plain = _CSS_ESCAPE.sub(lambda e: chr(min(int(e[1], 16), 0x10FFFF)) if e[1] else e[2], css)
    return any(_ADDRESS.search(read) for way in (css, plain) for read in (way, _CSS_COMMENT.sub("", way)))
