import uuid

import pytest
from fastapi.testclient import TestClient

from lean_year.api.app import create_app
from lean_year.demo.shipped import demo_file
from lean_year.store.database import open_database
from tests.api.asked import changed
from tests.property.test_supplies import SHED


@pytest.fixture
def client(tmp_path):
    engine = open_database(tmp_path)
    with TestClient(create_app(engine), base_url="http://127.0.0.1:8765") as client:
        yield client
    engine.dispose()


@pytest.fixture
def demo(client):
    """The demo property as it stands."""
    answer = client.post("/api/properties/demo/saltmarrow")
    assert answer.status_code == 201
    return answer.json()


@pytest.fixture
def terrace(client):
    """A terrace with two kinds of tanks, of which nothing was written down or reported yet."""
    file = demo_file("lantern-row").model_dump_json()
    octets = {"Content-Type": "application/octet-stream"}
    answer = client.post("/api/properties/file", content=file, headers=octets)
    assert answer.status_code == 201, answer.text
    return answer.json()


@pytest.fixture
def edit(client):
    """Send one replacement, or a new size for the tanks at `/cistern`."""

    def send(property_id, base, path, value, edit_id=None):
        return client.post(
            f"/api/properties/{property_id}/edits",
            json={
                "base_revision": base,
                "edit_id": edit_id or str(uuid.uuid4()),
                "label": f"{path} {value}",
                "operations": [{"op": "resize" if path == "/cistern" else "replace", "path": path, "value": value}],
            },
        )

    return send


@pytest.fixture
def both(client, demo):
    """The demo with a shed, as the edit that adds it answers."""
    answer = changed(client, demo["id"], 1, [{"op": "add", "path": "/supplies/-", "value": SHED}])
    assert answer.status_code == 200, answer.text
    return answer.json()
