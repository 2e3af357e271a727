"""Quotes: what was offered stands to the byte whatever is changed later, and what is otherwise is a change order."""

import hashlib
import uuid

import pytest
from sqlalchemy import text
from sqlalchemy.exc import DatabaseError

from tests.api.test_price_book import line, put
from tests.formats.report.papers_of_demos import tags_of, words_of

ACCEPTED = {"standing": "accepted"}


@pytest.fixture
def demo(client):
    """Without the quotes that it ships with."""
    stored = client.app.state.workshop.load_demo("saltmarrow")
    return client.get(f"/api/properties/{stored.id}").json()


@pytest.fixture
def quoted(client, demo):
    """The demo, and a quote of it that was accepted."""
    quote = make(client, demo)
    answered = client.put(f"{at(demo)}/{quote['id']}", json=ACCEPTED)
    assert answered.json()["standing"] == "accepted"
    return demo, answered.json()


def at(state):
    return f"/api/properties/{state['id']}/quotes"


def make(client, state, **more):
    answer = client.post(at(state), json={"base_revision": state["revision"], **more})
    assert answer.status_code == 201, answer.text
    return answer.json()


def change(client, state, *operations):
    now = client.get(f"/api/properties/{state['id']}").json()
    answer = client.post(
        f"/api/properties/{state['id']}/edits",
        json={
            "base_revision": now["revision"],
            "edit_id": str(uuid.uuid4()),
            "label": "Another design",
            "operations": list(operations),
        },
    )
    assert answer.status_code == 200, answer.text
    return answer.json()


def replace(path, value):
    return {"op": "replace", "path": path, "value": value}


def test_a_quote_says_what_the_plan_says_on_the_paper_that_was_asked_for(client, demo):
    quote = make(client, demo, paper="letter", note="As talked about on Tuesday.")
    total = demo["plan"]["price"]["total"]["value"]
    assert quote | {"id": "", "dated": "", "valid_until": ""} == {
        "id": "", "property_id": demo["id"], "number": "1", "change_of": None, "revision": demo["revision"],
        "name": "Saltmarrow", "alternative": "A", "dated": "", "valid_until": "",
        "note": "As talked about on Tuesday.",
        "currency": "€", "total": pytest.approx(total), "made_by": "", "standing": "open", "answered_by": "",
        "answered_on": None,
    }  # fmt: skip
    pdf = client.get(f"{at(demo)}/{quote['id']}/pdf")
    assert pdf.headers["content-type"] == "application/pdf"
    words = words_of(pdf.content)
    for said in ("Quote 1", "holds until", f"€{total:,.0f} for the supply", "As talked about on Tuesday.",
                 "A third is paid on acceptance", "Tarn & Gully",
                 demo["plan"]["verdict_parts"]["answer"]):  # fmt: skip
        assert said in words
    assert "/TH" in [kind for kind, _ in tags_of(pdf.content)]
    pages = client.get(f"{at(demo)}/{quote['id']}/pages").json()
    assert pages["paper"] == "letter"
    assert client.get(f"{at(demo)}/{quote['id']}/pages/{pages['pages']}").content.startswith(b"\x89PNG")
    past = client.get(f"{at(demo)}/{quote['id']}/pages/{pages['pages'] + 1}")
    assert past.status_code == 422
    assert make(client, demo)["number"] == "2"


def test_an_accepted_quote_is_the_same_to_the_byte_however_roof_book_and_tank_change(client, quoted):
    demo, quote = quoted
    address = f"{at(demo)}/{quote['id']}"
    before = hashlib.sha256(client.get(f"{address}/pdf").content).hexdigest()
    page = client.get(f"{address}/pages/1").content
    change(client, demo, replace("/roofs/2/on", False))
    put(client, line(price=990), terms=client.get("/api/price-book").json()["terms"] | {"margin": 0.3})
    change(client, demo, replace("/cistern/tanks/0/shape/diameter_m", 7.4))
    assert hashlib.sha256(client.get(f"{address}/pdf").content).hexdigest() == before
    assert client.get(f"{address}/pages/1").content == page
    assert client.get(at(demo)).json()["quotes"] == [quote]


