import base64

import numpy as np
import pytest

from tests.records import seattle, write_csv


def send(client, url, data, **params):
    return client.post(url, params=params, content=data, headers={"content-type": "application/octet-stream"})


@pytest.fixture
def bare(client):
    return client.post("/api/properties", json={"name": "Bare", "roof_area_m2": 100, "people": 2}).json()


def test_a_preview_says_what_was_understood_and_keeps_nothing(client):
    seen = send(client, "/api/rain/preview", write_csv(seattle())).json()
    assert (seen["unit"], seen["days"], seen["missing_days"]) == ("mm", 1461, 0)
    assert seen["start"] == "2012-01-01"
    assert len(seen["monthly_mean_mm"]) == 12
    assert client.get("/api/rain/records").json() == []


def test_a_kept_record_is_used_and_can_be_undone(client, bare):
    url = f"/api/properties/{bare['id']}/rain"
    asked = {"base_revision": 1, "edit_id": "rain-0001", "name": "Gauge"}
    state = send(client, url, write_csv(seattle()), **asked).json()
    assert state["revision"] == 2
    assert state["record"]["name"] == "Gauge"
    assert state["plan"]["rain"]["days"] == 1461
    assert "RAIN_FEW_YEARS" in {finding["code"] for finding in state["plan"]["findings"]}
    again = send(client, url, write_csv(seattle()), **asked).json()
    assert again["revision"] == 2
    days = client.get(f"/api/properties/{bare['id']}/rain-days").json()
    tenths = np.frombuffer(base64.b64decode(days["tenth_mm"]), dtype="<u2")
    assert tenths / 10 == pytest.approx(seattle().depth_mm)
    undone = client.post(f"/api/properties/{bare['id']}/steps", json={"direction": "undo", "base_revision": 2}).json()
    assert undone["plan"]["rain"] is None


@pytest.mark.parametrize(
    ("data", "status"),
    [
        (b"", 422),
        (b"\0\1\2" * 100, 422),
        (b"date,rain\n2001-01-01,3\n", 422),
        (b"x" * (17 * 1024 * 1024), 413),
    ],
)
def test_a_bad_file_is_refused_and_the_property_stands(client, bare, data, status):
    url = f"/api/properties/{bare['id']}/rain"
    answer = send(client, url, data, base_revision=1, edit_id="rain-0001", name="Gauge")
    assert answer.status_code == status
    assert answer.json()["errors"][0]["message"]
    assert client.get(f"/api/properties/{bare['id']}").json() == bare


def test_a_late_import_is_told_so(client, bare, edit):
    edit(bare["id"], 1, "/household/residents", 3)
    url = f"/api/properties/{bare['id']}/rain"
    answer = send(client, url, write_csv(seattle()), base_revision=1, edit_id="rain-0001", name="Gauge")
    assert answer.status_code == 409
    assert client.get("/api/rain/records").json() == []


def test_days_of_a_property_without_rain(client, bare):
    assert client.get(f"/api/properties/{bare['id']}/rain-days").status_code == 404
