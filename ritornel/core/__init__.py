"""The job itself: from a show to what is seen and heard at every instant. No interface, no Django."""
