"""How a new property begins with one of the layouts that the trade builds."""

import math
from typing import Any

from lean_year.core.errors import InputError
from lean_year.core.household.uses import HABITS_L_PERSON_DAY
from lean_year.core.units import L_PER_US_GALLON, M2_PER_SQUARE_FOOT, M_PER_FOOT
from lean_year.core.water_path.screens import SCREEN_TYPES
from lean_year.property.assumed import by_value
from lean_year.property.document import Property
from lean_year.property.layouts import STARTING_POINTS, Laid
from lean_year.property.start import new_property
from lean_year.property.water_path import MOST_OVERFLOW_PIPES, MOST_PIECES

AREA_EACH_M2 = 40.0
"""Roof that one downpipe usually takes. Basis: common practice."""
OVERFLOW_EACH_M2 = 110.0
"""Roof for which one overflow of a usual bore is enough. Basis: estimate."""
MESH_EACH_M2 = 200.0
"""Roof for which one mesh of a usual size at the inlet is enough. Basis: estimate."""
_BY_KEY = {each.key: each for each in STARTING_POINTS}
_ASKED = (
    "/name",
    "/place",
    "/units",
    "/roofs/0/extent",
    "/roofs/0/material",
    "/household/residents",
    "/household/habit",
)


def begun_from(key: str, *, people: float, **asked: Any) -> Property:
    """A first document of a layout; all but what was asked is assumed.

    Parameters
    ----------
    key : str
        Of one of `STARTING_POINTS`.
    people : float
        As `new_property` takes it; of nobody where the layout asks for none.
    **asked
        The other answers that `new_property` takes.

    Raises
    ------
    InputError
        If there is no such layout.
    """
    point = _BY_KEY.get(key)
    if point is None:
        raise InputError("begin_with", f"must be one of {', '.join(_BY_KEY)}, got {key}")
    people = people if point.people else 0.0
    plain = new_property(people=people, **asked)
    laid = point.lay(people, people * HABITS_L_PERSON_DAY[plain.household.habit])
    if plain.units == "us":
        laid = _in_us_steps(laid)
    raw = _merged(plain.model_dump(mode="json"), laid)
    _share_out(raw, asked["roof_area_m2"])
    document = Property.model_validate(raw)
    parts = [f"/{name}" for name in type(document).model_fields if name not in ("assumed", "version")]
    assumed = [each for each in by_value(document, parts) if not each.startswith(_ASKED)]
    return document.model_copy(update={"assumed": assumed})


def _share_out(raw: Laid, roof_area_m2: float) -> None:
    """As many outlets on two eaves, downpipes under them and overflows as the roof takes, and a mesh as large."""
    each = min(MOST_PIECES, max(1, math.ceil(roof_area_m2 / 2 / AREA_EACH_M2)))
    gutter = raw["roofs"][0]["gutters"][0]
    raw["roofs"][0]["gutters"] = [gutter | {"outlets_m": [None] * each} for _ in range(2)]
    group = raw["downpipes"][0]
    group["pipes"] = min(MOST_PIECES, 2 * each)
    for screen in group["screens"]:
        if screen["kind"] == "inlet_mesh":
            screen["open_cm2"] = SCREEN_TYPES["inlet_mesh"].open_cm2 * max(1, math.ceil(roof_area_m2 / MESH_EACH_M2))
    if raw["overflow"]["kind"] != "back_down":
        raw["overflow"]["count"] = min(MOST_OVERFLOW_PIPES, max(1, math.ceil(roof_area_m2 / OVERFLOW_EACH_M2)))


def _merged(plain: Laid, laid: Laid) -> Laid:
    """A part of a document with other values in it; a list takes the place of a list."""
    both = dict(plain)
    for name, value in laid.items():
        inner = both.get(name)
        both[name] = _merged(inner, value) if isinstance(value, dict) and isinstance(inner, dict) else value
    return both


_US_STEPS = {
    "_m": 0.25 * M_PER_FOOT,
    "_m2": 50 * M2_PER_SQUARE_FOOT,
    "_l": 50 * L_PER_US_GALLON,
    "_l_day": 50 * L_PER_US_GALLON,
}
"""To what a measure is rounded in US units, by the end of its name."""


def _in_us_steps(part: Any, name: str = "") -> Any:
    """The same in round figures of those units, such as a tank nine feet across."""
    if isinstance(part, dict):
        return {key: _in_us_steps(value, key) for key, value in part.items()}
    if isinstance(part, list):
        return [_in_us_steps(each, name) for each in part]
    step = next((step for end, step in _US_STEPS.items() if name.endswith(end)), None)
    if step is None or isinstance(part, str | bool | None) or part <= 0:
        return part
    return max(1, round(part / step)) * step
