"""Many hands at once: of all who edit the same revision, one wins and the others are told."""

import threading
import uuid

import pytest

from lean_year.api.workshop import Workshop
from lean_year.store import properties
from lean_year.store.backups import backup, restore
from lean_year.store.database import open_database
from tests.farm import resize

HANDS = 8


@pytest.fixture
def workshop(tmp_path):
    engine = open_database(tmp_path / "data")
    yield Workshop(engine)
    engine.dispose()


def replace(path, value):
    return [{"op": "replace", "path": path, "value": value}]


def at_once(work):
    """Run the work of all hands at the same moment; their results in order."""
    results = [None] * HANDS
    barrier = threading.Barrier(HANDS)

    def hand(number):
        barrier.wait()
        try:
            results[number] = work(number)
        except Exception as error:
            results[number] = error

    hands = [threading.Thread(target=hand, args=(number,)) for number in range(HANDS)]
    for each in hands:
        each.start()
    for each in hands:
        each.join()
    return results


def test_of_many_edits_on_one_revision_exactly_one_is_kept(workshop):
    demo = workshop.load_demo("saltmarrow")

    def edit(number):
        return workshop.edit(demo.id, 1, str(uuid.uuid4()), "Tank", [resize(90_000 + number)])

    results = at_once(edit)
    kept = [result for result in results if isinstance(result, tuple)]
    late = [result for result in results if isinstance(result, properties.StaleRevision)]
    assert (len(kept), len(late)) == (1, HANDS - 1)
    standing = workshop.stored(demo.id)
    assert standing.revision == 2
    assert standing.document == kept[0][0].document


def test_the_same_edit_sent_by_many_is_kept_once(workshop):
    demo = workshop.load_demo("saltmarrow")
    results = at_once(lambda _: workshop.edit(demo.id, 1, "same-edit-id", "Tank", [resize(91_000)]))
    assert all(isinstance(result, tuple | properties.StaleRevision) for result in results), (
        "a repeat is answered with how it stands, or told that it came late"
    )
    assert workshop.stored(demo.id).revision == 2


def test_many_who_load_the_demo_at_once_get_the_same_one(workshop):
    results = at_once(lambda _: workshop.load_demo("saltmarrow").id)
    assert len(set(results)) == 1
    assert len(workshop.listed()) == 1


def test_edits_of_many_properties_do_not_hinder_each_other(workshop):
    ids = [
        workshop.bring_in(workshop.file_of(workshop.load_demo("saltmarrow").id), label="x").id for _ in range(HANDS)
    ]

    def edit_three_times(number):
        for revision in (1, 2, 3):
            operations = replace("/household/residents", float(revision))
            workshop.edit(ids[number], revision, str(uuid.uuid4()), "People", operations)
        return workshop.stored(ids[number]).revision

    assert at_once(edit_three_times) == [4] * HANDS


def test_a_restored_database_is_not_answered_from_memory(workshop, tmp_path):
    demo = workshop.load_demo("saltmarrow")
    workshop.edit(demo.id, 1, str(uuid.uuid4()), "Tank", [resize(90_000)])
    backup(tmp_path / "data", tmp_path / "kept")
    workshop.step(demo.id, 2, "undo")
    workshop.edit(demo.id, 1, str(uuid.uuid4()), "Tank", [resize(60_000)])
    restore(tmp_path / "data", tmp_path / "kept")
    stored = workshop.stored(demo.id)
    assert stored.document.cistern.gross_l == pytest.approx(90_000)
    assert workshop.plan(stored.document).plan.cistern.figures["tank_l"].value == stored.document.cistern.gross_l


def test_a_failing_edit_leaves_the_undo_chain_whole(workshop):
    from lean_year.core.errors import InputError

    demo = workshop.load_demo("saltmarrow")
    stored, _ = workshop.edit(demo.id, 1, str(uuid.uuid4()), "Tank", [resize(90_000)])
    for bad in ([resize(-1)], replace("/nowhere", 1), replace("/roofs/0/runoff", 2)):
        with pytest.raises(InputError):
            workshop.edit(demo.id, stored.revision, str(uuid.uuid4()), "Bad", bad)
    back, _ = workshop.step(demo.id, stored.revision, "undo")
    assert back.document == demo.document
    with pytest.raises(properties.NothingToDo):
        workshop.step(demo.id, back.revision, "undo")


def test_a_long_history_is_walked_to_its_first_revision_and_back(workshop):
    demo = workshop.load_demo("saltmarrow")
    for revision in range(1, 31):
        operations = [resize(60_000.0 + revision)]
        workshop.edit(demo.id, revision, str(uuid.uuid4()), "Tank", operations)
    for revision in range(31, 1, -1):
        stored, _ = workshop.step(demo.id, revision, "undo")
    assert (stored.revision, stored.document) == (1, demo.document)
    for revision in range(1, 31):
        stored, _ = workshop.step(demo.id, revision, "redo")
    assert (stored.revision, stored.document.cistern.gross_l) == (31, pytest.approx(60_030))
    assert not stored.can_redo
