"""Outlines of surfaces: are they simple, and how large."""

from functools import lru_cache

from shapely import Polygon
from shapely.validation import explain_validity

from lean_year.core.errors import InputError


def check_outline(points_m: list[list[float]]) -> None:
    """Refuse corners that do not go once round a surface.

    Raises
    ------
    InputError
        If the sides cross or the outline has no area.
    """
    outline = Polygon(points_m)
    if not outline.is_valid:
        why = explain_validity(outline)
        where = why[why.find("[") + 1 : why.find("]")] if "[" in why else ""
        at = f" near {where}" if where else ""
        raise InputError("points_m", f"must go once round the surface; its sides cross or touch{at}")
    if outline.area <= 0:
        raise InputError("points_m", "must enclose an area; the corners lie on one line")


def outline_area_m2(points_m: list[list[float]]) -> float:
    """Area of a simple outline. [m2]"""
    return _area_m2(tuple(map(tuple, points_m)))


@lru_cache(maxsize=256)
def _area_m2(points_m: tuple[tuple[float, ...], ...]) -> float:
    return float(Polygon(points_m).area)
