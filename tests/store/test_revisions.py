"""Every revision is reached, whatever branch it is on: list, names, ways from one to another."""

import pytest

from lean_year.store import properties, revisions
from lean_year.store.database import open_database
from lean_year.store.properties import NothingToDo, StaleRevision, UnknownProperty
from tests.store.test_store import SUMMARY, add, move_head, put


@pytest.fixture
def engine(tmp_path):
    engine = open_database(tmp_path)
    yield engine
    engine.dispose()


@pytest.fixture
def branched(engine):
    """1 - 2 - 3, back to 1, then 4 on 1: the property `p`. Another one, `q`, stands beside it."""
    put(engine, "q")
    first = put(engine)
    second = add(engine, first, 9_000, "edit-0002")
    third = add(engine, second, 8_000, "edit-0003")
    back = move_head(engine, "p", base=third.revision, target=1, summary=SUMMARY)
    add(engine, back, 7_000, "edit-0004")
    return engine


def numbers(engine, **asked):
    return [each.number for each in revisions.list_revisions(engine, "p", **({"before": None, "limit": 9} | asked))]


def test_all_are_listed_the_latest_first_each_with_what_it_was_made_from(branched):
    listed = revisions.list_revisions(branched, "p", before=None, limit=9)
    assert [(each.number, each.parent, each.label) for each in listed] == [
        (4, 1, "Tank 7000"),
        (3, 2, "Tank 8000"),
        (2, 1, "Tank 9000"),
        (1, None, "New"),
    ]
    assert {each.verdict for each in listed} == {"Verdict."}
    assert numbers(branched, limit=2) == [4, 3]
    assert numbers(branched, before=3) == [2, 1]
    with pytest.raises(UnknownProperty):
        revisions.list_revisions(branched, "none", before=None, limit=9)


def test_ways_between_are_what_only_the_one_or_only_the_other_has(branched):
    assert revisions.ways_between(branched, "p", 3, 4) == (["Tank 8000", "Tank 9000"], ["Tank 7000"])
    assert revisions.ways_between(branched, "p", 1, 3) == ([], ["Tank 9000", "Tank 8000"])
    assert revisions.ways_between(branched, "p", 3, 1) == (["Tank 8000", "Tank 9000"], [])
    assert revisions.ways_between(branched, "p", 2, 2) == ([], [])
    for pair in ((1, 9), (9, 1)):
        with pytest.raises(UnknownProperty):
            revisions.ways_between(branched, "p", *pair)


def names(engine, property_id="p"):
    listed = revisions.list_revisions(engine, property_id, before=None, limit=9)
    return {each.number: each.name for each in listed if each.name}


def test_a_name_is_given_changed_and_taken_away_from_that_revision_alone(branched):
    for number, name in ((1, "First talk"), (2, "As quoted"), (3, "Cheaper")):
        revisions.name_revision(branched, "p", number, name)
    revisions.name_revision(branched, "q", 1, "Of the other")
    revisions.name_revision(branched, "p", 2, "As built")
    assert names(branched) == {1: "First talk", 2: "As built", 3: "Cheaper"}
    revisions.name_revision(branched, "p", 2, "")
    assert names(branched) == {1: "First talk", 3: "Cheaper"}
    assert names(branched, "q") == {1: "Of the other"}
    with pytest.raises(UnknownProperty):
        revisions.name_revision(branched, "p", 9, "None")


def test_a_step_leads_to_the_parent_or_the_latest_child_and_never_from_an_old_head(branched):
    def target(direction, base):
        return properties.step_target(branched, "p", base, direction)[0]

    assert target("undo", 4) == 1
    with pytest.raises(NothingToDo):
        target("redo", 4)
    move_head(branched, "p", base=4, target=1, summary=SUMMARY)
    assert target("redo", 1) == 4
    with pytest.raises(NothingToDo):
        target("undo", 1)
    with pytest.raises(StaleRevision) as stale:
        target("redo", 3)
    assert stale.value.head == 1
    with pytest.raises(StaleRevision):
        move_head(branched, "p", base=3, target=2, summary=SUMMARY)


def test_an_edit_on_another_head_is_refused_and_one_sent_twice_is_kept_once(branched):
    document = properties.load_revision(branched, "p", 4)
    assert properties.base_of_edit(branched, "p", 4, "edit-0003") is None
    assert properties.base_of_edit(branched, "p", 2, "edit-new") == properties.load_revision(branched, "p", 2)
    assert properties.base_of_edit(branched, "q", 1, "edit-0003") is not None, "another property's edit is another"
    with pytest.raises(UnknownProperty):
        properties.base_of_edit(branched, "p", 9, "edit-new")
    with pytest.raises(UnknownProperty):
        properties.load_revision(branched, "p", 9)
    stored = properties.load_property(branched, "p")
    with pytest.raises(StaleRevision):
        add(branched, properties.Stored("p", 3, "", document, True, True, None, ()), 5_000, "edit-0005")
    assert add(branched, stored, 5_000, "edit-0004") is None
    assert numbers(branched) == [4, 3, 2, 1]


def test_the_list_has_the_last_changed_first(branched):
    assert [(each.id, each.revision) for each in properties.list_properties(branched)] == [("p", 4), ("q", 1)]
    add(branched, properties.load_property(branched, "q"), 6_000, "edit-0001")
    listed = properties.list_properties(branched)
    assert [(each.id, each.revision) for each in listed] == [("q", 2), ("p", 4)]
    assert (listed[0].name, listed[0].place, listed[0].summary, listed[0].years) == (
        SUMMARY.name,
        SUMMARY.place,
        SUMMARY.summary,
        SUMMARY.years,
    )


def test_a_demo_is_found_by_its_name_alone(engine):
    from lean_year.store.database import writing

    document = put(engine, "plain").document
    for name in ("alpha", "beta"):
        with writing(engine) as session:
            properties.add_property(session, f"of-{name}", document, "Demo", SUMMARY, demo=name)
    assert [properties.find_demo(engine, name) for name in ("alpha", "beta", "aardvark", "zulu")] == [
        "of-alpha",
        "of-beta",
        None,
        None,
    ]
