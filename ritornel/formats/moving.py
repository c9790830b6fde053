"""Pictures that move are made clips, so that they play in step with everything else."""

from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from PIL import Image

from ritornel.formats import media_kinds
from ritornel.formats.media_kinds import BadMedia

_MILLISECOND = Fraction(1, 1000)


def check_pixels(picture: Image.Image, name: str) -> None:
    """Raise ``BadMedia`` for a picture of more pixels than can be taken."""
    if picture.width * picture.height > media_kinds.PIXELS:
        most = media_kinds.PIXELS // 1_000_000
        raise BadMedia(f"“{name}” has more than {most} million pixels; make it smaller first")


def moving(path: Path, name: str, reader: str) -> str:
    """Make a clip of a picture that moves; what is clear in it becomes white. What stands still stays as it is."""
    with Image.open(path, formats=[reader]) as picture:
        frames = range(1 if getattr(picture, "default_image", False) else 0, getattr(picture, "n_frames", 1))
        if len(frames) < 2:
            return name
        check_pixels(picture, name)
        if picture.width * picture.height * len(frames) > media_kinds.MOVING_PIXELS:
            raise BadMedia(f"“{name}” moves too long for its size; make it smaller or shorter, or send it as a clip")
        made = path.with_suffix(".moving.webm")
        _film(picture, frames, made)
    made.replace(path)
    return f"{Path(name).stem}.webm"


def _film(picture: Image.Image, frames: range, target: Path) -> None:
    """Encode frames, each as long as it says; the last stands twice, as a frame ends where the next begins."""
    width, height = (max(2, side // 2 * 2) for side in picture.size)
    with av.open(str(target), "w", format="webm") as container:
        stream = container.add_stream("libvpx-vp9", rate=25)
        stream.width, stream.height, stream.pix_fmt = width, height, "yuv420p"
        stream.options = {"crf": "24", "b": "0", "deadline": "good", "cpu-used": "5"}
        stream.codec_context.time_base = stream.time_base = _MILLISECOND
        instant = 0
        for number in (*frames, frames[-1]):
            picture.seek(number)
            picture.load()
            lasts = max(20, int(picture.info.get("duration", 100)))
            whole = Image.new("RGBA", picture.size, "white")
            whole.alpha_composite(picture.convert("RGBA"))
            pixels = np.asarray(whole.convert("RGB").resize((width, height)))
            frame = av.VideoFrame.from_ndarray(pixels, format="rgb24")
            frame.pts, frame.time_base = instant, _MILLISECOND
            container.mux(stream.encode(frame))
            instant += lasts if number != frames[-1] else max(1, lasts - 1)
        container.mux(stream.encode(None))
