"""The transcript of a show: one page to read, print or send."""
