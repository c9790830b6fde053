"""Small media files made on the spot, and a Django test case with a signed-in owner."""

import io
import shutil
import tempfile
import wave
from pathlib import Path

import av
import numpy as np
from django.contrib.auth import get_user_model
from django.test import TestCase, override_settings
from PIL import Image

from ritornel.core.model import Show as CoreShow
from ritornel.library.models import Asset
from ritornel.library.taking_in import take_in
from ritornel.shows import keeping
from ritornel.shows.models import Show


def png(colour: str = "#204060", size: tuple[int, int] = (64, 48)) -> bytes:
    held = io.BytesIO()
    Image.new("RGB", size, colour).save(held, "PNG")
    return held.getvalue()


def wav(seconds: float = 1.0, rate: int = 8000) -> bytes:
    held = io.BytesIO()
    with wave.open(held, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(rate)
        tone = np.sin(2 * np.pi * 440 * np.arange(int(seconds * rate)) / rate)
        file.writeframes((tone * 16000).astype(np.int16).tobytes())
    return held.getvalue()


def webm(seconds: float = 2.0, rate: int = 10) -> bytes:
    """A clip whose every frame tells its own time by its brightness."""
    held = io.BytesIO()
    frames = int(seconds * rate)
    with av.open(held, "w", format="webm") as container:
        stream = container.add_stream("libvpx", rate=rate)
        stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
        for number in range(frames):
            shade = 40 + 200 * number // frames
            container.mux(
                stream.encode(av.VideoFrame.from_ndarray(np.full((48, 64, 3), shade, np.uint8), format="rgb24"))
            )
        container.mux(stream.encode(None))
    return held.getvalue()


class MediaFolder:
    """Gives each test case a media folder of its own."""

    @classmethod
    def setUpClass(cls):
        cls.folder = Path(tempfile.mkdtemp(prefix="ritornel-test-"))
        cls.overridden = override_settings(MEDIA_ROOT=cls.folder)
        cls.overridden.enable()
        super().setUpClass()

    @classmethod
    def tearDownClass(cls):
        super().tearDownClass()
        cls.overridden.disable()
        shutil.rmtree(cls.folder, ignore_errors=True)


def asset(owner, name: str, content: bytes, **more) -> Asset:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "file"
        path.write_bytes(content)
        return take_in(owner, path, name, **more)


class OwnerCase(MediaFolder, TestCase):
    """A test case with an owner who is signed in, and another user who is not."""

    def setUp(self):
        users = get_user_model().objects
        self.owner = users.create_user("keeper", password="four-flashes")
        self.other = users.create_user("visitor", password="four-flashes")
        self.client.force_login(self.owner)

    def keep(self, show: CoreShow) -> Show:
        return keeping.create(self.owner, show)

    def edit(self, row: Show, command, revision: int | None = None):
        row.refresh_from_db()
        body = {"revision": row.revision if revision is None else revision, "command": command}
        return self.client.post(f"/shows/{row.pk}/edit", body, content_type="application/json")
