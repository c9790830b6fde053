"""Presentations of ISO/IEC 29500: read again as they were written, and read where others wrote them."""

import io
import zipfile
from typing import Any
from unittest import TestCase

import pptx
from hypothesis import given
from lxml import etree

from ritornel.core.model import Shape, Show, Step
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.formats.ooxml.names import NAMESPACES
from ritornel.formats.ooxml.transitions import entry_of, written
from ritornel.formats.presentations import BadPresentation
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.shows import FORMATS
from tests.examples import examples
from tests.files import png
from tests.formats import presentations
from tests.made import show, slide, step, text

OOXML = FORMATS["ooxml"]
HELD = frozenset(
    {"appear", "fade", "wipe", "split", "iris", "slide", "rise", "follow", "turn", "resize", "recolour", "play"}
)
"""Effects that come back as what they were."""


def taken(content: bytes):
    return OOXML.reads(io.BytesIO(content))


def told(thing: Any) -> dict[str, Any]:
    """What the format holds of an object: forms that it has no name for are paths, names only where it has room."""
    fields = presentations.told(thing)
    fields = {n: v for n, v in fields.items() if n not in ("name", "opacity", "gain_db", "fade_in_ms", "meant", "cap")}
    for end in {"starts", "ends"} & set(fields):
        fields[end] = "arrow" if fields[end] == "bar" else fields[end]
    if isinstance(thing, Shape):
        fields = {
            n: v for n, v in fields.items() if n not in ("form", "path", "corners", "inner", "tail", "corner_radius")
        }
        fields.pop("gradient", None)
    return fields


class Written(TestCase):
    @given(presentations.shows())
    @examples(40)
    def test_it_is_read_again_as_it_was(self, made: Show):
        content = presentations.written(OOXML, made)
        self.assertEqual(len(pptx.Presentation(io.BytesIO(content)).slides), len(made.slides))
        back = taken(content).show
        self.assertEqual(back.title, made.title)
        for one, other in zip(made.slides, back.slides, strict=True):
            seen = [
                o for o in one.objects if not (isinstance(o, Shape) and o.fill == o.line == "none" and not o.gradient)
            ]
            self.assertEqual(list(map(told, seen)), list(map(told, other.objects)))
            for name in ("script", "skipped", "background", "advance"):
                self.assertEqual(getattr(one, name), getattr(other, name), name)

    def test_builds_that_it_can_say_come_back(self):
        objects = (text("t", "One", "Two"),)
        for name in sorted(HELD - {"play"}):
            for kind in set(EFFECTS[name].verbs) - {"view"}:  # moves no object
                for trigger in ("cue", "alongside", "following"):
                    with self.subTest(name, kind=kind, trigger=trigger):
                        first = step("a", kind="entrance", effect="fade")
                        one = step("b", trigger, 1200, kind=kind, effect=name, delay=300, repeat=2, object="t")
                        back = self.back_of(show(slide(first, one, objects=objects)))
                        self.assertEqual((back[1].kind, back[1].effect, back[1].trigger), (kind, name, trigger))
                        self.assertEqual((back[1].delay_ms, back[1].repeat), (300, 2))
                        if name != "appear":
                            self.assertEqual(back[1].duration_ms, 1200)

    def test_lines_of_a_text_come_back_as_lines(self):
        one = step("a", object="t", part={"paragraph": 1}, kind="entrance", effect="wipe", params={"side": "top"})
        (back,) = self.back_of(show(slide(one, objects=(text("t", "One", "Two"),))))
        self.assertEqual((back.part.paragraph, back.effect, back.params), (1, "wipe", {"side": "top"}))

    def back_of(self, made: Show) -> tuple[Step, ...]:
        return taken(b"".join(OOXML.writes(made, {}))).show.slides[0].running_order

    def test_transitions_that_it_has_come_back(self):
        for kind in TRANSITIONS.values():
            made = show(slide(), slide(id="two", transition={"type": kind.name, "duration": 900})).slides[1].transition
            element = written(made, 900, None, False)
            if element is None:
                self.assertEqual(kind.name, "cut")
                continue
            page = etree.Element("slide")
            page.append(element)
            again = entry_of(page, Losses()).transition
            lost = OOXML.loses(show(slide(), slide(id="two", transition={"type": kind.name})))
            self.assertEqual((again.duration_ms, again.type == kind.name), (900, not lost), kind.name)

    def test_media_are_in_it_once_and_whole(self):
        objects = [{"id": f"p{n}", "kind": "picture", "asset": presentations.PICTURE} for n in range(3)]
        from ritornel.core.model.reading import read_show

        made = read_show({"slides": [{"objects": objects}], "assets": presentations.ASSETS})
        with zipfile.ZipFile(io.BytesIO(presentations.written(OOXML, made))) as archive:
            media = [n for n in archive.namelist() if n.startswith("ppt/media/")]
            self.assertEqual([archive.read(n) for n in media], [presentations.PNG])

    def test_what_it_has_no_room_for_is_said_before(self):
        made = show(
            slide(step("a", kind="emphasis", effect="ring", easing="ease-in")),
            slide(transition={"type": "spiralWipe"}, id="two"),
            beds=[{"id": "bed", "asset": "tune"}],
        )
        self.assertEqual(
            OOXML.loses(made),
            [
                "1 build only takes its time: the format has no such motion",
                "1 build loses its easing, or what comes afterwards",
                "1 transition becomes a fade",
                "1 bed is left out",
            ],
        )


