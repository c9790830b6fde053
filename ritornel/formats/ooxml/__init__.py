"""Presentations of ISO/IEC 29500 (Office Open XML, PresentationML): read and written.

Packages and shapes by python-pptx, themes and the timing tree by hand. An inch is 914,400 EMU, and 96 stage units.
"""
