"""Rain from the archive and from twelve means, roofs from GeoJSON: looked at first, then kept."""

import json

import pytest

MEANS = [90.0, 75, 70, 50, 35, 20, 8, 10, 40, 95, 110, 105]


@pytest.fixture
def bare(client):
    return client.post("/api/properties", json={"name": "Bare", "roof_area_m2": 100, "people": 2}).json()


def keep(client, bare, source):
    asked = {"base_revision": bare["revision"], "edit_id": "rain-00001", "source": source}
    return client.post(f"/api/properties/{bare['id']}/rain-source", json=asked)


def test_the_archive_lists_invented_stations_that_can_be_taken(client, bare):
    stations = client.get("/api/archive").json()
    assert len(stations) >= 6
    for station in stations:
        seen = client.post("/api/rain/source", json={"source": {"kind": "archive", "station": station["key"]}}).json()
        assert seen["layout"] == "archive"
        assert seen["days"] > 20 * 365
        assert seen["missing_days"] == 0
    state = keep(client, bare, {"kind": "archive", "station": stations[0]["key"]}).json()
    assert state["plan"]["rain"]["counted_years"] >= 20
    assert state["record"]["name"].endswith("invented")


def test_twelve_means_are_seen_then_kept_and_remember_what_they_were_made_from(client, bare):
    source = {"kind": "means", "name": "Valley", "mean_mm": MEANS, "yearly_variation": 0.22, "years": 30, "seed": 7}
    seen = client.post("/api/rain/source", json={"source": source}).json()
    assert seen["layout"] == "means"
    assert seen["mean_year_mm"] == pytest.approx(sum(MEANS), rel=0.15)
    assert any("Means hide" in warning for warning in seen["warnings"])
    state = keep(client, bare, source).json()
    assert state["record"]["name"] == "Valley"
    assert state["plan"]["verdict_parts"]["tightest"] == "The rain was made from twelve means."
    again = keep(client, bare, source).json()
    assert again["revision"] == state["revision"]


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"mean_mm": [0.0] * 12}, "mean_mm"),
        ({"mean_mm": MEANS[:11]}, "mean_mm"),
        ({"mean_mm": [-1.0, *MEANS[1:]]}, "mean_mm"),
        ({"wet_days": [32.0] * 12}, "wet_days"),
        ({"wet_days": [0.0] * 12}, "wet_days"),
        ({"yearly_variation": 3.0}, "yearly_variation"),
        ({"years": 1_000}, "years"),
        ({"seed": -1}, "seed"),
        ({"station": "x"}, "station"),
    ],
)
def test_means_that_cannot_be_are_refused_by_name(client, bare, changes, field):
    source = {"kind": "means", "name": "Valley", "mean_mm": MEANS, "yearly_variation": 0.22} | changes
    for answer in (client.post("/api/rain/source", json={"source": source}), keep(client, bare, source)):
        assert answer.status_code == 422
        assert field in answer.json()["errors"][0]["field"]
    assert client.get(f"/api/properties/{bare['id']}").json()["revision"] == 1


def test_a_station_that_is_not_there_is_named(client):
    answer = client.post("/api/rain/source", json={"source": {"kind": "archive", "station": "atlantis"}})
    assert answer.status_code == 422
    assert "station" in answer.json()["errors"][0]["field"]


def geojson(client, text, **params):
    return client.post(
        "/api/properties/roofs/geojson",
        params=params,
        content=text,
        headers={"content-type": "application/octet-stream"},
    )


def test_outlines_are_read_and_can_be_put_on_the_plan(client, bare):
    ring = [[2, 48], [2.0002, 48], [2.0002, 48.0001], [2, 48.0001], [2, 48]]
    read = geojson(client, json.dumps({"type": "Polygon", "coordinates": [ring]})).json()
    assert read["areas_m2"][0] == pytest.approx(166, abs=1)
    edit = {
        "base_revision": 1,
        "edit_id": "roof-00001",
        "label": "Outline",
        "operations": [{"op": "add", "path": "/roofs/-", "value": read["roofs"][0]}],
    }
    state = client.post(f"/api/properties/{bare['id']}/edits", json=edit).json()
    assert state["plan"]["roofs"]["figures"]["area_m2"]["value"] == pytest.approx(100 + read["areas_m2"][0])


@pytest.mark.parametrize("text", ["", "[]", "{}", '{"type":"Polygon","coordinates":[]}', "\xff\xfe", "[" * 5_000])
def test_a_file_that_is_no_geojson_is_refused(client, text):
    answer = geojson(client, text.encode("latin-1"))
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["message"]


def test_the_site_tells_a_swapped_axis(client):
    ring = [[48, 11], [48.0002, 11], [48.0002, 11.0001], [48, 11]]
    text = json.dumps({"type": "Polygon", "coordinates": [ring]})
    assert geojson(client, text).status_code == 200
    refused = geojson(client, text, near_latitude_deg=48)
    assert refused.status_code == 422
    assert "latitude first" in refused.json()["errors"][0]["message"]
    assert geojson(client, text, near_latitude_deg="nan").status_code == 422


def curve(client, **asked):
    return client.post("/api/properties/pump/curve", json=asked)


def test_a_pasted_curve_is_read_and_fitted(client):
    read = curve(client, text="0\t46\n36\t41\n72\t28", flow_unit="L/min", head_unit="m").json()
    assert read["points"] == [[0, 46], [0.6, 41], [1.2, 28]]
    assert read["fitted_m"] == pytest.approx([46, 41, 28])


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ({"text": "0 46\nx"}, "line 2"),
        ({"text": "0 46\n1 50\n2 20"}, "points"),
        ({"text": "0 46", "flow_unit": "cups"}, "flow_unit"),
        ({"text": "0 " * 20_000}, "text"),
        ({}, "text"),
    ],
)
def test_a_table_that_is_no_curve_is_refused_by_name(client, asked, field):
    answer = curve(client, **asked)
    assert answer.status_code == 422
    assert field in answer.json()["errors"][0]["field"]
