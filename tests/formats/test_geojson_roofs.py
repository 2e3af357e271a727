"""Outlines from GeoJSON: areas against geodesics on the ellipsoid, and files that cannot be roofs."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pyproj import Geod

from lean_year.core.errors import InputError
from lean_year.formats.geojson_roofs import read_geojson_roofs, write_geojson_roofs
from lean_year.plan.model.roof_surface import plan_area_m2
from tests.farm import changed

EARTH = Geod(ellps="WGS84")


def polygon(*positions):
    return {"type": "Polygon", "coordinates": [[*positions, positions[0]]]}


def collection(*geometries, names=()):
    return json.dumps({
        "type": "FeatureCollection",
        "features": [
            {"type": "Feature", "properties": {"name": names[i] if i < len(names) else None}, "geometry": geometry}
            for i, geometry in enumerate(geometries)
        ],
    })  # fmt: skip


def box(longitude, latitude, east_deg=0.0002, north_deg=0.0001):
    return [
        [longitude, latitude],
        [longitude + east_deg, latitude],
        [longitude + east_deg, latitude + north_deg],
        [longitude, latitude + north_deg],
    ]


@given(st.floats(-179, 178), st.floats(-65, 65), st.floats(0.00005, 0.001), st.floats(0.00005, 0.001))
def test_areas_are_those_of_geodesics_on_the_ellipsoid(longitude, latitude, east, north):
    """Against pyproj's Geod on WGS 84, anywhere people live, to a hundredth of the 0.5 % asked for."""
    ring = box(longitude, latitude, east, north)
    roofs, _, _ = read_geojson_roofs(json.dumps(polygon(*ring)))
    area, _ = EARTH.polygon_area_perimeter([x for x, _ in ring], [y for _, y in ring])
    assert plan_area_m2(roofs[0]) == pytest.approx(abs(area), rel=5e-3)


def test_a_roof_of_a_known_house_is_right_to_a_thousandth():
    ring = box(-3.2, 51.4, 0.00018, 0.00009)
    roofs, west, south = read_geojson_roofs(collection(polygon(*ring), names=["House"]))
    area, _ = EARTH.polygon_area_perimeter([x for x, _ in ring], [y for _, y in ring])
    assert plan_area_m2(roofs[0]) == pytest.approx(abs(area), rel=1e-3)
    assert (roofs[0].name, west, south) == ("House", -3.2, 51.4)


def test_several_outlines_keep_their_places():
    roofs, _, _ = read_geojson_roofs(collection(polygon(*box(2, 48)), polygon(*box(2.0005, 48.0002)), names=["A"]))
    assert [(roof.id, roof.name) for roof in roofs] == [("outline-1", "A"), ("outline-2", "Outline 2")]
    (x1, y1), (x2, y2) = (roof.extent.points_m[0] for roof in roofs)
    _, _, apart = EARTH.inv(2, 48, 2.0005, 48.0002)
    assert ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5 == pytest.approx(apart, rel=1e-3)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "is not GeoJSON"),
        (json.dumps({"type": "FeatureCollection", "features": []}), "at least one feature"),
        (json.dumps({"type": "Point", "coordinates": [1, 2]}), "must be a Polygon"),
        (json.dumps(polygon([2, 48], [2.0002, 48.0001], [2.0002, 48], [2, 48.0001])), "its sides cross or touch"),
        (json.dumps(polygon([2, 48], [2.0001, 48], [2.0002, 48])), "enclose an area|cross or touch"),
        (json.dumps({"type": "Polygon", "coordinates": [[*box(2, 48), [2, 48]], [*box(2.00005, 48.00003)]]}), "hole"),
        (json.dumps(polygon([48, 122], [48.0001, 122], [48.0001, 122.0001])), "latitude first"),
        (
            json.dumps(polygon([448_250, 5_411_900], [448_260, 5_411_900], [448_260, 5_411_910])),
            "latitude first|metres",
        ),
        (json.dumps(polygon([2, 48], [2.5, 48], [2.5, 48.1])), "km apart"),
        (json.dumps({"type": "Polygon", "coordinates": [box(2, 48)]}), "must end where it begins"),
        (json.dumps({"type": "Polygon", "coordinates": [[[2, 48], [2, 48]]]}), "at least four positions"),
        (json.dumps({"type": "Polygon", "coordinates": [[["2", 48], [2, 49], [3, 48], ["2", 48]]]}), "positions"),
        (collection(*[polygon(*box(2, 48)) for _ in range(41)]), "at most 40"),
    ],
)
def test_a_file_that_holds_no_roofs_says_why(text, says):
    with pytest.raises(InputError, match=says):
        read_geojson_roofs(text)


def test_the_wrong_axis_order_is_found_by_the_site():
    """48 north, 11 east written the wrong way round is a place that exists, but not this one."""
    swapped = json.dumps(polygon(*[[y, x] for x, y in box(11, 48)]))
    assert read_geojson_roofs(swapped)[2] == pytest.approx(11)
    with pytest.raises(InputError, match="latitude first"):
        read_geojson_roofs(swapped, near_latitude_deg=48)


def test_what_is_written_is_read_again_with_the_same_areas():
    document = changed(site={"latitude_deg": 49.4, "longitude_deg": -6.3, "tmin_c": None, "tmax_c": None})
    roofs, _, _ = read_geojson_roofs(write_geojson_roofs(document))
    assert [plan_area_m2(roof) for roof in roofs] == pytest.approx(
        [plan_area_m2(roof) for roof in document.roofs], rel=1e-3
    )
    with pytest.raises(InputError, match="longitude_deg"):
        write_geojson_roofs(changed())
