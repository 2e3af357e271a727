"""The firm's shelf over the API: kept from one property, taken into the next, in and out as a table."""

import pytest

from lean_year.property.generic_articles import generic_articles
from tests.api.asked import changed, seen

SHELF = "/api/shelf"
TANK, STAGE, PUMP, VESSEL = "/cistern/tanks/0", "/treatment/stages/1", "/pump", "/pump/vessel"


def keep(client, state, place, name, **more):
    return client.post(f"/api/properties/{state['id']}/shelf", json={"place": place, "name": name} | more)


def offers(client, state, place):
    answer = client.get(f"/api/properties/{state['id']}/shelf", params={"place": place})
    assert answer.status_code == 200, answer.text
    return {each["name"]: each for each in answer.json()["articles"]}


def names(client):
    return [(each["kind"], each["name"]) for each in client.get(SHELF).json()["articles"] if not each["generic"]]


def edit_of(client, state, *operations):
    now = seen(client, state["id"])
    answer = changed(client, state["id"], now["revision"], operations)
    assert answer.status_code == 200, answer.text
    return answer.json()


def send(client, where, text):
    headers = {"content-type": "application/octet-stream"}
    return client.post(f"{SHELF}/{where}", content=text.encode(), headers=headers)


def test_a_shelf_begins_with_usual_articles_marked_as_estimates(client):
    articles = client.get(SHELF).json()["articles"]
    assert {each["kind"] for each in articles} == {"store", "housing", "pump", "vessel"}
    assert all(each["generic"] and each["estimate"] for each in articles)
    assert len(articles) == len(generic_articles())


@pytest.mark.parametrize("place", [TANK, STAGE, PUMP, VESSEL])
def test_what_is_kept_from_one_property_stands_in_the_next_with_all_its_figures(client, demo, place):
    entered = edit_of(
        client,
        demo,
        replaced("/cistern/tanks/0/outlet_port_mm", 40),
        replaced("/overflow/port_mm", 90),
        replaced("/treatment/stages/1/clean_kpa", 14.5),
        replaced("/treatment/stages/1/clean_flow_l_s", 0.8),
        replaced("/treatment/stages/1/port_mm", 25),
        replaced("/pump/points", [[0, 51], [0.7, 44], [1.4, 30]]),
        replaced("/pump/port_mm", 32),
        replaced("/pump/vessel_l", 80),
        replaced("/pump/vessel_rated_kpa", 900),
    )
    assert keep(client, entered, place, "As bought", sheet="Sheet of the maker, 2026").status_code == 200
    other = client.post("/api/properties/demo/lantern-row").json()
    offered = offers(client, other, place)["As bought"]
    assert offered["problem"] == ""
    assert not offered["chosen"]
    taken = edit_of(client, other, *offered["operations"])
    again = offers(client, taken, place)["As bought"]
    assert again["chosen"]
    for path in FIGURES[place]:
        assert value_at(taken["document"], path) == value_at(entered["document"], path), path


def replaced(path, value):
    return {"op": "replace", "path": path, "value": value}


FIGURES = {
    TANK: ["/cistern/tanks/0/shape", "/cistern/tanks/0/outlet_m", "/cistern/tanks/0/outlet_port_mm"],
    STAGE: [f"/treatment/stages/1/{field}" for field in ("kind", "size", "clean_kpa", "clean_flow_l_s", "port_mm")],
    PUMP: ["/pump/points", "/pump/efficiency", "/pump/control", "/pump/port_mm"],
    VESSEL: ["/pump/vessel_l", "/pump/vessel_rated_kpa"],
}


def value_at(document, path):
    value = document
    for step in path.split("/")[1:]:
        value = value[int(step)] if isinstance(value, list) else value[step]
    return value


def test_an_estimate_of_the_shelf_is_assumed_in_the_property_and_what_is_from_a_sheet_is_not(client, demo):
    usual = next(each for each in generic_articles() if each.kind == "vessel")
    taken = edit_of(client, demo, *offers(client, demo, VESSEL)[usual.name]["operations"])
    assert "/pump/vessel_l" in taken["document"]["assumed"]
    send(client, "import", "kind,name,volume_l,sheet\nvessel,From a sheet,80,of the maker\n")
    taken = edit_of(client, taken, *offers(client, demo, VESSEL)["From a sheet"]["operations"])
    assert "/pump/vessel_l" not in taken["document"]["assumed"]


