"""Small media files made on the spot."""

import io
import os
import wave
from collections.abc import Callable
from pathlib import Path
from typing import BinaryIO

import av
import numpy as np
import pillow_heif
from PIL import Image


def png(colour: str = "#204060", size: tuple[int, int] = (64, 48)) -> bytes:
    held = io.BytesIO()
    Image.new("RGB", size, colour).save(held, "PNG")
    return held.getvalue()


def wave_of(mono: np.ndarray, rate: int = 48_000) -> bytes:
    """A WAV file of samples from -1 to 1, 16 bits."""
    held = io.BytesIO()
    with wave.open(held, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(rate)
        file.writeframes((np.clip(mono, -1, 1) * 32767).astype("<i2").tobytes())
    return held.getvalue()


def wav(seconds: float = 1.0, rate: int = 8000) -> bytes:
    return wave_of(np.sin(2 * np.pi * 440 * np.arange(int(seconds * rate)) / rate) * 16000 / 32767, rate)


def webm(seconds: float = 2.0, rate: int = 10, shade_of: Callable[[int], int] | None = None) -> bytes:
    """A clip whose every frame tells its own time by its brightness, or has that of its number."""
    held = io.BytesIO()
    frames = int(seconds * rate)
    with av.open(held, "w", format="webm") as container:
        stream = container.add_stream("libvpx", rate=rate)
        stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
        for number in range(frames):
            shade = shade_of(number) if shade_of else 40 + 200 * number // frames
            container.mux(
                stream.encode(av.VideoFrame.from_ndarray(np.full((48, 64, 3), shade, np.uint8), format="rgb24"))
            )
        container.mux(stream.encode(None))
    return held.getvalue()


def pictures() -> list[tuple[str, bytes]]:
    """One small picture of every other kind that is taken, by its ending."""
    made = Image.new("RGB", (24, 16), (200, 40, 30))
    frames = [Image.new("RGB", (24, 16), (shade, shade, 0)) for shade in (0, 120, 250)]
    found = []
    pillow_heif.register_heif_opener()
    for ending, kind, more in (
        (".jpg", "JPEG", {"comment": b"made up"}), (".webp", "WEBP", {}), (".avif", "AVIF", {}), (".heic", "HEIF", {}),
        (".gif", "GIF", {"save_all": True, "append_images": frames, "duration": 80}),
    ):  # fmt: skip
        held = io.BytesIO()
        made.save(held, kind, **more)
        found.append((ending, held.getvalue()))
    drawing = '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><path d="M0 0L9 9H3Z"/><script>x()</script></svg>'
    return [*found, (".svg", drawing.encode())]


def pdf(*pages: str) -> bytes:
    """A document with a line of words on each page, as ISO 32000 has it at its simplest."""
    kids = " ".join(f"{4 + 2 * n} 0 R" for n in range(len(pages)))
    bodies = [
        "<< /Type /Catalog /Pages 2 0 R >>",
        f"<< /Type /Pages /Kids [{kids}] /Count {len(pages)} /MediaBox [0 0 320 180] >>",
        "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>",
    ]
    for n, words in enumerate(pages):
        drawn = f"BT /F1 18 Tf 20 100 Td ({words}) Tj ET"
        bodies.append(
            f"<< /Type /Page /Parent 2 0 R /Contents {5 + 2 * n} 0 R /Resources << /Font << /F1 3 0 R >> >> >>"
        )
        bodies.append(f"<< /Length {len(drawn)} >>\nstream\n{drawn}\nendstream")
    out, places = b"%PDF-1.4\n", []
    for number, body in enumerate(bodies, 1):
        places.append(len(out))
        out += f"{number} 0 obj\n{body}\nendobj\n".encode()
    table = "".join(f"{place:010d} 00000 n \n" for place in places)
    size = len(bodies) + 1
    tail = f"xref\n0 {size}\n0000000000 65535 f \n{table}trailer\n<< /Size {size} /Root 1 0 R >>\nstartxref\n{len(out)}\n%%EOF\n"
    return out + tail.encode()


def any_turn() -> BinaryIO:
    """A turn that is always free."""
    return Path(os.devnull).open("rb")
