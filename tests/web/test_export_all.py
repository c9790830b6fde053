"""Every show of everybody, written as zips that can be taken in again."""

import json
import tempfile
import zipfile
from io import StringIO
from pathlib import Path

from django.core.management import CommandError, call_command

from ritornel.core.model.reading import read_show
from ritornel.formats.show_document import DOCUMENT
from ritornel.shows import in_rows, keeping
from tests.files import png
from tests.made import show, slide, text
from tests.material import OwnerCase, asset


class ExportAll(OwnerCase):
    def setUp(self):
        super().setUp()
        self.to = Path(self.enterContext(tempfile.TemporaryDirectory())) / "all"
        picture = asset(self.owner, "sea.png", png())
        thing = {"id": "p", "kind": "picture", "asset": picture.sha256, "width": 90, "height": 90}
        self.row = self.keep(show(slide(objects=(thing,)), title="The sea/again"))
        self.edit(self.row, {"do": "set-show", "values": {"title": "The sea/again"}})
        keeping.create(self.other, show(slide(objects=(text("t", "Lamp"),)), title="The lamp"))

    def export(self) -> str:
        said = StringIO()
        call_command("export_all", str(self.to), stdout=said)
        return said.getvalue()

    def test_each_show_lies_in_its_owners_folder_as_it_is(self):
        self.assertIn("2 shows written", self.export())
        mine, theirs = sorted(self.to.rglob("*.zip"))
        self.assertEqual((mine.parent.name, theirs.parent.name), ("keeper", "visitor"))
        self.row.refresh_from_db()
        with zipfile.ZipFile(mine) as kept:
            document = json.loads(kept.read(DOCUMENT))
            media = [name for name in kept.namelist() if name.startswith("media/")]
            self.assertEqual(len(kept.read(media[0])), len(png()))
        now = in_rows.load(self.row)
        document.pop("version")
        self.assertEqual(read_show(document).slides, now.slides)

    def test_what_is_there_stays_and_what_was_changed_is_written_beside(self):
        self.export()
        self.assertIn("0 shows written", self.export())
        self.edit(self.row, {"do": "set-show", "values": {"title": "The sea"}})
        self.assertIn("1 shows written", self.export())
        self.assertEqual(len(list(self.to.rglob("*.zip"))), 3)
        self.assertEqual(list(self.to.rglob("*.part")), [])

    def test_where_nothing_can_be_written_it_is_said(self):
        self.to.parent.mkdir(exist_ok=True)
        self.to.write_text("a file stands in the way")
        with self.assertRaisesRegex(CommandError, "Not a directory|File exists"):
            self.export()
