"""A presentation of ISO/IEC 29500 (``formats.ooxml``)."""

from ritornel.formats.ooxml.reading import read
from ritornel.formats.ooxml.writing import write
from ritornel.formats.shows import _losses
from ritornel.formats.shows._protocol import Format

FORMAT = Format(
    name="ooxml",
    says="Office Open XML presentation",
    standard="ISO/IEC 29500 (PresentationML)",
    endings=(".pptx",),
    mime="application/vnd.openxmlformats-officedocument.presentationml.presentation",
    brought="show",
    is_presentation=True,
    reads=read,
    writes=write,
    loses=_losses.of(
        _losses.own_builds,
        _losses.settings_of_builds,
        _losses.unlike_transitions,
        _losses.planes,
        _losses.framing,
        _losses.soft_edges,
        _losses.voices,
        _losses.beds,
        _losses.structure,
    ),
)