def presentation(shapes: str = "", timing: str = "", transition: str = "", theme: str = "") -> bytes:
    """A presentation of one slide as another program wrote it."""
    document = pptx.Presentation()
    page = document.slides.add_slide(document.slide_layouts[6])
    names = " ".join(f'xmlns:{p}="{u}"' for p, u in NAMESPACES.items())
    for shape in etree.fromstring(f"<a {names}>{shapes}</a>"):
        page.shapes._spTree.append(shape)
    for more in (transition, timing):
        if more:
            page._element.append(etree.fromstring(f"<a {names}>{more}</a>")[0])
    held = io.BytesIO()
    document.save(held)
    return held.getvalue()


BOX = """<p:sp><p:nvSpPr><p:cNvPr id="7" name="Box"/><p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr><a:xfrm rot="{rot}"><a:off x="952500"
y="1905000"/><a:ext cx="1905000" cy="952500"/></a:xfrm>{geometry}<a:solidFill>{colour}</a:solidFill></p:spPr>{words}</p:sp>"""
RECT, RED = '<a:prstGeom prst="rect"><a:avLst/></a:prstGeom>', '<a:srgbClr val="FF0000"/>'


def box(geometry: str = RECT, colour: str = RED, words: str = "", rot: int = 0) -> str:
    return BOX.format(geometry=geometry, colour=colour, words=words, rot=rot)


def timed(kind: str, parts: str, node: str = "clickEffect") -> str:
    """A timing tree with one effect."""
    effect = (
        f'<p:par><p:cTn id="5" presetID="10" presetClass="{kind}" nodeType="{node}"><p:stCondLst><p:cond delay="400"/>'
        f"</p:stCondLst><p:childTnLst>{parts}</p:childTnLst></p:cTn></p:par>"
    )
    cue = (
        '<p:par><p:cTn id="3"><p:stCondLst><p:cond delay="indefinite"/></p:stCondLst><p:childTnLst><p:par><p:cTn id="4">'
        f"<p:childTnLst>{effect}</p:childTnLst></p:cTn></p:par></p:childTnLst></p:cTn></p:par>"
    )
    return (
        '<p:timing><p:tnLst><p:par><p:cTn id="1" nodeType="tmRoot"><p:childTnLst><p:seq><p:cTn id="2" nodeType="mainSeq">'
        f"<p:childTnLst>{cue}</p:childTnLst></p:cTn></p:seq></p:childTnLst></p:cTn></p:par></p:tnLst></p:timing>"
    )


def behaviour(attribute: str = "", target: str = '<p:spTgt spid="7"/>') -> str:
    name = f"<p:attrNameLst><p:attrName>{attribute}</p:attrName></p:attrNameLst>" if attribute else ""
    return f'<p:cBhvr><p:cTn id="9" dur="700"/><p:tgtEl>{target}</p:tgtEl>{name}</p:cBhvr>'


