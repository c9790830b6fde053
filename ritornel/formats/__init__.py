"""Open formats: one module each, with what it reads and what it writes. They know the core only."""
