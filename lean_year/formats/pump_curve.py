"""Points of a pump's curve as they are copied from a maker's sheet: a flow and a head on each line."""

import re
from typing import Literal

from lean_year.core.errors import InputError
from lean_year.core.pump.pump_curve import fit_curve
from lean_year.core.units import KPA_PER_BAR, KPA_PER_M_OF_WATER, KPA_PER_PSI, L_PER_US_GALLON, M_PER_FOOT

FlowUnit = Literal["L/s", "L/min", "m3/h", "gal/min", "gal/h"]
HeadUnit = Literal["m", "bar", "kPa", "ft", "psi"]
L_S: dict[FlowUnit, float] = {
    "L/s": 1.0,
    "L/min": 1 / 60,
    "m3/h": 1 / 3.6,
    "gal/min": L_PER_US_GALLON / 60,
    "gal/h": L_PER_US_GALLON / 3_600,
}
METRES: dict[HeadUnit, float] = {
    "m": 1.0,
    "bar": KPA_PER_BAR / KPA_PER_M_OF_WATER,
    "kPa": 1 / KPA_PER_M_OF_WATER,
    "ft": M_PER_FOOT,
    "psi": KPA_PER_PSI / KPA_PER_M_OF_WATER,
}
MOST_POINTS = 30
MOST_CHARACTERS = 20_000
_NUMBER = re.compile(r"[-+]?\d+(?:[.,]\d+)?(?:[eE][-+]?\d+)?")


def read_pump_curve(text: str, *, flow_unit: FlowUnit, head_unit: HeadUnit) -> list[list[float]]:
    """Points of a pasted table, the smallest flow first.

    Parameters
    ----------
    text : str
        Lines of two numbers parted by blanks, a tab, a semicolon or a comma; a decimal point, or a comma for one.
        Empty lines, and one line of headings in front, are passed over.
    flow_unit : FlowUnit
    head_unit : HeadUnit

    Returns
    -------
    list of [float, float]
        Flow [L/s] and head [m].

    Raises
    ------
    InputError
        If a line is no pair of numbers, or the points are no pump's curve; the line is named.
    """
    if len(text) > MOST_CHARACTERS:
        raise InputError("text", f"must have at most {MOST_CHARACTERS:,} characters, got {len(text):,}")
    points: list[list[float]] = []
    for number, line in enumerate(text.splitlines(), start=1):
        parts = _fields(line)
        if not parts:
            continue
        if not all(_NUMBER.fullmatch(part) for part in parts) or len(parts) != 2:
            if not points and not any(_NUMBER.fullmatch(part) for part in parts):
                continue  # headings
            raise InputError(f"line {number}", f"must be a flow and a head, two numbers, got {line.strip()[:40]!r}")
        flow, head = (float(part.replace(",", ".")) for part in parts)
        if flow < 0 or head < 0:
            raise InputError(f"line {number}", f"must not be below zero, got {line.strip()[:40]!r}")
        points.append([round(flow * L_S[flow_unit], 6), round(head * METRES[head_unit], 4)])
        if len(points) > MOST_POINTS:
            raise InputError("text", f"must have at most {MOST_POINTS} points")
    points.sort()
    fit_curve(*zip(*points, strict=True) if points else ((), ()))
    return points


def _fields(line: str) -> list[str]:
    """The fields of a line, whatever parts them.

    >>> [_fields(line) for line in ("0.5\t41", "0,5; 41,2", "0.5, 41", "0.5,41")]
    [['0.5', '41'], ['0,5', '41,2'], ['0.5', '41'], ['0.5', '41']]
    """
    fields = [part for part in re.split(r"[\s;|]+|,(?=\s)", line.strip()) if part]
    return line.strip().split(",") if len(fields) == 1 and line.count(",") == 1 else fields
