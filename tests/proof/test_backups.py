"""A backup that is made while the application is worked with, put back elsewhere and compared."""

import subprocess
import tempfile
import threading
from pathlib import Path
from unittest import TestCase

from proof.server import Server, Someone
from tests.files import png
from tests.made import edits, slide


class Backups(TestCase):
    def test_what_is_put_back_is_what_was_there(self):
        with tempfile.TemporaryDirectory() as folder:
            kept = Path(folder) / "kept"
            with Server() as server:
                someone = Someone(server)
                picture = someone.upload("lamp.png", png()).json()["asset"]
                show = someone.new_show("An evening")
                ended = threading.Event()

                def work() -> None:
                    place = int(someone.get(f"{show}state").json()["revision"])
                    while not ended.is_set():
                        add = {"do": "add-slides", "slides": [slide(id=f"s{place}")]}
                        place = someone.post(f"{show}edit", json=edits(place, add)).json()["revision"]

                worker = threading.Thread(target=work)
                worker.start()
                try:
                    said = [server.manage("backup", str(kept)) for _ in range(2)]
                finally:
                    ended.set()
                    worker.join()
                self.assertRegex(said[0], "the database, and [1-9]")
                self.assertIn("and 0 files", said[1])
                with self.assertRaises(subprocess.CalledProcessError) as refused:
                    server.manage("restore", str(kept))
                self.assertIn("with --over the backup takes their place", refused.exception.stderr)
                latest = server.manage("backup", str(kept))
                whole = someone.get(f"{show}document").content
                self.assertTrue(latest)
                someone.close()
            other = Path(folder) / "other"
            other.mkdir()
            with Server(other) as server:
                server.manage("restore", str(kept), "--over")
                someone = Someone(server)
                self.assertEqual(someone.get(f"{show}document").content, whole)
                self.assertEqual(someone.get(picture["url"]).content, png())
                (kept / "ritornel.sqlite3").write_bytes(b"no database" * 100)
                with self.assertRaises(subprocess.CalledProcessError) as refused:
                    server.manage("restore", str(kept), "--over")
                self.assertIn("is damaged", refused.exception.stderr)
                self.assertEqual(someone.get(f"{show}document").content, whole)
                someone.close()
