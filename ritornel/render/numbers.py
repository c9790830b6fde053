"""Numbers as SVG has them."""


def number(value: float) -> str:
    """Return a number rounded to thousandths, without trailing zeros."""
    return f"{value:.3f}".rstrip("0").rstrip(".")
