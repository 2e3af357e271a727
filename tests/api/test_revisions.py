"""Every revision can be reached, named and compared, whatever branch it is on; the same edit is kept once."""

import uuid
from concurrent.futures import ThreadPoolExecutor


def go_back(client, demo, base, revision, edit_id=None):
    asked = {"base_revision": base, "revision": revision, "edit_id": edit_id or str(uuid.uuid4())}
    return client.post(f"/api/properties/{demo['id']}/back", json=asked)


def listed(client, demo, **asked):
    return client.get(f"/api/properties/{demo['id']}/revisions", params=asked).json()


def branched(client, demo, edit):
    """Ten edits, all undone, and one more: the ten are on a branch of their own."""
    for number in range(10):
        assert edit(demo["id"], 1 + number, "/cistern", 60_000 + 1_000 * number).status_code == 200
    for number in range(10):
        step = {"base_revision": 11 - number, "direction": "undo"}
        assert client.post(f"/api/properties/{demo['id']}/steps", json=step).status_code == 200
    assert edit(demo["id"], 1, "/name", "Other").json()["revision"] == 12


def test_what_was_undone_before_another_change_is_listed_and_can_stand_again(client, demo, edit):
    branched(client, demo, edit)
    found = listed(client, demo)
    assert [each["number"] for each in found["revisions"]] == list(range(12, 0, -1))
    assert [each["parent"] for each in found["revisions"]] == [1, *range(10, 0, -1), None]
    assert (found["standing"], found["more"]) == (12, False)
    assert found["revisions"][1]["label"] == "/cistern 69000"
    back = go_back(client, demo, 12, 11).json()
    assert back["revision"] == 13
    assert back["label"] == "Back to revision 11"
    assert back["document"]["name"] == demo["document"]["name"]
    undone = client.post(f"/api/properties/{demo['id']}/steps", json={"base_revision": 13, "direction": "undo"})
    assert undone.json()["document"]["name"] == "Other", "going back can be undone"


def test_the_list_comes_in_pages_and_says_what_each_plan_said(client, demo, edit):
    branched(client, demo, edit)
    first = listed(client, demo, limit=5)
    assert first["more"]
    rest = listed(client, demo, limit=50, before=first["revisions"][-1]["number"])
    assert [each["number"] for each in rest["revisions"]] == [7, 6, 5, 4, 3, 2, 1]
    assert not rest["more"]
    opened = client.get(f"/api/properties/{demo['id']}").json()
    assert first["revisions"][0]["verdict"] == opened["plan"]["verdict"]
    assert rest["revisions"][-1]["verdict"] == demo["plan"]["verdict"]


def test_a_revision_has_a_name_until_it_is_taken_away(client, demo, edit):
    edit(demo["id"], 1, "/cistern", 60_000)
    address = f"/api/properties/{demo['id']}/revisions"

    def names():
        return [each["name"] for each in listed(client, demo)["revisions"]]

    assert client.put(f"{address}/1/name", json={"name": " As quoted "}).status_code == 204
    assert client.put(f"{address}/2/name", json={"name": "Smaller"}).status_code == 204
    assert names() == ["Smaller", "As quoted"]
    assert client.put(f"{address}/2/name", json={"name": "Small"}).status_code == 204
    assert client.put(f"{address}/1/name", json={"name": ""}).status_code == 204
    assert names() == ["Small", ""]
    assert client.put(f"{address}/9/name", json={"name": "None"}).status_code == 404
    assert client.put(f"{address}/1/name", json={"name": "x" * 81}).status_code == 422
    assert client.delete(f"/api/properties/{demo['id']}").status_code == 204


def test_two_revisions_of_two_branches_are_compared(client, demo, edit):
    branched(client, demo, edit)
    address = f"/api/properties/{demo['id']}/comparison"
    found = client.get(address, params={"before": 3, "after": 12}).json()
    assert found["taken_back"] == ["/cistern 61000", "/cistern 60000"]
    assert found["changed"] == ["/name Other"]
    assert found["after_verdict"] == demo["plan"]["verdict"]
    assert found["before_verdict"] != found["after_verdict"]
    assert "more" in found["moved"]
    cistern = next(each for each in found["stations"] if each["stage"] == "cistern")
    assert cistern["before"] != cistern["after"]
    same = client.get(address, params={"before": 12, "after": 12}).json()
    assert (same["stations"], same["taken_back"], same["changed"], same["moved"]) == ([], [], [], "")
    assert client.get(address, params={"before": 3, "after": 99}).status_code == 404


def test_going_back_on_what_does_not_stand_any_more_is_refused_and_the_same_twice_is_kept_once(client, demo, edit):
    edit(demo["id"], 1, "/cistern", 60_000)
    assert go_back(client, demo, 1, 1).status_code == 409
    once = str(uuid.uuid4())
    assert go_back(client, demo, 2, 1, once).json()["revision"] == 3
    assert go_back(client, demo, 2, 1, once).json()["revision"] == 3
    assert go_back(client, demo, 3, 77).status_code == 404


def test_an_edit_that_is_sent_twice_at_once_is_kept_once_and_no_conflict(demo, edit):
    for round_ in range(12):
        once, base = str(uuid.uuid4()), round_ + 1
        with ThreadPoolExecutor(4) as pool:
            sent = [pool.submit(edit, demo["id"], base, "/cistern", 60_000 + round_, once) for _ in range(4)]
        answers = [each.result() for each in sent]
        assert [each.status_code for each in answers] == [200] * 4
        assert {each.json()["revision"] for each in answers} == {base + 1}
