"""Work on what people send: apart from the server's own process, within bounds, and in turns that are fair."""
