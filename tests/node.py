"""Where Node.js is: the one that the lock file brings, else one on the path."""

import shutil
import sys
from pathlib import Path


def node() -> str:
    own = Path(sys.executable).parent / "node"
    found = str(own) if own.exists() else shutil.which("node")
    if found is None:
        raise AssertionError("Node.js is missing: install requirements-dev.lock")
    return found