def test_what_is_assumed_in_a_property_is_kept_as_an_estimate(client, demo):
    guessed = edit_of(client, demo, {"op": "add", "path": "/assumed/-", "value": "/pump/vessel_l"})
    keep(client, guessed, VESSEL, "A guess")
    assert next(each for each in client.get(SHELF).json()["articles"] if each["name"] == "A guess")["estimate"]


def test_another_article_of_the_same_name_is_written_over_only_where_that_is_asked_for(client, demo):
    assert keep(client, demo, VESSEL, "V").status_code == 200
    assert keep(client, demo, VESSEL, "V").status_code == 200, "the same again is no other"
    wider = edit_of(client, demo, replaced("/pump/vessel_l", 123))
    refused = keep(client, wider, VESSEL, "V")
    assert refused.status_code == 409
    assert refused.json()["errors"] == [{"field": "name", "message": "V is on the shelf already, with other figures"}]
    assert "123 L" not in offers(client, wider, VESSEL)["V"]["says"]
    assert keep(client, wider, VESSEL, "V", over=True).status_code == 200
    assert "123 L" in offers(client, wider, VESSEL)["V"]["says"]
    client.post(f"{SHELF}/take-out", json={"articles": [{"kind": "vessel", "name": "V"}]})
    assert names(client) == []


def test_an_article_that_cannot_stand_at_a_place_says_why(client, demo):
    send(client, "import", "kind,name,shape,length_m,width_m,height_m\nstore,Shallow,box,2,2,0.5\n")
    held = edit_of(
        client,
        demo,
        replaced("/cistern/tanks/0/outlet_m", 1.0),
        replaced("/cistern/second_outlet", {"serves": "garden", "height_m": 0.9}),
    )
    offered = offers(client, held, TANK)["Shallow"]
    assert offered["operations"] == []
    assert offered["problem"].startswith("height must be at most")


def test_a_table_is_looked_at_before_it_is_written_and_what_cannot_be_read_is_named(client):
    table = (
        "kind,name,volume_l,points,rated_kpa,shape\n"
        "vessel,Good,60,,900,\n"
        "vessel,None,,,,\n"
        "pump,Odd,,0:40; 0.5,,\n"
        "vessel,Curved,60,0:40; 1:30; 2:10,,\n"
        "barrow,B,,,,\n"
        "store,S,,,,cube\n"
        "vessel,Good,90,,,\n"
    )
    looked = send(client, "preview", table).json()
    assert (looked["new"], looked["changed"], looked["same"], looked["refused"]) == (1, 0, 0, 6)
    assert [problem.split(":", 1)[0] for problem in looked["problems"]] == [f"line {line}" for line in range(3, 9)]
    said = "\n".join(looked["problems"])
    for words in (
        "volume_l",
        "flow:head",
        "points: must be empty",
        "one of store, housing",
        "upright_cylinder",
        "line 2",
    ):
        assert words in said, (words, said)
    assert names(client) == [], "nothing is written by a look"
    send(client, "import", table)
    assert names(client) == [("vessel", "Good")]


def test_the_shelf_goes_out_and_comes_in_as_it_was(client, demo):
    keep(client, demo, TANK, "=Tank, 10% “off”")
    keep(client, demo, PUMP, "Pump; of two")
    table = client.get(f"{SHELF}/table.csv").text
    before = client.get(SHELF).json()
    looked = send(client, "preview", table).json()
    assert (looked["new"], looked["changed"], looked["refused"]) == (0, 0, 0)
    client.post(
        f"{SHELF}/take-out", json={"articles": [{"kind": kind, "name": name} for kind, name in names(client)]}
    )
    assert names(client) == []
    assert send(client, "import", table).json() == before


@pytest.mark.parametrize(
    ("place", "why"),
    [("/cistern/tanks/19", "must be one that is there"), ("/treatment/stages/11", "must be one that is there")],
)
def test_a_place_that_is_not_there_is_refused(client, demo, place, why):
    for answer in (
        keep(client, demo, place, "X"),
        client.get(f"/api/properties/{demo['id']}/shelf", params={"place": place}),
    ):
        assert answer.status_code == 422
        assert why in answer.json()["errors"][0]["message"]
    assert names(client) == []
