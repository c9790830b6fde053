"""What is heard: spans of media on the clock, gains, peaks."""
