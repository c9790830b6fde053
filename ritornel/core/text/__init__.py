"""Text on the stage: shaped with the shipped fonts and broken into positioned lines; readable names."""