def test_a_change_order_lists_exactly_what_was_changed_and_prices_it_as_agreed(client, quoted):
    demo, quote = quoted
    agreed = demo["plan"]["price"]
    parts = {each["key"]: each for each in client.get(f"/api/properties/{demo['id']}/parts?revision=1").json()}
    nothing = client.get(f"{at(demo)}/{quote['id']}/changes").json()
    assert (nothing["values"], nothing["parts"]) == ([], [])
    assert client.post(f"{at(demo)}/{quote['id']}/changes", json={"base_revision": 1}).status_code == 422
    # A dearer book and other terms change nothing that was agreed.
    put(client, line(price=990), line("tank-liner-m3", 200, unit="m3", name="Tank, by what it holds"),
        terms=client.get("/api/price-book").json()["terms"] | {"margin": 0.3})  # fmt: skip
    assert client.get(f"{at(demo)}/{quote['id']}/changes").json()["now"] == pytest.approx(nothing["now"])
    state = change(client, demo, replace("/roofs/2/on", False), replace("/cistern/tanks/0/shape/diameter_m", 7.4))
    found = client.get(f"{at(demo)}/{quote['id']}/changes").json()
    assert [(each["place"], each["was"], each["now"]) for each in found["values"]] == [
        ("Barn: in use", "yes", "no"),
        ("Liner tank: diameter", "6.9 m", "7.4 m"),
    ]
    after = {
        each["key"]: each
        for each in client.get(f"/api/properties/{demo['id']}/parts?revision={state['revision']}").json()
    }
    moved = {
        key
        for key in parts | after
        if parts.get(key, {"quantity": 0})["quantity"] != after.get(key, {"quantity": 0})["quantity"]
        or parts.get(key, {"name": ""})["name"] != after.get(key, {"name": ""})["name"]
    }
    assert len(found["parts"]) == len(moved)
    # The parts by their agreed prices, summed up by hand, with margin, contingency and tax on them.
    more = sum(each["costs"] for each in found["parts"])
    assert found["now"]["materials"] - agreed["materials"]["value"] == pytest.approx(more)
    labour = found["now"]["labour"] - agreed["labour"]["value"]
    assert found["now"]["total"] - agreed["total"]["value"] == pytest.approx((more + labour) * 1.12 * 1.05 * 1.1)
    assert "m³ left" in found["verdict_was"]
    assert found["verdict_now"] == state["plan"]["verdict"]


BARN = {
    "id": "barn",
    "name": "Barn",
    "downpipes": [{"id": "barn-a", "name": "Barn"}],
    "cistern": {"tanks": [{"id": "t", "name": "Barn tank", "shape": {"kind": "volume", "volume_l": 10_000}}]},
}


def priced_with_a_barn(client, demo):
    """The demo with a second supply, and every price that it lacks."""
    state = change(
        client,
        demo,
        {"op": "add", "path": "/supplies/-", "value": BARN},
        replace("/roofs/2/drains", [{"group": "barn-a", "share": 1.0}]),
        replace("/price/other", [{"id": "crane", "name": "Crane", "amount": 1_000.0}]),
    )
    bought = bought_for_all(client, state)
    lines = {each["key"]: each for each in bought["lines"]}
    put(client, *(line(lines[key]["book_key"], 5, unit=lines[key]["price_unit"], name=lines[key]["name"])
                  for key in bought["missing"]))  # fmt: skip
    return state


def bought_for_all(client, state):
    return client.get(f"/api/properties/{state['id']}/all-supplies/bought?revision={state['revision']}").json()


