"""The demos as they are put in: with quotes, and with a device that reported as a real one would."""

import pytest


@pytest.mark.parametrize(("name", "quotes", "devices"), [
    ("saltmarrow", ["accepted"], 0), ("brindle-landing", ["open"], 0), ("lantern-row", [], 1),
])  # fmt: skip
def test_a_demo_is_whole_and_loaded_once(client, name, quotes, devices):
    first = client.post(f"/api/properties/demo/{name}").json()
    again = client.post(f"/api/properties/demo/{name}").json()
    assert again["id"] == first["id"]
    at = f"/api/properties/{first['id']}"
    assert [each["standing"] for each in client.get(f"{at}/quotes").json()["quotes"]] == quotes
    listed = client.get(f"{at}/devices").json()
    assert len(listed) == devices
    for device in listed:
        assert device["readings"] > 300
        assert "clock_behind" not in device["faults"]
        assert "clock_ahead" not in device["faults"]
