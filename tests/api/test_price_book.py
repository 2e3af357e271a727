"""The firm's price book over the API: kept, brought in with a look first, and nobody's business but the firm's."""

import pytest

from lean_year.demo.shipped import demo_file
from tests.plan.on_demos import compared_and_priced, planned_and_priced

BOOK = "/api/price-book"
HEAD = "key,name,unit,length_m,price,currency,supplier,dated\n"


def line(key="vessel", price=215.0, **more):
    return {"key": key, "name": "Pressure vessel", "unit": "each", "price": price, "currency": "€"} | more


def put(client, *lines, version=None, **more):
    version = client.get(BOOK).json()["version"] if version is None else version
    return client.post(f"{BOOK}/edits", json={"base_version": version, "put": list(lines), **more})


def send(client, where, text, **query):
    headers = {"content-type": "application/octet-stream"}
    return client.post(f"{BOOK}/{where}", content=text.encode(), headers=headers, params=query)


def total_of(client, property_id):
    return client.get(f"/api/properties/{property_id}").json()["plan"]["price"]["total"]


def test_a_book_begins_empty_and_keeps_what_is_written(client):
    assert client.get(BOOK).json() | {"terms": None} == {"version": 0, "lines": [], "terms": None}
    kept = put(client, line(), line("lid-lock", 14)).json()
    assert kept["version"] == 1
    assert [(each["key"], each["price"]) for each in kept["lines"]] == [("lid-lock", 14), ("vessel", 215)]
    again = put(client, line(price=230)).json()
    assert [each["price"] for each in again["lines"]] == [14, 230]
    gone = put(client, remove=[{"key": "vessel", "currency": "€"}]).json()
    assert [each["key"] for each in gone["lines"]] == ["lid-lock"]
    assert client.get(BOOK).json() == gone


def test_two_prices_of_one_part_at_once_are_refused(client):
    refused = put(client, line(), line(price=230))
    assert refused.status_code == 422
    error = refused.json()["errors"][0]
    assert error["field"] == "put"
    assert "vessel" in error["message"]
    assert client.get(BOOK).json()["lines"] == []
    assert put(client, line(), line(currency="$")).status_code == 200


def test_a_price_moves_every_plan_and_no_document(client):
    demo = client.post("/api/properties/demo/saltmarrow").json()
    before = total_of(client, demo["id"])
    put(client, line(price=1215))
    after = client.get(f"/api/properties/{demo['id']}").json()
    assert after["revision"] == demo["revision"]
    assert after["document"] == demo["document"]
    # 1,000 more, with 12 % of margin, 5 % of contingency and 10 % of tax on it.
    assert after["plan"]["price"]["total"]["value"] - before["value"] == pytest.approx(1000 * 1.12 * 1.05 * 1.1)


def test_terms_of_the_firm_are_those_of_every_property(client):
    demo = client.post("/api/properties/demo/lantern-row").json()
    terms = client.get(BOOK).json()["terms"] | {"margin": 0, "contingency": 0, "tax": 0}
    put(client, terms=terms)
    price = client.get(f"/api/properties/{demo['id']}").json()["plan"]["price"]
    assert price["total"]["value"] == pytest.approx(price["materials"]["value"] + price["labour"]["value"])


def test_a_book_that_was_changed_elsewhere_is_not_written_over(client):
    put(client, line())
    refused = put(client, line(price=9), version=0)
    assert refused.status_code == 409
    assert refused.json()["revision"] == 1
    assert "changed elsewhere" in refused.json()["errors"][0]["message"]
    assert client.get(BOOK).json()["lines"][0]["price"] == 215


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"price": -1}, "put.0.price"),
        ({"price": 1e12}, "put.0.price"),
        ({"unit": "dozen"}, "put.0"),
        ({"key": "No Key"}, "put.0.key"),
        ({"currency": "euros"}, "put.0.currency"),
        ({"dated": "2026-02-30"}, "put.0.dated"),
        ({"name": ""}, "put.0.name"),
        ({"colour": "red"}, "put.0.colour"),
    ],
)
def test_what_is_no_price_is_named(client, changed, field):
    refused = put(client, line(**changed))
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"].startswith(field)
    assert client.get(BOOK).json()["version"] == 0


