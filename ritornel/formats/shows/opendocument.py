"""An OpenDocument presentation (``formats.odf``)."""

from ritornel.formats.odf.reading import read
from ritornel.formats.odf.writing import write
from ritornel.formats.shows import _losses
from ritornel.formats.shows._protocol import Format

FORMAT = Format(
    name="opendocument",
    says="OpenDocument presentation",
    standard="OpenDocument 1.2 (OASIS; ISO/IEC 26300-1:2015)",
    endings=(".odp", ".fodp"),
    mime="application/vnd.oasis.opendocument.presentation",
    brought="show",
    is_presentation=True,
    reads=read,
    writes=write,
    loses=_losses.of(
        _losses.own_builds,
        _losses.own_transitions,
        _losses.planes,
        _losses.framing,
        _losses.soft_edges,
        _losses.gradients,
        _losses.cut_voices,
        _losses.beds,
        _losses.structure,
    ),
)
