"""Our effects in the one line of words that formats keep for a preset: read again, they are what they were."""

from typing import Any

from ritornel.core.model import Step
from ritornel.core.motion.builds import EFFECTS

PREFIX = "ritornel-"


def held(step: Step) -> str:
    """Return a step's settings, easing and what it does afterwards as “side: left; distance: 80”."""
    told: dict[str, Any] = dict(step.params)
    if step.easing:
        told["easing"] = step.easing
    if step.afterwards != "stays":
        told["afterwards"] = step.afterwards
    if step.duration_ms is None:
        told["duration"] = "its own"
    return "; ".join(f"{name}: {value}" for name, value in sorted(told.items()))


def let_go(effect: str, words: str) -> tuple[dict[str, Any], dict[str, str]]:
    """Return the settings that such words say for an effect, numbers as numbers, and what else they say."""
    told = dict(_pairs(words))
    declared = EFFECTS.get(effect)
    params: dict[str, Any] = {}
    for param in declared.params if declared is not None else ():
        if param.name in told:
            value = told.pop(param.name)
            plain = bool(param.choices) or param.colour or param.path
            params[param.name] = value if plain else _number(value, param.default)
    return params, told


def _pairs(words: str) -> list[tuple[str, str]]:
    pairs = (pair.partition(":") for pair in words.split(";"))
    return [(name.strip(), value.strip()) for name, _, value in pairs if value.strip()]


def _number(words: str, default: float | str) -> float | str:
    try:
        number = float(words)
    except ValueError:
        return default
    return int(number) if number.is_integer() else number


def own_effect(preset: str) -> str:
    """Return our effect that a preset names; empty where it is none of ours."""
    name = preset.removeprefix(PREFIX)
    return name if name != preset and name in EFFECTS else ""
