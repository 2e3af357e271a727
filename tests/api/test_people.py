"""Who is let in: passwords, roles, owners' links, and what a stranger tries."""

import datetime as dt
import io
import json
import zipfile

import pytest
from fastapi.routing import APIRoute
from fastapi.testclient import TestClient

from lean_year.api.admission import OFFICE_ONLY, OWNER_MAY, PROPERTY, may
from lean_year.api.app import create_app
from lean_year.api.security import Reach
from lean_year.store import people
from lean_year.store.database import open_database
from lean_year.store.people import Visitor
from tests.formats.test_pictures import four_corners, written

PASSWORDS = {"Ada Finch": "a river in the hills", "Site Crew": "mud on both boots", "Olm": "cupboard under stairs"}
OPEN = {"/api/health", "/api/who", "/api/sign-in", "/api/sign-out", "/api/owner-link"}


@pytest.fixture(scope="module")
def engine(tmp_path_factory):
    engine = open_database(tmp_path_factory.mktemp("firm"))
    for name, role in (("Ada Finch", "office"), ("Site Crew", "site"), ("Olm", "office")):
        people.add_person(engine, name, role, PASSWORDS[name])
    yield engine
    engine.dispose()


@pytest.fixture
def firm(engine):
    """A server at which people sign in, and a way to make browsers for it."""
    app = create_app(engine, Reach(("rain.firm.example",), asks_who=True))

    def browser(name=None, *, address="10.0.0.7"):
        client = TestClient(app, base_url="http://192.168.7.20:8765", client=(address, 40_000))
        if name is not None:
            answer = client.post("/api/sign-in", json={"name": name, "password": PASSWORDS[name]})
            assert answer.status_code == 200, answer.text
        return client

    return browser


@pytest.fixture
def prop(firm):
    return firm("Ada Finch").post("/api/properties/demo/saltmarrow").json()["id"]


def _routes(engine):
    app = create_app(engine, Reach(asks_who=True))
    paths = app.openapi()["paths"]
    return sorted((method.upper(), path) for path, methods in paths.items() for method in methods)


def _filled(path):
    return (
        path.replace("{property_id}", "x")
        .replace("{name}", "harvest")
        .replace("{job_id}", "x")
        .replace("{revision}", "1")
    )


def test_every_address_but_those_of_signing_in_asks_for_it(engine, firm):
    stranger = firm()
    routes = _routes(engine)
    assert len(routes) > 30
    for method, path in routes:
        answer = stranger.request(method, _filled(path))
        if path in OPEN:
            assert answer.status_code != 401 or path == "/api/sign-in", path
        else:
            assert answer.status_code == 401, (method, path, answer.status_code)


def test_what_each_role_may_do_is_said_of_every_address(engine):
    """A new address is closed to owners and open to the site until somebody decides otherwise here."""
    owner, site, office = (Visitor("x", role, property_id="p") for role in ("owner", "site", "office"))
    routes = set(_routes(engine))
    assert routes >= OWNER_MAY | OFFICE_ONLY, "a rule that names an address which is not there rules nothing"
    for method, path in routes:
        own = "p" if "{property_id}" in path else None
        assert may(office, method, path, own)
        assert may(site, method, path, own) == ((method, path) not in OFFICE_ONLY)
        assert may(owner, method, path, own) == ((method, path) in OWNER_MAY)
        if own:
            assert not may(owner, method, path, "another")
    assert ("DELETE", PROPERTY) in OFFICE_ONLY
    assert not any(method in ("PUT", "DELETE") for method, _ in OWNER_MAY)


def test_signing_in_works_and_signing_out_ends_it(firm, prop):
    browser = firm("Ada Finch")
    assert browser.get("/api/who").json() == {
        "asked": True, "name": "Ada Finch", "role": "office", "property_id": None, "shortest_password": 12,
    }  # fmt: skip
    assert browser.get(f"/api/properties/{prop}").status_code == 200
    carried = dict(browser.cookies)
    browser.post("/api/sign-out")
    assert browser.get(f"/api/properties/{prop}").status_code == 401
    browser.cookies.update(carried)
    assert browser.get(f"/api/properties/{prop}").status_code == 401, "a word that was signed out opens nothing"


def test_a_name_is_found_whatever_its_case(firm):
    browser = firm()
    answer = browser.post("/api/sign-in", json={"name": "  ada  FINCH ", "password": PASSWORDS["Ada Finch"]})
    assert answer.json()["name"] == "Ada Finch"


