"""Long work: started, watched, cancelled, and never in the way of an edit."""

import time

import pytest

from lean_year.api.jobs import KEPT, Jobs, UnknownJob
from lean_year.plan.stations.cistern.resampled_band import Progress


def start(client, demo, kind, base=None):
    asked = {"kind": kind, "base_revision": demo["revision"] if base is None else base}
    return client.post(f"/api/properties/{demo['id']}/jobs", json=asked)


def finished(client, job, seconds=60.0):
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        now = client.get(f"/api/jobs/{job['id']}").json()
        if now["state"] != "running":
            return now
        time.sleep(0.02)
    raise AssertionError("the job did not end")


def test_the_band_says_how_far_it_is_and_then_what_it_found(client, demo):
    started = start(client, demo, "band")
    assert started.status_code == 202
    done = finished(client, started.json())
    assert (done["state"], done["done"]) == ("done", done["of"])
    band = done["band"]
    assert band["records"] == 500
    assert band["of_years"] == demo["plan"]["cistern"]["counted_years"]
    assert all(low <= mid <= high for low, mid, high in zip(band["low"], band["middle"], band["high"], strict=True))
    assert band["size_low_l"] <= band["size_middle_l"] <= band["size_high_l"]
    assert band["tank_l"][-1] == pytest.approx(demo["plan"]["cistern"]["curve"]["tank_l"][-1])


def test_the_search_finds_a_front_that_rises_and_designs_that_can_be_taken(client, demo):
    front = finished(client, start(client, demo, "search").json())["front"]
    assert front["designs"] >= 2_000
    costs = [design["cost"] for design in front["front"]]
    years = [design["years_carried"] for design in front["front"]]
    assert costs == sorted(costs)
    assert years == sorted(set(years))
    best = front["cheapest_for_aim"]
    edit = {
        "base_revision": demo["revision"],
        "edit_id": "take-00001",
        "label": "Design taken",
        "operations": best["operations"],
    }
    taken = client.post(f"/api/properties/{demo['id']}/edits", json=edit)
    assert taken.status_code == 200
    cistern = taken.json()["plan"]["cistern"]
    assert cistern["years_carried"] == best["years_carried"] >= front["aim"]
    assert cistern["gross_l"] == pytest.approx(best["gross_l"], rel=1e-6)


def test_what_is_worth_measuring_is_tried_with_and_without_rain(client, demo):
    done = finished(client, start(client, demo, "worth").json())
    assert (done["state"], done["done"]) == ("done", done["of"])
    assumed = {path for path in demo["document"]["assumed"] if path.startswith("/roofs/")}
    tried = {item["path"]: item for item in done["worth"]["items"]}
    assert assumed
    assert assumed <= set(tried)
    ranks = [("decides", "moves", "nothing").index(item["rank"]) for item in tried.values()]
    assert ranks == sorted(ranks)
    new = client.post("/api/properties", json={"name": "Hut", "roof_area_m2": 40.0, "people": 0}).json()
    dry = finished(client, start(client, new, "worth").json())
    assert dry["state"] == "done"
    assert all(end["years_carried"] is None for item in dry["worth"]["items"] for end in item["ends"])


def test_an_edit_is_answered_while_a_job_runs_and_the_job_keeps_to_its_revision(client, demo, edit):
    job = start(client, demo, "band").json()
    answer = edit(demo["id"], demo["revision"], "/cistern", 70_000)
    assert answer.status_code == 200
    done = finished(client, job)
    assert done["revision"] == demo["revision"]
    assert answer.json()["revision"] == demo["revision"] + 1


def test_a_cancelled_job_stops(client, demo):
    job = start(client, demo, "band").json()
    stopped = client.delete(f"/api/jobs/{job['id']}")
    assert stopped.status_code == 200
    assert finished(client, job)["state"] in ("cancelled", "done")


def test_what_cannot_be_started_says_why(client, demo):
    assert start(client, demo, "band", base=99).status_code == 404
    assert client.get("/api/jobs/nothing").status_code == 404
    assert client.delete("/api/jobs/nothing").status_code == 404
    bare = client.post("/api/properties", json={"name": "Bare", "roof_area_m2": 100, "people": 2}).json()
    refused = start(client, bare, "search")
    assert refused.status_code == 422
    assert "rain" in refused.json()["errors"][0]["field"]


def slow(steps, ran):
    for step in range(steps):
        ran.append(step)
        time.sleep(0.01)
        yield Progress(done=step, of=steps)


def ended(jobs, job_id):
    while jobs.get(job_id).state == "running":
        time.sleep(0.005)
    return jobs.get(job_id)


def test_a_newer_job_of_the_same_kind_stops_the_older():
    jobs, ran = Jobs(), []
    first = jobs.start("band", "p", 1, lambda: slow(500, ran))
    second = jobs.start("band", "p", 2, lambda: slow(2, []))
    assert ended(jobs, first.id).state == "cancelled"
    assert ended(jobs, second.id).state != "running"
    assert len(ran) < 500


def test_a_job_that_breaks_says_so_and_shows_no_trace():
    def broken():
        yield Progress(done=0, of=1)
        raise ValueError("secret path")

    jobs = Jobs()
    job = ended(jobs, jobs.start("search", "p", 1, broken).id)
    assert job.state == "failed"
    assert job.problem
    assert "secret" not in job.problem


def test_only_so_many_are_remembered():
    jobs = Jobs()
    first = jobs.start("band", "p0", 1, lambda: slow(1, []))
    ended(jobs, first.id)
    for number in range(KEPT + 5):
        ended(jobs, jobs.start("band", f"p{number + 1}", 1, lambda: slow(1, [])).id)
    with pytest.raises(UnknownJob):
        jobs.get(first.id)
