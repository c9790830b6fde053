"""What becomes different when a presentation is taken in, counted while it is read, and said in words at the end."""

from collections import Counter


class Losses:
    """Counts what is left out, or becomes something else."""

    def __init__(self) -> None:
        """Begin with nothing lost."""
        self._counts: Counter[tuple[str, str, str]] = Counter()

    def count(self, noun: str, one: str = "is left out", many: str = "") -> None:
        """Count one more: “1 build” and what becomes of it, or “8 builds” and what becomes of them."""
        self._counts[noun, one, many or one.replace("is ", "are ", 1)] += 1

    def said(self) -> tuple[str, ...]:
        """Return a sentence for each kind of loss, without its full stop, the most frequent first."""
        return tuple(
            f"{count:,} {_several(noun) if count > 1 else noun} {many if count > 1 else one}"
            for (noun, one, many), count in self._counts.most_common()
        )


def _several(noun: str) -> str:
    """Return the plural of a noun that may have more words behind it: “pictures of a kind that is not read”."""
    first, space, rest = noun.partition(" ")
    return f"{first}{'es' if first.endswith(('s', 'sh', 'x')) else 's'}{space}{rest}"