def test_the_cookie_is_out_of_reach_of_scripts_and_of_other_sites(engine, firm):
    answer = firm().post("/api/sign-in", json={"name": "Olm", "password": PASSWORDS["Olm"]})
    said = answer.headers["set-cookie"].lower()
    assert "httponly" in said
    assert "samesite=strict" in said
    assert "secure" not in said, "without TLS a browser would not take it"
    behind = TestClient(create_app(engine, Reach((), True, True)), base_url="https://192.168.7.20")
    answer = behind.post("/api/sign-in", json={"name": "Olm", "password": PASSWORDS["Olm"]})
    said = answer.headers["set-cookie"]
    assert said.startswith("__Host-")
    assert "secure" in said.lower()
    assert "max-age" in answer.headers["strict-transport-security"]


def test_a_word_that_was_there_before_signing_in_is_not_taken_over(firm):
    """Fixation: a stranger who planted a word in somebody's browser knows nothing once they have signed in."""
    browser = firm()
    browser.cookies.set("lean-year", "planted", domain="192.168.7.20", path="/")
    browser.post("/api/sign-in", json={"name": "Olm", "password": PASSWORDS["Olm"]})
    stranger = firm()
    stranger.cookies.set("lean-year", "planted")
    assert stranger.get("/api/properties").status_code == 401
    first = dict(browser.cookies)["lean-year"]
    browser.post("/api/sign-in", json={"name": "Olm", "password": PASSWORDS["Olm"]})
    stranger.cookies.set("lean-year", first)
    assert stranger.get("/api/properties").status_code == 401, "the one before ends with a new sign-in"


def test_a_change_asked_for_by_another_sites_page_is_refused(firm, prop):
    browser = firm("Ada Finch")
    body = {"base_revision": 1, "direction": "undo"}
    for origin in ("http://evil.example", "null", "http://192.168.7.21:8765", "https://192.168.7.20:8765"):
        answer = browser.post(f"/api/properties/{prop}/steps", json=body, headers={"origin": origin})
        assert answer.status_code == 403


@pytest.mark.parametrize("host", ["evil.example", "192.168.7.20.evil.example", "", "rain.firm.example.evil.example"])
def test_a_name_that_somebody_else_points_here_is_refused(firm, host):
    """Rebinding: a stranger's page whose name suddenly leads to this address."""
    assert firm("Ada Finch").get("/api/properties", headers={"host": host}).status_code == 400


@pytest.mark.parametrize("host", ["rain.firm.example", "RAIN.firm.example:443", "[fd00::7]:8765", "localhost:8765"])
def test_its_own_names_and_addresses_are_answered(firm, host):
    assert firm().get("/api/health", headers={"host": host}).status_code == 200


def test_guessing_is_stopped_and_does_not_lock_out_the_person_guessed_at(firm):
    stranger = firm(address="203.0.113.9")
    answers = [stranger.post("/api/sign-in", json={"name": "Ada Finch", "password": f"guess {n}"}) for n in range(14)]
    assert [each.status_code for each in answers] == [401] * 10 + [429] * 4
    assert "wait" in answers[-1].json()["errors"][0]["message"]
    for name in range(60):
        last = stranger.post("/api/sign-in", json={"name": f"person {name}", "password": "guess"})
    assert last.status_code == 429, "another name each time does not help either"
    assert firm("Ada Finch", address="10.0.0.8").get("/api/properties").status_code == 200


def test_a_refusal_does_not_say_which_names_there_are(firm):
    browser = firm(address="10.0.1.1")
    wrong = browser.post("/api/sign-in", json={"name": "Ada Finch", "password": "wrong"})
    nobody = browser.post("/api/sign-in", json={"name": "Nobody", "password": "wrong"})
    assert wrong.status_code == nobody.status_code == 401
    assert wrong.json() == nobody.json()


def test_signing_out_everywhere_ends_every_browser_of_that_person_alone(firm):
    phone, desk, other = firm("Ada Finch"), firm("Ada Finch"), firm("Olm")
    desk.post("/api/sign-out-everywhere")
    assert phone.get("/api/properties").status_code == 401
    assert desk.get("/api/properties").status_code == 401
    assert other.get("/api/properties").status_code == 200


