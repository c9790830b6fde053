"""Small pictures of assets: what thumbnails of slides are made of."""

import logging
import os
import subprocess
import sys
from pathlib import Path

from ritornel.library.models import Asset, derived_path

log = logging.getLogger("ritornel")
_SECONDS = 20


def small_picture(asset: Asset) -> Path | None:
    """Return the file with a small picture of an asset as WebP; None for a sound, or where none can be made.

    It is made when a file is taken in; for files of earlier versions it is made here, in a process with bounds.
    """
    path = derived_path(asset.sha256, "small.webp")
    source = derived_path(asset.sha256, "poster.jpg") if asset.kind == "clip" else asset.path
    if asset.kind in ("sound", "document") or not (path.is_file() or source.is_file()):
        return None
    if not path.is_file():
        environment = {**os.environ, "PYTHONPATH": os.pathsep.join(sys.path)}
        command = [sys.executable, "-m", "ritornel.formats.small", str(source), str(path)]
        try:
            subprocess.run(command, env=environment, capture_output=True, timeout=_SECONDS, check=True)
        except (subprocess.SubprocessError, OSError):
            log.exception("no small picture of %s could be made", asset.sha256)
            return None
    return path
