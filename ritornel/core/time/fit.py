"""Rests made longer or shorter by one factor, so that all of them together last just so long (timing, section 7)."""

from collections.abc import Sequence


class CannotFit(ValueError):
    """The rests cannot last that long; ``by_ms`` is by how much they would be too long, or, below 0, too short."""

    def __init__(self, by_ms: int) -> None:
        """State by how much."""
        super().__init__(str(by_ms))
        self.by_ms = by_ms


def fitted(rests: Sequence[int], floors: Sequence[int], whole_ms: int) -> list[int]:
    """Return rests in ms that last ``whole_ms`` together: each ``max(floor, rest x f)``, with one f for all.

    What whole milliseconds leave over goes to the longest. Rests that add up already stay as they are. Raises
    ``CannotFit`` where the floors alone are too long, or nothing is there to be made longer.
    """
    least = sum(floors)
    if least > whole_ms:
        raise CannotFit(least - whole_ms)
    if not any(rests) and whole_ms > least:
        raise CannotFit(least - whole_ms)
    share = sum(rests)
    # those that come to their floor first are those whose floor is the largest part of them
    order = sorted(range(len(rests)), key=lambda n: -_part(floors[n], rests[n]))
    left = whole_ms
    free = list(order)
    for number in order:
        if share <= 0 or floors[number] * share <= left * rests[number]:
            break
        share -= rests[number]
        left -= floors[number]
        free.remove(number)
    made = list(floors)
    for number in free:
        made[number] = max(floors[number], left * rests[number] // share) if share else floors[number]
    over = whole_ms - sum(made)
    longest = sorted(free, key=lambda n: (-made[n], n)) or sorted(range(len(made)), key=lambda n: (-made[n], n))
    for place in range(over):
        made[longest[place % len(longest)]] += 1
    return made


def _part(floor: int, rest: int) -> float:
    return floor / rest if rest else float("inf") if floor else 0.0
