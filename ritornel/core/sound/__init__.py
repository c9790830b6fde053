"""What is heard: spans of media on the clock, gains, peaks, the mix and its loudness."""

RATE = 48_000
"""Hz of everything that is measured and mixed."""
