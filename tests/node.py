"""Where Node.js is: the one that the lock file brings, else one on the path."""

import json
import shutil
import subprocess
import sys
from pathlib import Path
from typing import Any

AGREE = Path(__file__).parent / "parity" / "agree.mjs"
STATICS = (Path(__file__).parent / "statics.mjs").as_uri()


def page_command() -> list[str]:
    """Node, finding pages' modules where pages find them."""
    return [node(), "--no-warnings", "--import", STATICS]


def node() -> str:
    own = Path(sys.executable).parent / "node"
    found = str(own) if own.exists() else shutil.which("node")
    if found is None:
        raise AssertionError("Node.js is missing: install requirements-dev.lock")
    return found


def in_page(what: str, cases: list[Any]) -> list[Any]:
    """What the page's own code answers to cases of one kind (see parity/agree.mjs)."""
    command = [*page_command(), str(AGREE)]
    asked = json.dumps({"what": what, "cases": cases})
    told = subprocess.run(command, input=asked, capture_output=True, text=True, check=False)
    if told.returncode:
        raise AssertionError(told.stderr)
    return json.loads(told.stdout)
