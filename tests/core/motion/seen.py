"""What is seen at places of the stage while a transition runs: how much of the new slide, by the layers' own properties."""

from typing import Any

import numpy as np

from ritornel.core.score import FrameState, Layer

WIDTH, HEIGHT = 1280, 720
ACROSS, DOWN = np.meshgrid(np.linspace(7, WIDTH - 7, 40), np.linspace(7, HEIGHT - 7, 24))
FLAT = 1e-6


def new_seen(frame: FrameState, new: int) -> np.ndarray:
    """Return, at places over the whole stage, how much of what is seen there is the new slide, 0..1."""
    share, covered = np.zeros_like(ACROSS), np.zeros_like(ACROSS)
    for layer in frame.layers:
        there = opacity_at(layer)
        share = share * (1 - there) + there * (layer.slide == new)
        covered = covered * (1 - there) + there
    return np.where(covered > 0.999, share, -1.0 + share)


def opacity_at(layer: Layer) -> np.ndarray:
    """Return how opaque a layer is at those places."""
    told: dict[str, Any] = layer.properties
    x, y = ACROSS, DOWN
    if "homography" in told:
        matrix = np.reshape(told["homography"], (3, 3))
        if abs(np.linalg.det(matrix)) < FLAT:
            return np.zeros_like(x)
        places = np.linalg.inv(matrix) @ np.stack([x.ravel(), y.ravel(), np.ones(x.size)])
        before = matrix[2] @ np.stack([places[0] / places[2], places[1] / places[2], np.ones(x.size)]) > 0
        x, y = (np.reshape(places[n] / places[2], ACROSS.shape) for n in (0, 1))
        inside = (x > -1) & (x < WIDTH + 1) & (y > -1) & (y < HEIGHT + 1) & np.reshape(before, x.shape)
    else:
        inside = np.ones_like(x, dtype=bool)
    opacity = inside * float(told.get("opacity", 1.0)) * float(told.get("ground", 1.0))
    if "clip" in told:
        opacity = opacity * covered(told["clip"], layer.corners, x, y)
    if "cells" in told:
        columns, rows = layer.grid or (1, 1)
        cells = np.reshape(told["cells"], (rows, columns))
        opacity = opacity * cells[(y * rows / HEIGHT).astype(int), (x * columns / WIDTH).astype(int)]
    return opacity


def covered(clip: Any, corners: tuple[int, ...], x: np.ndarray, y: np.ndarray) -> np.ndarray:
    """Tell which places lie in polygons, by the nonzero rule."""
    places = np.reshape(clip, (-1, 2))
    winding, at = np.zeros_like(x, dtype=int), 0
    for count in corners:
        polygon = places[at : at + count]
        at += count
        for (ax, ay), (bx, by) in zip(polygon, np.roll(polygon, -1, axis=0), strict=True):
            left = (bx - ax) * (y - ay) - (x - ax) * (by - ay)
            winding += ((ay <= y) & (by > y) & (left > 0)).astype(int)
            winding -= ((ay > y) & (by <= y) & (left < 0)).astype(int)
    return winding != 0
