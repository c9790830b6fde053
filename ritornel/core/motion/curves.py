"""What motion is declared in: values of properties, and curves of keys."""

Value = float | tuple[float, ...]

Curve = tuple[str, tuple[tuple[float, Value], ...]]
"""A property and its keys: share of the duration (0..1) and value."""