def test_a_table_is_looked_at_before_it_is_written(client):
    put(client, line(), line("lid-lock", 14.0))
    rows = (
        "vessel,Pressure vessel,each,,260,€,,",
        "lid-lock,Pressure vessel,each,,14,€,,",
        "union,,each,,9,€,,",
        "x,,m,,-1",
    )
    table = HEAD + "\n".join(rows)
    seen = send(client, "preview", table).json()
    assert (seen["new"], seen["changed"], seen["same"], seen["refused"]) == (1, 1, 1, 1)
    assert [(each["key"], each["before"], each["after"]) for each in seen["moved"]] == [
        ("vessel", 215, 260),
        ("union", None, 9),
    ]
    assert seen["problems"][0].startswith("line 5: price")
    assert client.get(BOOK).json()["version"] == 1, "nothing is written by looking"
    kept = send(client, "import", table, base_version=seen["version"]).json()
    assert {each["key"]: each["price"] for each in kept["lines"]} == {"lid-lock": 14, "union": 9, "vessel": 260}
    assert send(client, "import", table, base_version=seen["version"]).status_code == 409


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_a_demo_is_priced_on_screen_as_by_its_file(client, name):
    state = client.post(f"/api/properties/demo/{name}").json()
    asked = {"revision": state["revision"]}
    parts = client.get(f"/api/properties/{state['id']}/parts", params=asked).json()
    plan = planned_and_priced(name)
    assert state["plan"]["price"]["total"]["value"] == pytest.approx(plan.price.total.value)
    assert [(each["key"], each["total"]) for each in parts] == [(each.key, each.total) for each in plan.parts]
    seen = client.get(f"/api/properties/{state['id']}/cistern-comparisons", params=asked).json()
    assert seen == compared_and_priced(name).model_dump(mode="json")


def test_the_book_goes_out_as_it_comes_in(client):
    client.post("/api/properties/demo/saltmarrow")
    table = client.get(f"{BOOK}/table.csv")
    assert table.headers["content-disposition"].startswith("attachment")
    seen = send(client, "preview", table.text).json()
    assert (seen["new"], seen["changed"], seen["refused"]) == (0, 0, 0)
    assert seen["same"] == len(client.get(BOOK).json()["lines"]) > 150


@pytest.mark.parametrize("text", ["", "rubbish", "key,unit\n", "key,unit,price\n" + '"' * 400_000])
@pytest.mark.parametrize("where", ["preview", "import"])
def test_what_is_no_table_is_refused_and_writes_nothing(client, where, text):
    refused = send(client, where, text, base_version=0)
    assert refused.status_code == 422
    assert client.get(BOOK).json()["version"] == 0


def test_a_demo_brings_its_prices_and_leaves_the_firms_own(client):
    put(client, line(price=1.0))
    client.post("/api/properties/demo/saltmarrow")
    lines = {(each["key"], each["currency"]): each["price"] for each in client.get(BOOK).json()["lines"]}
    assert lines["vessel", "€"] == 1.0
    assert ("labour", "€") in lines
    assert ("labour", "$") not in lines, "of its own currency"
    client.post("/api/properties/demo/brindle-landing")
    assert ("labour", "$") in {(each["key"], each["currency"]) for each in client.get(BOOK).json()["lines"]}
    terms = client.get(BOOK).json()["terms"]
    assert terms["margin"] == 0, "the firm had a book of its own already"


def test_a_property_file_takes_along_the_prices_that_it_uses(client):
    demo = client.post("/api/properties/demo/lantern-row").json()
    put(client, line("uv-lamp-unit", 640.0))
    file = client.get(f"/api/properties/{demo['id']}/file").json()
    keys = {each["key"] for each in file["price_book"]["lines"]}
    assert {"vessel", "labour", "tank-slim"} <= keys
    assert "uv-lamp-unit" not in keys
    assert file["price_book"]["terms"]["margin"] == 0.12
    assert len(keys) < len(demo_file("lantern-row").price_book.lines)
