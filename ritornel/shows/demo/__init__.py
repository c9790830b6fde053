"""The demo shows of Skarholm Light, as documents whose assets are named by file."""
