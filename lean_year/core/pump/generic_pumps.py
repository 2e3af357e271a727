"""Curves of pumps as a house may need, invented for a first choice until a maker's sheet is at hand."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class GenericPump:
    """One kind of pump. Basis of everything in it: estimate."""

    key: str
    label: str
    note: str
    points: tuple[tuple[float, float], ...]
    """Flow [L/s] and head [m], from the shut-off head on."""
    efficiency: float
    """Of pump and motor together. [-]"""
    variable_speed: bool = False


GENERIC_PUMPS = (
    GenericPump(
        "low_voltage",
        "Diaphragm pump, low voltage",
        "runs off a battery; one tap at a time",
        ((0.0, 32.0), (0.12, 24.0), (0.22, 10.0)),
        0.30,
    ),
    GenericPump(
        "transfer",
        "Transfer pump",
        "much water, little pressure; fills a header tank",
        ((0.0, 19.0), (1.5, 16.0), (3.0, 8.0)),
        0.38,
    ),
    GenericPump(
        "small_jet",
        "Self-priming jet pump",
        "lifts from below, loud, thirsty for electricity",
        ((0.0, 44.0), (0.45, 34.0), (0.9, 19.0)),
        0.22,
    ),
    GenericPump(
        "submerged",
        "Submerged pump, four stages",
        "quiet, never loses its prime",
        ((0.0, 46.0), (0.6, 41.0), (1.2, 28.0)),
        0.40,
    ),
    GenericPump(
        "multistage",
        "Multistage pump, five stages",
        "for two bathrooms and a sprinkler",
        ((0.0, 58.0), (0.8, 51.0), (1.7, 32.0)),
        0.42,
    ),
    GenericPump(
        "speed_set",
        "Variable-speed set",
        "keeps its pressure by its speed; a small vessel only",
        ((0.0, 62.0), (0.8, 54.0), (1.6, 36.0)),
        0.45,
        variable_speed=True,
    ),
)
