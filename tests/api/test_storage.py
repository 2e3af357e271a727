"""A server that cannot write says so in a sentence, and whoever asked can ask again."""

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import event

from lean_year.api.app import create_app
from lean_year.store.database import open_database


@pytest.mark.parametrize(
    ("pragma", "says"), [("PRAGMA max_page_count = 1", "disk is full"), ("PRAGMA query_only = ON", "readonly")]
)
def test_a_full_or_read_only_disk_is_said_and_nothing_is_lost(tmp_path, pragma, says):
    engine = open_database(tmp_path)
    with TestClient(create_app(engine), base_url="http://127.0.0.1:8765") as client:
        demo = client.post("/api/properties/demo/saltmarrow").json()
        address = f"/api/properties/{demo['id']}"
        body = {"base_revision": 1, "edit_id": "edit-0001", "label": "Name",
                "operations": [{"op": "replace", "path": "/name", "value": "Cove" * 20}]}  # fmt: skip
        full = event.listens_for(engine, "begin")(lambda connection: connection.connection.execute(pragma))
        for _ in range(40):  # until the pages that are there are used up
            answer = client.post(f"{address}/edits", json=body | {"edit_id": f"edit-{_:04}", "base_revision": _ + 1})
            if answer.status_code != 200:
                break
        assert answer.status_code == 503
        assert says in answer.json()["errors"][0]["message"]
        standing = client.get(address)
        assert standing.status_code == 200, "what is there can be read"
        event.remove(engine, "begin", full)
        engine.dispose()
        again = client.post(
            f"{address}/edits",
            json=body | {"edit_id": "edit-9999", "base_revision": standing.json()["revision"]},
        )
        assert again.status_code == 200
    engine.dispose()
