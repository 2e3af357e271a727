"""Roofs as GeoJSON outlines in longitude and latitude (RFC 7946), in and out."""

import json
import math
import re
from typing import Any

from lean_year.core.errors import InputError
from lean_year.property.document import Property
from lean_year.property.outline import check_outline
from lean_year.property.roofs import MOST_CORNERS, Outline, Roof

_SEMI_MAJOR_M = 6_378_137.0
_ECCENTRICITY_2 = 0.00669437999014
"""WGS 84."""
MOST_APART_M = 5_000.0
MOST_DEGREES_OR_METRES = 1e12
MOST_ROOFS = 40


def _metres_a_degree(latitude_deg: float) -> tuple[float, float]:
    """Length of a degree of longitude and of latitude on the ellipsoid. [m]"""
    phi = math.radians(latitude_deg)
    root = 1 - _ECCENTRICITY_2 * math.sin(phi) ** 2
    east = _SEMI_MAJOR_M / math.sqrt(root) * math.cos(phi)
    north = _SEMI_MAJOR_M * (1 - _ECCENTRICITY_2) / root**1.5
    return math.radians(1) * east, math.radians(1) * north


def _rings(raw: Any, where: str) -> list[tuple[str, Any]]:
    """Name and outer ring of every polygon in a piece of GeoJSON."""
    if not isinstance(raw, dict):
        raise InputError(where, "must be a GeoJSON object")
    kind = raw.get("type")
    if kind == "FeatureCollection":
        features = raw.get("features")
        if not isinstance(features, list) or not features:
            raise InputError(f"{where}.features", "must list at least one feature")
        return [each for row, feature in enumerate(features) for each in _rings(feature, f"features[{row}]")]
    if kind == "Feature":
        found = _rings(raw.get("geometry"), f"{where}.geometry")
        named = raw.get("properties") if isinstance(raw.get("properties"), dict) else {}
        name = str(named.get("name") or "").strip() if named else ""
        return [(name, ring) for _, ring in found]
    if kind in ("Polygon", "MultiPolygon"):
        coordinates = raw.get("coordinates")
        polygons = [coordinates] if kind == "Polygon" else coordinates
        if not isinstance(polygons, list) or not all(isinstance(each, list) and each for each in polygons):
            raise InputError(f"{where}.coordinates", "must hold rings of positions")
        for each in polygons:
            if len(each) > 1:
                raise InputError(
                    where, "has a hole; draw the roof round it as two outlines, or give its plan area as a number"
                )
        return [("", each[0]) for each in polygons]
    raise InputError(where, f"must be a Polygon, got {str(kind)[:40]!r}; roofs are areas")


def _positions(ring: Any, where: str) -> list[tuple[float, float]]:
    if not isinstance(ring, list) or len(ring) < 4:
        raise InputError(where, "must have at least four positions, the last as the first")
    out = []
    for position in ring:
        if (
            not isinstance(position, list)
            or len(position) < 2
            or not all(isinstance(x, int | float) and not isinstance(x, bool) for x in position[:2])
            or not all(abs(x) < MOST_DEGREES_OR_METRES for x in position[:2])
        ):
            raise InputError(where, "must hold positions [longitude, latitude]")
        out.append((float(position[0]), float(position[1])))
    if out[0] != out[-1]:
        raise InputError(where, "must end where it begins")
    if len(out) - 1 > MOST_CORNERS:
        raise InputError(where, f"may have at most {MOST_CORNERS} corners, got {len(out) - 1}; draw it with fewer")
    return out[:-1]


def read_geojson_roofs(text: str, near_latitude_deg: float | None = None) -> tuple[list[Roof], float, float]:
    """Roofs from GeoJSON, with the longitude and latitude of the plan's origin.

    Outlines are laid on the plane at the south-west corner of all of them; areas are right to far better than 0.5 %.

    Raises
    ------
    InputError
        Naming the feature: holes, crossed sides, positions in the wrong order, no area, places far apart.
    """
    try:
        raw = json.loads(text)
    except (ValueError, RecursionError) as error:  # no JSON, a number too long to read, or nested too deep
        raise InputError("file", "is not GeoJSON that can be read") from error
    found = _rings(raw, "file")
    if len(found) > MOST_ROOFS:
        raise InputError("file", f"may hold at most {MOST_ROOFS} outlines, got {len(found)}")
    rings = [(name, _positions(ring, f"outline {row + 1}")) for row, (name, ring) in enumerate(found)]
    everywhere = [position for _, ring in rings for position in ring]
    swapped = "positions are [longitude, latitude]; these look as if they had the latitude first"
    if any(abs(latitude) > 90 for _, latitude in everywhere):
        raise InputError("file", swapped)
    if any(abs(longitude) > 180 for longitude, _ in everywhere):
        raise InputError("file", "has a longitude beyond 180 degrees; the coordinates must be degrees, not metres")
    west, south = min(x for x, _ in everywhere), min(y for _, y in everywhere)
    if near_latitude_deg is not None and abs(south - near_latitude_deg) > 2 > abs(west - near_latitude_deg):
        raise InputError("file", swapped)
    east_m, north_m = _metres_a_degree(south)
    apart = max(max((x - west) * east_m, (y - south) * north_m) for x, y in everywhere)
    if apart > MOST_APART_M:
        raise InputError("file", f"its outlines lie {apart / 1000:,.0f} km apart; are they of one property?")
    roofs = []
    for row, (name, ring) in enumerate(rings):
        points = [[round((x - west) * east_m, 3), round((y - south) * north_m, 3)] for x, y in ring]
        label = re.sub(r"[\x00-\x1f\x7f]", " ", name)[:80].strip() or f"Outline {row + 1}"
        try:
            check_outline(points)
        except InputError as error:
            raise InputError(f"outline {row + 1} ({label})", error.problem) from error
        roofs.append(Roof(id=f"outline-{row + 1}", name=label, extent=Outline(points_m=points)))
    return roofs, west, south


def write_geojson_roofs(document: Property) -> str:
    """The roofs that have an outline or measures, as a feature collection.

    Raises
    ------
    InputError
        If the property has no longitude and latitude.
    """
    from lean_year.plan.model.roof_surface import outline_m, plan_area_m2, runoff_of

    site = document.site
    if site.latitude_deg is None or site.longitude_deg is None:
        raise InputError("site.longitude_deg", "and the latitude are needed to place the roofs")
    east_m, north_m = _metres_a_degree(site.latitude_deg)
    features = []
    for roof in document.roofs:
        ring = [[site.longitude_deg + x / east_m, site.latitude_deg + y / north_m] for x, y in outline_m(roof)]
        features.append(
            {
                "type": "Feature",
                "properties": {
                    "name": roof.name,
                    "material": roof.material,
                    "plan_area_m2": plan_area_m2(roof),
                    "runoff": runoff_of(roof),
                    "on": roof.on,
                },
                "geometry": {"type": "Polygon", "coordinates": [[*ring, ring[0]]]},
            }
        )
    return json.dumps({"type": "FeatureCollection", "features": features}, indent=1)