def test_a_changed_password_ends_the_browsers_that_had_the_old_one(engine, firm):
    people.add_person(engine, "Wren", "office", "before before before")
    try:
        PASSWORDS["Wren"] = "before before before"
        phone, desk = firm("Wren"), firm("Wren")
        short = desk.post("/api/password", json={"password": PASSWORDS["Wren"], "new_password": "short"})
        assert short.status_code == 422
        wrong = desk.post("/api/password", json={"password": "wrong", "new_password": "after after after"})
        assert wrong.status_code == 401
        assert phone.get("/api/properties").status_code == 200
        changed = desk.post(
            "/api/password", json={"password": PASSWORDS["Wren"], "new_password": "after after after"}
        )
        assert changed.status_code == 200
        assert desk.get("/api/properties").status_code == 200
        assert phone.get("/api/properties").status_code == 401
        old = phone.post("/api/sign-in", json={"name": "Wren", "password": "before before before"})
        assert old.status_code == 401
    finally:
        del PASSWORDS["Wren"]
        people.remove_person(engine, "Wren")


def test_a_removed_person_is_out_at_once(engine, firm):
    people.add_person(engine, "Gone", "office", "here for a while")
    PASSWORDS["Gone"] = "here for a while"
    browser = firm("Gone")
    people.remove_person(engine, "Gone")
    assert browser.get("/api/properties").status_code == 401
    answer = browser.post("/api/sign-in", json={"name": "Gone", "password": PASSWORDS.pop("Gone")})
    assert answer.status_code == 401


def test_a_browser_that_is_not_used_for_long_is_signed_out(firm, monkeypatch):
    def on(day):
        monkeypatch.setattr(people, "now", lambda: dt.datetime.fromisoformat(day))

    on("2026-01-01")
    browser = firm("Olm")
    on("2026-01-30")
    assert browser.get("/api/properties").status_code == 200
    on("2026-02-28")
    assert browser.get("/api/properties").status_code == 200, "each use counts anew"
    on("2026-03-31")
    assert browser.get("/api/properties").status_code == 401


def test_every_change_says_who_made_it(firm, prop):
    crew = firm("Site Crew")
    state = crew.get(f"/api/properties/{prop}").json()
    edit = {
        "base_revision": state["revision"],
        "edit_id": "by-the-crew",
        "label": "Name",
        "operations": [{"op": "replace", "path": "/name", "value": "Saltmarrow by the crew"}],
    }
    assert crew.post(f"/api/properties/{prop}/edits", json=edit).status_code == 200
    listed = firm("Ada Finch").get(f"/api/properties/{prop}/revisions").json()["revisions"]
    assert listed[0]["made_by"] == "Site Crew"


def test_the_site_may_not_remove_a_property_nor_hand_it_out(firm, prop):
    crew = firm("Site Crew")
    assert crew.delete(f"/api/properties/{prop}").status_code == 403
    assert crew.post(f"/api/properties/{prop}/links", json={"given_to": "Me"}).status_code == 403
    assert crew.get(f"/api/properties/{prop}").status_code == 200


def test_an_owners_link_opens_one_property_to_be_read_until_it_is_withdrawn(firm, prop):
    office = firm("Ada Finch")
    other = office.post("/api/properties", json={"name": "Other", "roof_area_m2": 90, "people": 2}).json()["id"]
    address = office.post(f"/api/properties/{prop}/links", json={"given_to": "The owners"}).json()["address"]
    token = address.partition("#")[2]
    assert len(token) >= 43, "256 bits"
    assert "#" in address, "what stands behind it is sent to no server and written in no log"

    owner = firm()
    assert owner.post("/api/owner-link", json={"token": token}).json() == {"property_id": prop}
    assert owner.get("/api/who").json()["role"] == "owner"
    assert owner.get(f"/api/properties/{prop}").status_code == 200
    for method, path in (
        ("GET", "/api/properties"),
        ("GET", f"/api/properties/{other}"),
        ("GET", f"/api/properties/{prop}/revisions"),
        ("GET", f"/api/properties/{prop}/links"),
        ("POST", f"/api/properties/{prop}/edits"),
        ("POST", f"/api/properties/{prop}/steps"),
        ("DELETE", f"/api/properties/{prop}"),
    ):
        assert owner.request(method, path).status_code == 403, (method, path)

    links = office.get(f"/api/properties/{prop}/links").json()
    assert [each["given_to"] for each in links] == ["The owners"]
    assert token not in str(links), "the link itself is shown once"
    assert office.delete(f"/api/properties/{other}/links/{links[0]['id']}").status_code == 404
    assert office.delete(f"/api/properties/{prop}/links/{links[0]['id']}").status_code == 204
    assert owner.get(f"/api/properties/{prop}").status_code == 401
    assert firm().post("/api/owner-link", json={"token": token}).status_code == 404