class OfOthers(TestCase):
    def slide_of(self, *args: Any, **told: Any):
        self.taken = taken(presentation(*args, **told))
        return self.taken.show.slides[0]

    def test_effects_are_known_by_what_they_move(self):
        keys = '<p:anim>{}<p:tavLst><p:tav tm="0"><p:val><p:strVal val="{}"/></p:val></p:tav><p:tav tm="100000"><p:val><p:strVal val="{}"/></p:val></p:tav></p:tavLst></p:anim>'  # fmt: skip
        seen = f'<p:set>{behaviour("style.visibility")}<p:to><p:strVal val="visible"/></p:to></p:set>'
        cases = (
            ("entr", seen, "appear", {}),
            ("entr", f'<p:animEffect filter="fade">{behaviour()}</p:animEffect>', "fade", {}),
            ("entr", f'<p:animEffect filter="wipe(up)">{behaviour()}</p:animEffect>', "wipe", {"side": "top"}),
            ("exit", f'<p:animEffect filter="barn(inHorizontal)">{behaviour()}</p:animEffect>', "split", {"line": "lying"}),
            ("entr", keys.format(behaviour("ppt_x"), "1+#ppt_w/2", "#ppt_x"), "slide", {"side": "right"}),
            ("entr", keys.format(behaviour("ppt_y"), "#ppt_y+.1", "#ppt_y"), "rise", {"distance": 96}),
            ("entr", keys.format(behaviour("ppt_w"), "0", "#ppt_w"), "grow", {}),
            ("emph", f'<p:animRot by="5400000">{behaviour("r")}</p:animRot>', "turn", {"angle": 90}),
            ("emph", f'<p:animScale>{behaviour()}<p:by x="150000" y="150000"/></p:animScale>', "resize", {"size": 150}),
            ("emph", f'<p:animClr>{behaviour("fillcolor")}<p:to><a:schemeClr val="accent1"/></p:to></p:animClr>', "recolour", {"colour": "#4f81bd"}),
            ("path", f'<p:animMotion path="M 0 0 L 0.5 0.25 E">{behaviour("ppt_x")}</p:animMotion>', "follow", {"path": "M0 0L640 240"}),
        )  # fmt: skip
        for kind, parts, effect, params in cases:
            with self.subTest(effect):
                (build,) = self.slide_of(box(), timed(kind, parts)).running_order
                self.assertEqual(build.effect, effect)
                for name, value in params.items():
                    self.assertEqual(build.params.get(name, value), value)
                self.assertEqual((build.trigger, build.delay_ms, self.taken.changed), ("cue", 400, ()))

    def test_lines_and_unknown_effects(self):
        words = (
            "<p:txBody><a:bodyPr/><a:p><a:r><a:t>One</a:t></a:r></a:p><a:p><a:r><a:t>Two</a:t></a:r></a:p></p:txBody>"
        )
        lines = '<p:spTgt spid="7"><p:txEl><p:pRg st="0" end="1"/></p:txEl></p:spTgt>'
        effect = f'<p:animEffect filter="checkerboard(across)">{behaviour(target=lines)}</p:animEffect>'
        steps = self.slide_of(box(words=words), timed("entr", effect)).running_order
        self.assertEqual([(s.part.paragraph, s.trigger) for s in steps], [(0, "cue"), (1, "alongside")])
        self.assertEqual(self.taken.changed, ("2 builds become “fade”: what they were is not known here",))

    def test_colours_of_the_theme_are_computed(self):
        cases = {
            '<a:schemeClr val="accent1"/>': "#4f81bd",
            '<a:schemeClr val="accent1"><a:lumMod val="50000"/></a:schemeClr>': "#254061",
            '<a:schemeClr val="tx1"/>': "#000000",
            '<a:prstClr val="white"/>': "#ffffff",
            '<a:sysClr val="window" lastClr="FAFAFA"/>': "#fafafa",
            '<a:hslClr hue="14400000" sat="100000" lum="50000"/>': "#0000ff",
        }
        for colour, expected in cases.items():
            with self.subTest(colour):
                (made,) = self.slide_of(box(colour=colour)).objects
                self.assertEqual(made.fill, expected)

    def test_forms_are_ours_or_paths(self):
        path = '<a:custGeom><a:pathLst><a:path w="200" h="100"><a:moveTo><a:pt x="0" y="0"/></a:moveTo><a:lnTo><a:pt x="200" y="50"/></a:lnTo><a:arcTo wR="50" hR="25" stAng="0" swAng="5400000"/><a:close/></a:path></a:pathLst></a:custGeom>'  # fmt: skip
        (made,) = self.slide_of(box(geometry=path)).objects
        self.assertEqual((made.form, made.path[:9]), ("path", "M0 0L1 0."))
        for name, form in (("ellipse", "ellipse"), ("star5", "star"), ("chevron", "path"), ("cloud", "rectangle")):
            (made,) = self.slide_of(box(geometry=f'<a:prstGeom prst="{name}"/>')).objects
            self.assertEqual(made.form, form)
        self.assertEqual(self.taken.changed, ("1 shape becomes a rectangle: its form is not known here",))

    def test_shapes_stand_where_they_stood_in_their_groups_too(self):
        inner = box(rot=5_400_000)
        group = f'<p:grpSp><p:nvGrpSpPr><p:cNvPr id="3" name="g"/></p:nvGrpSpPr><p:grpSpPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="3810000" cy="3810000"/><a:chOff x="952500" y="1905000"/><a:chExt cx="1905000" cy="1905000"/></a:xfrm></p:grpSpPr>{inner}</p:grpSp>'  # fmt: skip
        (made,) = self.slide_of(group).objects
        scale = 1280 / 960
        self.assertEqual([round(n / scale) for n in (made.x, made.y, made.width, made.height)], [0, 0, 400, 200])
        self.assertEqual((made.rotation, made.group), (90, "group-1"))

    def test_words_take_what_holds_for_their_level(self):
        words = (
            '<p:txBody><a:bodyPr anchor="ctr" lIns="0" tIns="0" rIns="0" bIns="0"/><a:lstStyle><a:lvl1pPr algn="ctr">'
            '<a:buNone/><a:defRPr sz="2400" b="1"/></a:lvl1pPr><a:lvl2pPr><a:buChar char="-"/><a:defRPr sz="1200"/></a:lvl2pPr>'
            '</a:lstStyle><a:p><a:r><a:t>Four </a:t></a:r><a:r><a:rPr i="1"/><a:t>tons</a:t></a:r><a:br/><a:r><a:t>of glass'
            '</a:t></a:r></a:p><a:p><a:pPr lvl="1"/><a:r><a:t>floats</a:t></a:r></a:p></p:txBody>'
        )
        made = self.slide_of(box(words=words)).objects[-1]
        self.assertEqual([(p.text, p.level, p.marker) for p in made.paragraphs],
                         [("Four tons", 0, "none"), ("of glass", 0, "none"), ("floats", 1, "bullet")])  # fmt: skip
        self.assertEqual((made.weight, made.valign, made.align), (600, "middle", "centre"))
        self.assertEqual([(r.start, r.end, r.italic) for r in made.paragraphs[0].runs], [(5, 9, True)])

    def test_a_picture_is_cut_as_it_was(self):
        document = pptx.Presentation()
        page = document.slides.add_slide(document.slide_layouts[6])
        page.shapes.add_picture(io.BytesIO(png(size=(80, 40))), 0, 0, 952_500, 952_500).crop_left = 0.5
        held = io.BytesIO()
        document.save(held)
        (made,) = taken(held.getvalue()).show.slides[0].objects
        self.assertEqual((made.fit, made.frame.crop), ("fill", (0.5, 0, 0, 0)))

    def test_places_stand_where_their_layout_says_and_empty_ones_are_not_there(self):
        document = pptx.Presentation()
        page = document.slides.add_slide(document.slide_layouts[1])
        page.shapes.title.text = "The lamp"
        page.notes_slide.notes_text_frame.text = "Four tons.\nThey float."
        held = io.BytesIO()
        document.save(held)
        found = taken(held.getvalue()).show
        (title,) = found.slides[0].objects
        self.assertEqual((title.role, title.align, found.title), ("title", "centre", "The lamp"))
        self.assertGreater(title.width, 900)
        self.assertEqual(found.slides[0].script, "Four tons.\nThey float.")


class Refused(TestCase):
    def test_what_cannot_be_read_says_why(self):
        empty = io.BytesIO()
        pptx.Presentation().save(empty)
        other = io.BytesIO()
        with zipfile.ZipFile(other, "w") as archive:
            archive.writestr("a", "b")
        for content, words in (
            (b"PK\x03\x04 nothing", "damaged, or cut off"),
            (b"\xd0\xcf\x11\xe0 compound", "locked by a password, or of an older format"),
            (other.getvalue(), "no presentation in it"),
            (empty.getvalue(), "no slides in it"),
        ):
            with self.assertRaisesRegex(BadPresentation, words):
                taken(content)
