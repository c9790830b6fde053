"""A show taken out as an open file, filled in elsewhere, and brought back by real hands."""

import csv
from io import StringIO

from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.counting import CountingCase
from tests.browser.shows import two_slides
from tests.browser.test_accessibility import Axe
from tests.browser.test_dropping import DROP
from tests.formats.test_opendocument import ACT, BOX, PAGE, packed


class OpenFiles(CountingCase, Axe):
    def test_a_plan_of_times_goes_out_is_filled_in_and_comes_back(self):
        page = self.page
        self.row = self.keep(two_slides())
        page.goto(f"/shows/{self.row.pk}/publish")
        page.click("text=As an open file")
        self.check_now("open files")
        self.assertIn("1 build is left out", page.inner_text("#open-files tr:has-text('Outline')"))
        with page.expect_download() as fetched:
            page.click("#open-files >> text=Times")
        rows = list(csv.DictReader(StringIO(fetched.value.path().read_text(encoding="utf-8"), newline="")))
        planned = {("one", "1"): "2.5", ("two", "end"): "7"}
        held = StringIO(newline="")
        table = csv.DictWriter(held, list(rows[0]))
        table.writeheader()
        table.writerows(row | {"rest": planned.get((row["slide"], row["cue"]), "")} for row in rows)
        self.open_desk(self.row)
        filled = {"name": "plan.csv", "type": "text/csv", "bytes": list(held.getvalue().encode())}
        page.evaluate(DROP, [[filled], ".desk"])
        page.wait_for_selector(".desk-notice:has-text('as plan.csv has them')")
        self.settled()
        self.row.refresh_from_db()
        one, two = in_rows.load(self.row).slides
        self.assertEqual((one.waits, two.hold_ms), ({"1": 2500}, 7000))
        page.evaluate(DROP, [[filled | {"bytes": list(b"slide,cue,rest\none,1,soon\n")}], ".desk"])
        page.wait_for_selector(".desk-notice:has-text('row 2: “soon” is not a number')")

    def test_a_presentation_is_brought_in_and_its_builds_play(self):
        page = self.page
        page.goto("/")
        unknown = ACT.format(kind="entrance", parts='<anim:transitionFilter smil:targetElement="box" smil:dur="1s" smil:type="x"/>')  # fmt: skip
        held = {"name": "An evening.odp", "mimeType": "application/zip", "buffer": packed(PAGE.format(BOX + unknown))}
        page.set_input_files("#import input[type=file]", held)
        page.wait_for_selector("text=1 build becomes “fade”: what it was is not known here")
        self.check_now("what becomes different")
        page.keyboard.press("Enter")
        page.wait_for_selector(".desk")
        self.ready()
        self.assertIn("An evening", page.title())
        box = "document.querySelector('#stage [data-key=object-1]').style"
        page.evaluate("ritornel.stage.scrub(100)")
        self.until(f"{box}.visibility === 'hidden'")
        page.keyboard.press("Space")
        self.until(f"{box}.visibility === 'inherit' && {box}.opacity === '1'")
        self.assertEqual(Show.objects.get().title, "An evening")
