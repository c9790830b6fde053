"""Who has a part in a show: shared by name or mail address, taken up by a link, left, handed over, taken away."""
