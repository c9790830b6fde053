"""OpenDocument presentations: valid by the standard's schema, read again as they were, and read where others wrote them."""

import io
import re
import zipfile
from pathlib import Path
from unittest import TestCase

from hypothesis import given
from lxml import etree

from ritornel.core.model import Show
from ritornel.formats.odf.names import NAMESPACES, ms, points
from ritornel.formats.presentations import BadPresentation
from ritornel.formats.shows import FORMATS
from tests.examples import examples
from tests.formats import presentations
from tests.made import show, slide, step

ODF = FORMATS["opendocument"]
NAMES = {prefix: uri for prefix, uri in NAMESPACES.items() if prefix != "xml"}
SCHEMA = Path(__file__).parents[1] / "schemas" / "OpenDocument-v1.2-schema.rng"


def taken(content: bytes):
    return ODF.reads(io.BytesIO(content))


def packed(content: str, styles: str = "", mime: str = ODF.mime, **more: str) -> bytes:
    """A package of some content that another program wrote: pages, and the styles that they stand in."""
    out = io.BytesIO()
    names = " ".join(f'xmlns:{p}="{u}"' for p, u in NAMES.items())
    with zipfile.ZipFile(out, "w") as archive:
        archive.writestr("mimetype", mime)
        archive.writestr(
            "content.xml",
            f"<office:document-content {names}><office:automatic-styles>{styles}</office:automatic-styles><office:body>"
            f"<office:presentation>{content}</office:presentation></office:body></office:document-content>",
        )
        for name, words in more.items():
            archive.writestr(name.replace("__", "/").replace("_xml", ".xml"), words)
    return out.getvalue()


class Written(TestCase):
    schema = None

    def assert_valid(self, content: bytes):
        if Written.schema is None:
            Written.schema = etree.RelaxNG(etree.parse(SCHEMA))
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            self.assertEqual(archive.infolist()[0].filename, "mimetype")
            self.assertEqual(archive.infolist()[0].compress_type, zipfile.ZIP_STORED)
            for name in ("content.xml", "styles.xml", "meta.xml"):
                Written.schema.validate(etree.fromstring(archive.read(name)))
                self.assertEqual([str(e.message) for e in Written.schema.error_log], [], name)
            listed = re.findall('full-path="([^"]+)"', archive.read("META-INF/manifest.xml").decode())
            own = {"/", *archive.namelist()} - {"mimetype", "META-INF/manifest.xml"}
            self.assertEqual(set(listed), own)

    @given(presentations.shows())
    @examples(60)
    def test_it_is_valid_and_is_read_again_as_it_was(self, made: Show):
        content = presentations.written(ODF, made)
        self.assert_valid(content)
        back = taken(content).show
        self.assertEqual((back.title, len(back.slides)), (made.title, len(made.slides)))
        for one, other in zip(made.slides, back.slides, strict=True):
            self.assertEqual(list(map(presentations.told, one.objects)), list(map(presentations.told, other.objects)))
            steps, again = ([presentations.told_of_step(s, of) for s in of.running_order] for of in (one, other))
            self.assertEqual(steps, again)
            for name in ("script", "skipped", "background", "advance"):
                self.assertEqual(getattr(one, name), getattr(other, name))
            if one is not made.slides[0]:
                for name in ("type", "subtype", "reverse", "duration_ms"):
                    self.assertEqual(getattr(one.transition, name), getattr(other.transition, name), name)

    def test_what_it_has_no_room_for_is_said_before(self):
        made = show(
            slide(step("a", kind="emphasis", effect="ring"), step("b", kind="entrance", effect="fade")),
            slide(transition={"type": "cube"}, id="two"),
            beds=[{"id": "bed", "asset": "tune"}],
            chapters=[{"id": "c", "title": "One", "first": "two"}],
        )
        self.assertEqual(
            ODF.loses(made),
            [
                "1 build only takes its time: the format has no such motion",
                "1 transition becomes a crossfade",
                "1 bed is left out",
                "1 chapter is left out",
            ],
        )

    def test_cues_of_a_slide_that_goes_by_the_clock_come_after_their_waits(self):
        made = show(slide(step("a"), step("b"), waits={"1": 1500, "2": 2500}, advance="clock", hold=1000))
        back = taken(b"".join(ODF.writes(made, {}))).show.slides[0]
        self.assertEqual((back.waits, back.advance), ({"1": 1500, "2": 2500}, "clock"))
        self.assertEqual([s.trigger for s in back.running_order], ["cue", "cue"])


