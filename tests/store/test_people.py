"""People, sign-ins and links, straight at the database. What a browser sees of them: `tests/api/test_people.py`."""

import datetime as dt

import pytest

from lean_year.core.errors import InputError
from lean_year.store import people, properties
from lean_year.store.database import open_database
from lean_year.store.people import UnknownLink, UnknownPerson, Visitor
from lean_year.store.properties import UnknownProperty
from tests.store.test_store import put

PASSWORD = "a river in the hills"


@pytest.fixture
def engine(tmp_path):
    engine = open_database(tmp_path)
    people.add_person(engine, "Ada  Finch ", "office", PASSWORD)
    people.add_person(engine, "Bo", "site", "another one altogether")
    yield engine
    engine.dispose()


def signed_in(engine, name="Ada Finch", password=PASSWORD):
    person_id = people.password_is_right(engine, name, password)
    assert person_id is not None
    return people.sign_in(engine, person_id)


def test_nobody_can_sign_in_before_somebody_is_added(tmp_path, engine):
    empty = open_database(tmp_path / "empty")
    assert not people.anybody(empty)
    assert people.anybody(engine)
    empty.dispose()
    assert [(each.name, each.role) for each in people.list_people(engine)] == [
        ("Ada Finch", "office"),
        ("Bo", "site"),
    ]


@pytest.mark.parametrize("length", [11, 201])
def test_a_password_has_12_to_200_characters(engine, length):
    with pytest.raises(InputError, match="12 to 200"):
        people.set_password(engine, "Bo", "x" * length)
    for allowed in (12, 200):
        people.set_password(engine, "Bo", "x" * allowed)


@pytest.mark.parametrize("name", ["", "  ", "x" * 81, "a\x07b"])
def test_a_name_has_1_to_80_characters_that_can_be_shown(engine, name):
    with pytest.raises(InputError, match="1 to 80"):
        people.add_person(engine, name, "office", PASSWORD)


def test_only_the_right_name_with_the_right_password_is_let_in(engine):
    ada = people.password_is_right(engine, "ADA finch", PASSWORD)
    bo = people.password_is_right(engine, "Bo", "another one altogether")
    assert ada
    assert bo
    assert ada != bo
    for name, password in (
        ("Bo", PASSWORD),
        ("Ada Finch", "wrong"),
        ("Nobody", PASSWORD),
        ("", ""),
        ("\ud800", "\ud800"),
    ):
        assert people.password_is_right(engine, name, password) is None


def test_a_sign_in_is_that_persons_until_it_is_signed_out(engine):
    one, other, bo = signed_in(engine), signed_in(engine), signed_in(engine, "Bo", "another one altogether")
    assert len({one, other, bo}) == 3
    visitor = people.visitor(engine, one)
    assert (visitor.name, visitor.role, visitor.property_id) == ("Ada Finch", "office", None)
    assert people.visitor(engine, "made up") is None
    people.sign_out(engine, one)
    assert people.visitor(engine, one) is None
    assert people.visitor(engine, other) is not None
    people.sign_out_everywhere(engine, visitor.person_id)
    assert people.visitor(engine, other) is None
    assert people.visitor(engine, bo).role == "site"


def test_another_password_or_none_ends_that_persons_sign_ins_alone(engine):
    ada, bo = signed_in(engine), signed_in(engine, "Bo", "another one altogether")
    people.set_password(engine, "ada finch", "a lake in the plain")
    assert people.visitor(engine, ada) is None
    assert people.password_is_right(engine, "Ada Finch", "a lake in the plain")
    people.remove_person(engine, "BO")
    assert people.visitor(engine, bo) is None
    for ask in (people.remove_person, lambda engine, name: people.set_password(engine, name, PASSWORD)):
        with pytest.raises(UnknownPerson):
            ask(engine, "Bo")


@pytest.mark.parametrize(("days", "holds"), [(0, True), (30, True), (31, False)])
def test_one_that_is_not_used_for_thirty_days_ends(engine, monkeypatch, days, holds):
    token = signed_in(engine)
    later = people.now() + dt.timedelta(days=days)
    monkeypatch.setattr(people, "now", lambda: later)
    assert (people.visitor(engine, token) is not None) == holds
    signed_in(engine, "Bo", "another one altogether")
    monkeypatch.undo()
    assert (people.visitor(engine, token) is not None) == holds, "what has ended is swept away with the next sign-in"


def test_a_link_reads_its_property_until_it_is_withdrawn(engine):
    for property_id in ("p", "q"):
        put(engine, property_id)
    link, other = people.make_link(engine, "p", "Owners", "Ada Finch"), people.make_link(engine, "q", "Others", "Bo")
    token, property_id = people.sign_in_by_link(engine, link)
    assert property_id == "p"
    assert people.visitor(engine, token) == Visitor("Owners", "owner", None, "p")
    kept = people.list_links(engine, "p")
    assert [(each.given_to, each.made_by) for each in kept] == [("Owners", "Ada Finch")]
    with pytest.raises(UnknownLink):
        people.withdraw_link(engine, "q", kept[0].id)
    people.withdraw_link(engine, "p", kept[0].id)
    assert people.visitor(engine, token) is None
    assert people.list_links(engine, "p") == []
    with pytest.raises(UnknownLink):
        people.sign_in_by_link(engine, link)
    assert people.sign_in_by_link(engine, other)[1] == "q"
    properties.remove_property(engine, "q")
    with pytest.raises(UnknownLink):
        people.sign_in_by_link(engine, other)
    for ask in (lambda: people.make_link(engine, "none", "X", ""), lambda: people.list_links(engine, "none")):
        with pytest.raises(UnknownProperty):
            ask()