def test_of_a_property_with_several_supplies_all_are_offered_for_one_price(client, demo):
    state = priced_with_a_barn(client, demo)
    bought = bought_for_all(client, state)
    quote = make(client, state)
    assert quote["total"] == pytest.approx(bought["total"]["value"])
    words = words_of(client.get(f"{at(state)}/{quote['id']}/pdf").content)
    names = [state["document"]["supply"]["name"], "Barn"]
    for said in (f"€{quote['total']:,.0f} for the 2 supplies", state["plan"]["together"]["verdict"],
                 ", ".join(names), "What is bought"):  # fmt: skip
        assert said in words
    for name in names:
        assert f"The report that it rests on: {name}" in words
    assert words.count("stands in the price of all supplies") == 2, "each report leaves the price to the front"
    for line_of_it in bought["lines"]:
        assert line_of_it["quantity"] <= 0 or f"{line_of_it['name']}:" in words
    client.put(f"{at(state)}/{quote['id']}", json=ACCEPTED)
    nothing = client.get(f"{at(state)}/{quote['id']}/changes").json()
    assert (nothing["values"], nothing["parts"]) == ([], [])
    assert nothing["now"] == pytest.approx(nothing["was"])
    later = change(
        client, state, replace("/supplies/0/cistern/tanks/0/name", "Tank at the barn"),
        replace("/cistern/tanks/0/shape/diameter_m", 7.4),
    )  # fmt: skip
    found = client.get(f"{at(state)}/{quote['id']}/changes").json()
    assert {each["place"] for each in found["values"]} == {
        "Barn: Barn tank: name", f"{names[0]}: Liner tank: diameter",
    }  # fmt: skip
    assert found["now"]["total"] == pytest.approx(bought_for_all(client, later)["total"]["value"])
    order = client.post(f"{at(state)}/{quote['id']}/changes", json={"base_revision": later["revision"]}).json()
    assert ", ".join(names) in words_of(client.get(f"{at(state)}/{order['id']}/pdf").content)


def test_a_price_that_only_the_other_supply_lacks_is_asked_for(client, demo):
    state = priced_with_a_barn(client, demo)
    needed = [each for each in bought_for_all(client, state)["lines"] if each["total"] and not each["bought"]]
    key = next(each for each in needed if bought_for_all(client, state)["asked_by"][each["key"]] == ["Barn"])
    put(client, remove=[{"key": key["book_key"], "currency": "€"}])
    refused = client.post(at(state), json={"base_revision": state["revision"]})
    assert refused.status_code == 422
    assert key["name"] in refused.json()["errors"][0]["message"]


def test_change_orders_follow_one_another_and_are_frozen_as_well(client, quoted):
    demo, quote = quoted
    address = f"{at(demo)}/{quote['id']}"
    state = change(client, demo, replace("/cistern/tanks/0/shape/diameter_m", 7.4))
    asked = {"base_revision": state["revision"], "note": "A wider tank."}
    assert client.post(f"{address}/changes", json=asked | {"base_revision": 1}).status_code == 409
    order = client.post(f"{address}/changes", json=asked).json()
    assert (order["number"], order["change_of"], order["standing"]) == ("1/1", "1", "open")
    words = words_of(client.get(f"{at(demo)}/{order['id']}/pdf").content)
    assert "Change order 1/1 to quote 1" in words
    assert "Liner tank: diameter 6.9 m 7.4 m" in words
    again = client.post(f"{address}/changes", json=asked)
    assert again.status_code == 422
    assert "1/1" in again.json()["errors"][0]["message"]
    assert client.post(f"{at(demo)}/{order['id']}/changes", json=asked).status_code == 422
    client.put(f"{at(demo)}/{order['id']}", json=ACCEPTED)
    assert client.get(f"{address}/changes").json()["values"] == []
    back = change(client, demo, replace("/cistern/tanks/0/shape/diameter_m", 6.9))
    second = client.post(f"{address}/changes", json={"base_revision": back["revision"]}).json()
    assert second["number"] == "1/2"
    assert second["total"] == pytest.approx(quote["total"])
    assert "less than agreed" in words_of(client.get(f"{at(demo)}/{second['id']}/pdf").content)
    assert [each["number"] for each in client.get(at(demo)).json()["quotes"]] == ["1", "1/1", "1/2"]