PAGE = '<draw:page draw:name="page1" draw:master-page-name="" draw:style-name="dp">{}</draw:page>'
BOX = '<draw:rect draw:id="box" xml:id="box" svg:x="2cm" svg:y="1cm" svg:width="4cm" svg:height="3cm"/>'
ACT = """<anim:par presentation:node-type="timing-root"><anim:seq presentation:node-type="main-sequence">
<anim:par smil:begin="next"><anim:par smil:begin="0s"><anim:par smil:begin="0.5s" presentation:node-type="on-click"
presentation:preset-class="{kind}" presentation:preset-id="of-another-program">{parts}</anim:par></anim:par></anim:par>
</anim:seq></anim:par>"""


class OfOthers(TestCase):
    """What other programs write is read by what it says, whatever they call it."""

    def slide_of(self, content: str, styles: str = ""):
        self.taken = taken(packed(PAGE.format(content), styles))
        return self.taken.show.slides[0]

    def build_of(self, kind: str, parts: str):
        (build,) = self.slide_of(BOX + ACT.format(kind=kind, parts=parts)).running_order
        return build

    def test_effects_are_known_by_what_they_move(self):
        move = '<anim:animate smil:targetElement="box" smil:attributeName="{}" smil:dur="0.7s" smil:values="{}"/>'
        filter_ = '<anim:transitionFilter smil:targetElement="box" smil:dur="0.7s" smil:type="{}" smil:subtype="{}"/>'
        turn = (
            '<anim:animateTransform smil:targetElement="box" smil:attributeName="r" smil:dur="0.7s" svg:type="{}" {}/>'
        )
        seen = '<anim:set smil:targetElement="box" smil:attributeName="visibility" smil:to="visible"/>'
        cases = (
            ("entrance", seen, "appear", {}),
            ("entrance", seen + filter_.format("fade", "crossfade"), "fade", {}),
            ("entrance", filter_.format("barWipe", "topToBottom"), "wipe", {"side": "top"}),
            ("entrance", filter_.format("barnDoorWipe", "horizontal"), "split", {"line": "lying"}),
            ("entrance", move.format("x", "1+width/2;x"), "slide", {"side": "right"}),
            ("entrance", move.format("y", "y+0.05;y"), "rise", {}),
            ("exit", move.format("y", "y;-height"), "slide", {"side": "top"}),
            ("entrance", move.format("width", "0;width") + move.format("height", "0;height"), "grow", {}),
            ("emphasis", turn.format("scale", 'smil:to="1.5,1.5"'), "resize", {"size": 150}),
            ("emphasis", turn.format("rotate", 'smil:by="90"'), "turn", {"angle": 90}),
            ("emphasis", move.format("opacity", "1;0.4"), "dim", {"opacity": 40}),
            ("emphasis", '<anim:animateColor smil:targetElement="box" smil:to="#ff0000" smil:dur="0.7s"/>', "recolour", {"colour": "#ff0000"}),
        )  # fmt: skip
        for kind, parts, effect, params in cases:
            build = self.build_of(kind, parts)
            self.assertEqual((build.kind, build.effect), (kind, effect), parts)
            for name, value in params.items():
                self.assertEqual(build.params.get(name, value), value, parts)
            self.assertEqual((build.trigger, build.delay_ms), ("cue", 500))
            self.assertEqual(self.taken.changed, ())
        self.assertEqual(build.duration_ms, 700)

    def test_a_path_is_in_shares_of_the_page(self):
        build = self.build_of("motion-path", '<anim:animateMotion smil:targetElement="box" smil:dur="2s" svg:path="M0 0L0.5 0.25"/>')  # fmt: skip
        self.assertEqual((build.kind, build.effect, build.params["path"]), ("path", "follow", "M0 0L640 180"))

    def test_what_is_not_known_is_told(self):
        self.build_of("entrance", '<anim:transitionFilter smil:targetElement="box" smil:dur="1s" smil:type="checkerBoardWipe"/>')  # fmt: skip
        self.assertEqual(self.taken.changed, ("1 build becomes “fade”: what it was is not known here",))

    def test_words_stand_in_the_styles_around_them(self):
        styles = (
            '<style:style style:name="base" style:family="graphic"><style:text-properties fo:font-size="24pt" '
            'fo:color="#00aa00"/></style:style><style:style style:name="own" style:family="graphic" '
            'style:parent-style-name="base"><style:graphic-properties draw:textarea-vertical-align="middle" '
            'fo:padding="12pt"/></style:style><style:style style:name="bold" style:family="text">'
            '<style:text-properties fo:font-weight="bold"/></style:style>'
        )
        frame = (
            '<draw:frame draw:style-name="own" svg:x="0" svg:y="0" svg:width="480pt" svg:height="240pt"><draw:text-box>'
            '<text:p>Four <text:span text:style-name="bold">tons</text:span>\n of glass<text:line-break/>and more</text:p>'
            "<text:list><text:list-item><text:p>floats</text:p><text:list><text:list-item><text:p>on mercury</text:p>"
            "</text:list-item></text:list></text:list-item></text:list></draw:text-box></draw:frame>"
        )
        (words,) = self.slide_of(frame, styles).objects
        self.assertEqual([p.text for p in words.paragraphs], ["Four tons of glass", "and more", "floats", "on mercury"])
        self.assertEqual([p.level for p in words.paragraphs], [0, 0, 0, 1])
        self.assertEqual((words.size, words.colour, words.valign), (32, "#00aa00", "middle"))
        self.assertEqual((words.x, words.y, words.width), (16, 16, 608))
        self.assertEqual([(r.start, r.end, r.weight) for r in words.paragraphs[0].runs], [(5, 9, 600)])

    def test_equations_of_custom_shapes_are_computed(self):
        shape = (
            '<draw:custom-shape svg:width="4cm" svg:height="4cm"><draw:enhanced-geometry svg:viewBox="0 0 200 100" '
            'draw:modifiers="50" draw:enhanced-path="M ?half top L right ?low left bottom Z N">'.replace("top", "0").replace("right", "200").replace("left", "0").replace("bottom", "100")
            + '<draw:equation draw:name="half" draw:formula="width/2"/><draw:equation draw:name="low" '
            'draw:formula="if($0-20,min(height,$0*2),0)"/></draw:enhanced-geometry></draw:custom-shape>'
        )  # fmt: skip
        (made,) = self.slide_of(shape).objects
        self.assertEqual((made.form, made.path), ("path", "M0.5 0L1 1L0 1Z"))

    def test_turned_shapes_stand_where_they_stood(self):
        turned = '<draw:rect svg:width="72pt" svg:height="72pt" draw:transform="rotate (-1.5707963) translate (172pt 100pt)"/>'
        (box,) = self.slide_of(turned).objects
        self.assertEqual([round(n * 0.75) for n in (box.x, box.y, box.width, box.height)], [100, 100, 72, 72])
        self.assertEqual(box.rotation, 90)

    def test_a_shape_with_words_and_a_ground_is_both_and_they_move_together(self):
        style = '<style:style style:name="g" style:family="graphic"><style:graphic-properties draw:fill="solid" draw:fill-color="#123456"/></style:style>'  # fmt: skip
        both = BOX.replace("/>", ' draw:style-name="g"><text:p>Lamp</text:p></draw:rect>')
        fade = '<anim:transitionFilter smil:targetElement="box" smil:dur="1s" smil:type="fade"/>'
        slide_ = self.slide_of(both + ACT.format(kind="entrance", parts=fade), style)
        self.assertEqual([type(o).__name__ for o in slide_.objects], ["Shape", "Text"])
        self.assertEqual(len({o.group for o in slide_.objects}), 1)
        self.assertEqual([(s.object, s.trigger) for s in slide_.running_order], [("object-1", "cue"), ("object-2", "alongside")])  # fmt: skip

    def test_a_picture_is_known_by_what_is_in_it_where_its_name_does_not_say(self):
        held = io.BytesIO(packed(PAGE.format('<draw:frame svg:width="2cm" svg:height="2cm"><draw:object xlink:href="./Object 1"/><draw:image xlink:href="./ObjectReplacements/Object 1"/></draw:frame>')))  # fmt: skip
        with zipfile.ZipFile(held, "a") as archive:
            archive.writestr("ObjectReplacements/Object 1", presentations.PNG)
        found = taken(held.getvalue())
        (picture,) = found.show.slides[0].objects
        self.assertEqual((picture.asset, found.show.assets[0].name), (presentations.PICTURE, "Object 1.png"))
        self.assertEqual(found.changed, ("1 embedded document becomes its picture",))

    def test_one_file_of_xml_is_read_too(self):
        with zipfile.ZipFile(io.BytesIO(packed(PAGE.format(BOX)))) as archive:
            flat = archive.read("content.xml").decode().replace("document-content", "document")
        self.assertEqual(len(taken(flat.encode()).show.slides[0].objects), 1)


