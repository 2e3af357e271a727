"""The downpour test and the model file over the API."""


def play(client, demo, **storm):
    asked = {"base_revision": demo["revision"], "storm": storm}
    return client.post(f"/api/properties/{demo['id']}/storm", json=asked)


def test_a_storm_is_played_on_the_revision_that_was_asked(client, demo):
    answer = play(client, demo, storm_min=60)
    assert answer.status_code == 200
    storm = answer.json()
    assert len(storm["rain_mm"]) == 60
    assert storm["places"][0]["kind"] == "gutter"
    assert storm["text"]


def test_a_storm_that_cannot_be_names_its_field(client, demo):
    for storm, field in (({"storm_min": 5_000}, "storm_min"), ({"shut_links": [3]}, "shut_links"),
                         ({"clogged_screens": ["x"]}, "clogged_screens"), ({"colour": 1}, "colour")):  # fmt: skip
        refused = play(client, demo, **storm)
        assert refused.status_code == 422
        assert field in refused.text
    assert client.post("/api/properties/none/storm", json={"base_revision": 1, "storm": {}}).status_code == 404


def test_the_model_of_the_rain_side_is_a_file(client, demo):
    answer = client.get(f"/api/properties/{demo['id']}/model.inp")
    assert answer.status_code == 200
    assert "attachment" in answer.headers["content-disposition"]
    for section in ("[RAINGAGES]", "[SUBCATCHMENTS]", "[STORAGE]", "[CONDUITS]", "[OUTLETS]", "[CONTROLS]"):
        assert section in answer.text
    bare = client.post("/api/properties", json={"name": "New", "roof_area_m2": 100, "people": 2}).json()
    refused = client.get(f"/api/properties/{bare['id']}/model.inp")
    assert refused.status_code == 422
    assert "rain" in refused.text
