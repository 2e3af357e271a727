"""What the server refuses, and that nothing it is sent makes it fail."""

import os

import pytest
import schemathesis
from hypothesis import HealthCheck, given, settings

from lean_year.api.app import create_app
from lean_year.store.database import open_database

REQUESTS = int(os.environ.get("LEAN_YEAR_REQUESTS", "300"))


@pytest.mark.parametrize("host", ["evil.example", "127.0.0.1.evil.example", "", "192.168.1.4:8765"])
def test_another_name_for_this_machine_is_refused(client, host):
    assert client.get("/api/health", headers={"host": host}).status_code == 400


def test_a_change_asked_for_by_another_sites_page_is_refused(client):
    body = {"name": "X", "roof_area_m2": 1, "people": 1}
    for origin in ("http://evil.example", "null", "http://127.0.0.1:9999", "https://127.0.0.1:8765"):
        assert client.post("/api/properties", json=body, headers={"origin": origin}).status_code == 403
    own = client.post("/api/properties", json=body, headers={"origin": "http://127.0.0.1:8765"})
    assert own.status_code == 201


def test_every_answer_carries_a_strict_policy(client):
    headers = client.get("/api/health").headers
    assert "default-src 'self'" in headers["content-security-policy"]
    assert "unsafe-eval" not in headers["content-security-policy"]
    assert headers["x-content-type-options"] == "nosniff"


@pytest.mark.parametrize("address", ["/api/nowhere", "/assets/..%2f..%2fpyproject.toml", "/assets/%2e%2e/app.py"])
def test_no_address_reaches_a_file(client, address):
    answer = client.get(address)
    assert answer.status_code == 404
    assert "errors" in answer.json()


def test_a_refusal_has_one_shape(client):
    for answer in (
        client.post("/api/properties", content=b"{", headers={"content-type": "application/json"}),
        client.post("/api/properties", json={"name": "x", "roof_area_m2": "wide", "people": 1}),
        client.post("/api/properties", content=b'{"name": "x", "roof_area_m2": NaN, "people": 1}'),
        client.get("/api/properties/none"),
        client.put("/api/properties"),
        client.post("/api/properties/none/steps", json={"direction": "undo", "base_revision": 1}),
    ):
        assert 400 <= answer.status_code < 500
        assert all(each["message"] for each in answer.json()["errors"])


@pytest.fixture(scope="module")
def fuzzed_app(tmp_path_factory):
    engine = open_database(tmp_path_factory.mktemp("fuzz"))
    app = create_app(engine)
    yield app
    engine.dispose()


def test_nothing_sent_by_its_own_schema_makes_the_server_fail(fuzzed_app):
    schema = schemathesis.openapi.from_asgi("/api/openapi.json", fuzzed_app, headers={"host": "127.0.0.1"})
    answered = set()

    @settings(max_examples=REQUESTS, suppress_health_check=list(HealthCheck))
    @given(schema.as_strategy())
    def send(case):
        answer = case.call(headers={"host": "127.0.0.1"})
        answered.add((case.method, case.path))
        assert answer.status_code < 500, answer.text
        if answer.status_code >= 400:
            assert answer.json()["errors"]

    send()
    assert len(answered) >= 12


def test_answers_and_scripts_are_sent_compressed(client, demo):
    answer = client.get(f"/api/properties/{demo['id']}", headers={"accept-encoding": "gzip"})
    assert answer.headers["content-encoding"] == "gzip"
    assert int(answer.headers.get("content-length", 0)) < len(answer.content) / 2
    plain = client.get(f"/api/properties/{demo['id']}", headers={"accept-encoding": "identity"})
    assert "content-encoding" not in plain.headers
    assert plain.json() == answer.json()