class Refused(TestCase):
    def test_what_cannot_be_read_says_why(self):
        for content, words in (
            (b"PK\x03\x04 nothing", "damaged, or cut off"),
            (b"what is this", "cannot be read"),
            (packed("", mime="application/vnd.oasis.opendocument.text"), "another kind of OpenDocument"),
            (packed(""), "no slides in it"),
            (
                packed(PAGE.format(""), **{"META-INF__manifest_xml": "<m><encryption-data/></m>"}),
                "locked by a password",
            ),
            (b'<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>', "declares a document type"),
            (b"<a>" * 5000 + b"</a>" * 5000, "cannot be read"),
        ):
            with self.assertRaisesRegex(BadPresentation, words):
                taken(content)

    def test_a_formula_that_goes_round_in_circles_ends(self):
        shape = '<draw:custom-shape svg:width="4cm" svg:height="4cm"><draw:enhanced-geometry draw:enhanced-path="M ?a 0 L 1 1"><draw:equation draw:name="a" draw:formula="?b"/><draw:equation draw:name="b" draw:formula="?a"/></draw:enhanced-geometry></draw:custom-shape>'  # fmt: skip
        found = taken(packed(PAGE.format(shape)))
        self.assertEqual(found.show.slides[0].objects[0].form, "rectangle")
        self.assertIn("1 shape becomes a rectangle: its form cannot be computed", found.changed)


class Lengths(TestCase):
    def test_lengths_and_times_are_read_in_every_unit(self):
        for words, pt in (("1in", 72), ("2.54cm", 72), ("25.4mm", 72), ("6pc", 72), ("96px", 72), ("-3pt", -3)):
            self.assertAlmostEqual(points(words), pt)
        for words, time in (
            ("2s", 2000),
            ("300ms", 300),
            ("1.5min", 90_000),
            ("PT1M2.5S", 62_500),
            ("01:02.5", 62_500),
        ):
            self.assertEqual(ms(words), time)
        self.assertIsNone(ms("indefinite"))
