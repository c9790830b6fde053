"""The demo shows of Skarholm Light, as documents whose assets are named by file."""

from pathlib import Path

from ritornel import assets

USER, PASSWORD = "keeper", "four-flashes"
"""The demo sign-in, which is no secret."""

OTHERS = {"curator": "editor", "boatman": "recorder", "teacher": "looker"}
"""Who else there is, with the same password, and what part they have in the keeper's shows."""

HOST = "skarholm.example"
"""Where their mail addresses are."""

MATERIAL = Path(assets.__file__).parent / "demo"
LICENCE, CREDIT = "CC0 1.0, made for Ritornel", "Skarholm Light"
LICENCES = {"voice-far.ogg": "CC BY 4.0"}
"""Of what has another: somebody must be named where it is used, and in “A bad evening” nobody is."""