def test_without_people_everything_is_as_on_ones_own_machine(client):
    who = {"asked": False, "name": "", "role": None, "property_id": None, "shortest_password": 12}
    assert client.get("/api/who").json() == who
    assert client.get("/api/properties").status_code == 200
    assert client.get("/api/properties", headers={"host": "192.168.7.20"}).status_code == 400


def test_what_the_database_holds_opens_nothing(engine, firm):
    """Whoever has a copy of the database has neither a password nor a word that a browser carries."""
    browser = firm("Olm")
    token = dict(browser.cookies)["lean-year"]
    with engine.connect() as connection:
        dump = "\n".join(connection.connection.driver_connection.iterdump())
    assert token not in dump
    assert not any(password in dump for password in PASSWORDS.values())
    assert "$argon2id$" in dump


def test_every_route_of_the_api_is_described(engine):
    """The test above goes by the description; a route that it leaves out would be guarded by no test."""
    app = create_app(engine)
    described = set(app.openapi()["paths"])
    served = {route.path for route in app.routes if isinstance(route, APIRoute) and route.path.startswith("/api/")}
    assert served <= described


def test_an_owner_sees_the_one_design_and_its_photos_and_none_of_the_firms_other_alternatives(firm, prop):
    office, owner = firm("Ada Finch"), firm()
    other = office.post(f"/api/properties/{prop}/alternatives", json={"name": "Cheap one"}).json()["id"]
    picture = written(four_corners())
    assert office.put(f"/api/properties/{prop}/photos/yard", content=picture).status_code == 200
    address = office.post(f"/api/properties/{prop}/links", json={"given_to": "The owners"}).json()["address"]
    owner.post("/api/owner-link", json={"token": address.partition("#")[2]})
    assert owner.get(f"/api/properties/{prop}").json()["alternatives"] == []
    assert owner.get(f"/api/properties/{prop}/photos/yard").content == picture
    for what in ("file", "bundle"):
        answer = owner.get(f"/api/properties/{prop}/{what}")
        assert answer.status_code == 200
        assert b"Cheap one" not in answer.content
    with zipfile.ZipFile(io.BytesIO(owner.get(f"/api/properties/{prop}/bundle").content)) as bundle:
        assert json.loads(bundle.read("property.json"))["alternatives"] == []
    for method, path in (
        ("GET", f"{prop}/beside?other={other}"),
        ("GET", other),
        ("POST", f"{prop}/alternatives"),
        ("PUT", f"{prop}/alternative"),
        ("PUT", f"{prop}/photos/another"),
        ("POST", "bundle"),
    ):
        assert owner.request(method, f"/api/properties/{path}").status_code == 403, (method, path)


def test_what_the_firm_pays_and_adds_is_none_of_an_owners_business(firm, prop):
    office, owner = firm("Ada Finch"), firm()
    state = office.get(f"/api/properties/{prop}").json()
    assert state["plan"]["price"]["total"]["value"] > 10_000
    changed = {"name": "Vessel", "paid": 98.76}
    edit = {
        "base_revision": state["revision"],
        "edit_id": "paid-and-margin",
        "label": "Paid",
        "operations": [
            {"op": "add", "path": "/parts/changed/vessel", "value": changed},
            {"op": "replace", "path": "/price/margin", "value": 0.4321},
        ],
    }
    assert office.post(f"/api/properties/{prop}/edits", json=edit).status_code == 200
    address = office.post(f"/api/properties/{prop}/links", json={"given_to": "The owners"}).json()["address"]
    owner.post("/api/owner-link", json={"token": address.partition("#")[2]})
    seen = owner.get(f"/api/properties/{prop}")
    plan = seen.json()["plan"]
    asked = {"revision": seen.json()["revision"]}
    parts = owner.get(f"/api/properties/{prop}/parts", params=asked).json()
    assert {line["unit_price"] for line in parts} == {None}
    assert plan["price"]["total"]["value"] == plan["price"]["margin"]["value"] == 0
    assert len(parts) == 100, "what is built in is theirs to know"
    by_revision = ("/parts", "/cistern-comparisons", "/all-supplies/bought")
    for what in ("", "/file", "/bundle", *by_revision):
        given = owner.get(f"/api/properties/{prop}{what}", params=asked if what in by_revision else {})
        assert given.status_code == 200, what
        answer = given.content
        if what == "/bundle":
            with zipfile.ZipFile(io.BytesIO(answer)) as bundle:
                answer = bundle.read("property.json")
        assert b"98.76" not in answer
        assert b"0.4321" not in answer
        assert b"Quay Plumbing" not in answer
    assert owner.get("/api/price-book").status_code == 403
    assert b"98.76" in office.get(f"/api/properties/{prop}/file").content
