"""The nouns: show, slide, object, build, transition, narration, bed, take. Frozen, typed, validated.

Structures hold no behaviour beyond their own invariants; what is done to them lives in ``core.time``,
``core.motion`` and ``core.edits``. Field names in documents are those of ``docs/show-format.md``; an
attribute that holds a time says so (``duration_ms`` is ``duration`` in a document).
"""

from ritornel.core.model.asset import Asset
from ritornel.core.model.framing import Framing, Ground, Tone
from ritornel.core.model.objects import Clip, Line, Object, Picture, Shape, Sound, Text
from ritornel.core.model.pace import Pace
from ritornel.core.model.paint import Gradient, Plate, Shadow, Stop
from ritornel.core.model.show import Bed, Chapter, OwnEffect, Show
from ritornel.core.model.slide import Narration, Part, Slide, Spot, Step, Transition
from ritornel.core.model.style import Look, Ornament, Placing, Slot, Style, StylePlate
from ritornel.core.model.take import Instant, Take
from ritornel.core.model.text import Paragraph, Run

__all__ = [
    "Asset",
    "Bed",
    "Chapter",
    "Clip",
    "Framing",
    "Gradient",
    "Ground",
    "Instant",
    "Line",
    "Look",
    "Narration",
    "Object",
    "Ornament",
    "OwnEffect",
    "Pace",
    "Paragraph",
    "Part",
    "Picture",
    "Placing",
    "Plate",
    "Run",
    "Shadow",
    "Shape",
    "Show",
    "Slide",
    "Slot",
    "Sound",
    "Spot",
    "Step",
    "Stop",
    "Style",
    "StylePlate",
    "Take",
    "Text",
    "Tone",
    "Transition",
]
