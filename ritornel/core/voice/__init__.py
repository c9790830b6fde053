"""The voice and its words: what a script sounds like, where its words are said, and what is kept of a voice."""
