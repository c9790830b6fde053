"""What readers and writers of presentations share, whatever their format: lengths, letters, media, losses, motions.

A reader gives a ``Taken``: the show that a file makes, its media, and in words what becomes different. Times are in ms,
places in stage units, on a stage 1280 wide and as high as the file's pages are.
"""

from ritornel.formats.presentations.taken import BadPresentation, Taken, titled

__all__ = ["BadPresentation", "Taken", "titled"]
