"""Small media files made on the spot."""

import io
import wave

import av
import numpy as np
from PIL import Image


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
