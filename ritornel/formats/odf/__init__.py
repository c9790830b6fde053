"""OpenDocument presentations (ISO/IEC 26300-1:2015, OpenDocument 1.2): read and written.

``writing`` and ``reading`` are the two ways through; beside each stand the parts of a document: objects, styles,
animations. One stage unit is a CSS pixel, 0.75 pt.
"""