def test_what_was_accepted_stays_accepted_and_only_one_of_a_site_is(client, quoted):
    demo, quote = quoted
    for standing in ("open", "declined", "withdrawn"):
        answer = client.put(f"{at(demo)}/{quote['id']}", json={"standing": standing})
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["field"] == "standing"
    other = make(client, demo)
    assert client.put(f"{at(demo)}/{other['id']}", json=ACCEPTED).status_code == 422
    declined = client.put(f"{at(demo)}/{other['id']}", json={"standing": "declined"}).json()
    assert declined["answered_on"] is not None
    opened = client.put(f"{at(demo)}/{other['id']}", json={"standing": "open"}).json()
    assert opened["answered_on"] is None


def test_the_database_itself_lets_no_quote_change(client, quoted):
    demo, quote = quoted
    other = make(client, demo)
    engine = client.app.state.workshop.engine
    for statement in (
        "UPDATE quotes SET total = 1", "UPDATE quotes SET pdf = x'00'", "UPDATE quotes SET number = 7",
        f"UPDATE quotes SET standing = 'open' WHERE id = '{quote['id']}'",
    ):  # fmt: skip
        with pytest.raises(DatabaseError, match="never changes"), engine.begin() as connection:
            connection.execute(text(statement))
    with engine.begin() as connection:
        connection.execute(text(f"UPDATE quotes SET standing = 'declined' WHERE id = '{other['id']}'"))


def test_nothing_is_offered_without_all_its_prices(client, demo):
    put(client, remove=[{"key": "vessel", "currency": "€"}])
    refused = client.post(at(demo), json={"base_revision": demo["revision"]})
    assert refused.status_code == 422
    assert refused.json()["errors"] == [
        {
            "field": "price",
            "message": "is missing for 1 of what is needed; enter it, or leave it out: Pressure vessel, 200 L",
        }
    ]
    assert client.get(at(demo)).json() == {"quotes": []}


def test_a_property_without_a_book_is_asked_for_prices(client):
    bare = client.post("/api/properties", json={"name": "Bare", "roof_area_m2": 100, "people": 2}).json()
    refused = client.post(at(bare), json={"base_revision": 1})
    assert refused.json()["errors"] == [
        {"field": "price", "message": "is needed for a quote; enter prices, or bring in a price book"}
    ]


def test_a_design_that_moved_on_is_not_offered_unseen(client, demo):
    change(client, demo, replace("/pump/vessel_l", 300))
    late = client.post(at(demo), json={"base_revision": demo["revision"]})
    assert late.status_code == 409


def test_a_quote_is_of_its_site_and_goes_with_it(client, quoted):
    demo, quote = quoted
    beside = client.post(f"/api/properties/{demo['id']}/alternatives", json={"name": "B"}).json()
    assert client.get(at(beside)).json()["quotes"] == [quote]
    second = make(client, beside)
    assert second["alternative"] == "B"
    stranger = client.post("/api/properties/demo/lantern-row").json()
    for address in ("", "/pdf", "/pages", "/changes"):
        assert client.get(f"{at(stranger)}/{quote['id']}{address}").status_code in (404, 405)
    assert client.put(f"{at(stranger)}/{quote['id']}", json={"standing": "declined"}).status_code == 404
    client.delete(f"/api/properties/{beside['id']}")
    assert len(client.get(at(demo)).json()["quotes"]) == 2
    client.delete(f"/api/properties/{demo['id']}")
    engine = client.app.state.workshop.engine
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT count(*) FROM quotes")) == 0
