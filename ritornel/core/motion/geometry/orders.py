"""The cells of a grid in the order in which they arrive: a list of those that come together, one list after another."""

from collections.abc import Callable, Iterable
from random import Random

Cell = tuple[int, int]
"""Column and row, from the top left."""

Order = Callable[[int, int], list[list[Cell]]]
"""The order of a grid of so many columns and rows."""

_SEED = 258


def _one_by_one(cells: Iterable[Cell]) -> list[list[Cell]]:
    return [[cell] for cell in cells]


def rows_to_and_fro(columns: int, rows: int) -> list[list[Cell]]:
    """Row by row from the top left, every other row backwards."""
    return _one_by_one(
        (column if row % 2 == 0 else columns - 1 - column, row) for row in range(rows) for column in range(columns)
    )


def slants_to_and_fro(columns: int, rows: int) -> list[list[Cell]]:
    """Slanting line by slanting line from the top left, every other one backwards."""
    found: list[list[Cell]] = []
    for line in range(columns + rows - 1):
        cells = [(column, line - column) for column in range(columns) if 0 <= line - column < rows]
        found += _one_by_one(cells if line % 2 else reversed(cells))
    return found


def inwards(columns: int, rows: int) -> list[list[Cell]]:
    """Round and round clockwise from the top left to the middle."""
    left, top, right, bottom = 0, 0, columns - 1, rows - 1
    found: list[Cell] = []
    while left <= right and top <= bottom:
        found += [(column, top) for column in range(left, right + 1)]
        found += [(right, row) for row in range(top + 1, bottom + 1)]
        if bottom > top:
            found += [(column, bottom) for column in range(right - 1, left - 1, -1)]
        if right > left:
            found += [(left, row) for row in range(bottom - 1, top, -1)]
        left, top, right, bottom = left + 1, top + 1, right - 1, bottom - 1
    return _one_by_one(found)


def falling(columns: int, rows: int) -> list[list[Cell]]:
    """Column by column from the left, each from the top to the bottom, the next when one is half down."""
    lag = max(1, rows // 2)
    last = (columns - 1) * lag + rows
    return [
        [(column, step - column * lag) for column in range(columns) if 0 <= step - column * lag < rows]
        for step in range(last)
    ]


def scattered(columns: int, rows: int) -> list[list[Cell]]:
    """In an order without order; the same every time."""
    cells = [(column, row) for row in range(rows) for column in range(columns)]
    Random(_SEED).shuffle(cells)
    return _one_by_one(cells)


def mirrored(order: Order) -> Order:
    """Return an order, left for right."""
    return lambda columns, rows: [[(columns - 1 - c, r) for c, r in cells] for cells in order(columns, rows)]


def upside_down(order: Order) -> Order:
    """Return an order, top for bottom."""
    return lambda columns, rows: [[(c, rows - 1 - r) for c, r in cells] for cells in order(columns, rows)]


def transposed(order: Order) -> Order:
    """Return an order, across for down."""
    return lambda columns, rows: [[(r, c) for c, r in cells] for cells in order(rows, columns)]


def half_turned(order: Order) -> Order:
    """Return an order turned by half a turn."""
    return mirrored(upside_down(order))


def side_by_side(left: Order, right: Order) -> Order:
    """Return two orders at once, in the left half and in the right."""

    def order(columns: int, rows: int) -> list[list[Cell]]:
        half = columns // 2
        others = [[(half + c, r) for c, r in cells] for cells in right(columns - half, rows)]
        return _at_once(left(half, rows), others)

    return order


def at_once(*orders: Order) -> Order:
    """Return several orders over the whole grid at once; a cell comes with the first of them that names it."""

    def order(columns: int, rows: int) -> list[list[Cell]]:
        found: list[list[Cell]] = []
        there: set[Cell] = set()
        for cells in _at_once(*(one(columns, rows) for one in orders)):
            fresh = [cell for cell in dict.fromkeys(cells) if cell not in there]
            there.update(fresh)
            found += [fresh] if fresh else []
        return found

    return order


def _at_once(*orders: list[list[Cell]]) -> list[list[Cell]]:
    steps = max(map(len, orders))
    return [[cell for one in orders if n < len(one) for cell in one[n]] for n in range(steps)]
