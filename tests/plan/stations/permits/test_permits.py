"""Permits: which a design gives a reason for, what is open, and dates that cannot be."""

import pytest

from lean_year.core.errors import InputError
from lean_year.plan.stations.permits.stage import plan_permits
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from tests.plan.on_demos import codes, edited, finding, planned_dry, replace

BARREL = new_property(name="Garden", roof_area_m2=40, people=0)


def permit(key, **entered):
    return {"op": "add", "path": f"/permits/{key}", "value": entered}


def asked(document):
    return {each.key for each in plan_permits(document).asked if each.why}


def test_each_is_asked_for_where_the_design_gives_a_reason():
    """Worked through by hand: what is dug in, what is connected, where the overflow ends."""
    assert asked(BARREL) >= {"collect", "building", "setbacks", "heritage"}
    assert not asked(BARREL) & {"services", "backflow", "electrician", "plumber"}
    assert asked(edited("brindle-landing")) >= {"services", "septic", "plumber", "electrician"}
    assert "backflow" in asked(edited("lantern-row"))
    assert "backflow" not in asked(edited("saltmarrow"))
    # A wet run is dug in though the tank stands on the ground.
    assert "services" in asked(edited("saltmarrow"))
    drained = edited("saltmarrow", replace("/overflow/destination", "storm_drain"))
    assert "drain" in asked(drained)
    assert "drain" not in asked(edited("saltmarrow"))


def test_every_one_says_why_and_what_waits_for_it():
    for name in ("saltmarrow", "brindle-landing", "lantern-row"):
        plan = plan_permits(edited(name))
        assert len({each.key for each in plan.asked}) == len(plan.asked)
        assert all(each.why and each.holds_up for each in plan.asked)


@pytest.mark.parametrize(
    ("status", "still_open"), [("open", 1), ("asked", 1), ("refused", 1), ("granted", 0), ("not_needed", 0)]
)
def test_what_nobody_knows_counts_as_open(status, still_open):
    before = plan_permits(BARREL)
    assert before.open == len(before.asked)
    after = plan_permits(apply_edit(BARREL, [permit("building", status=status)]))
    assert after.open == before.open - 1 + still_open


def test_the_persons_own_counts_as_the_others_do():
    own = apply_edit(BARREL, [permit("own-1", name="Lake authority")])
    assert plan_permits(own).open == plan_permits(BARREL).open + 1
    assert (
        plan_permits(apply_edit(own, [replace("/permits/own-1/status", "granted")])).open == plan_permits(BARREL).open
    )
    # One that the design asks for no more is kept, and holds nothing up.
    gone = apply_edit(BARREL, [permit("backflow", status="asked")])
    assert plan_permits(gone).open == plan_permits(BARREL).open
    assert gone.permits["backflow"].status == "asked"
    assert [each.why for each in plan_permits(gone).asked if each.key == "backflow"] == [""]


def test_what_was_refused_fails_by_its_name():
    plan = planned_dry(
        "lantern-row", permit("building", status="refused"), permit("own-1", name="Row", status="refused")
    )
    texts = [each.text for each in plan.findings if each.code == "PERMITS_REFUSED"]
    assert texts == ["Building or resource consent: refused.", "Row: refused."]
    assert finding(plan, "PERMITS_REFUSED").severity == "fails"
    station = next(each for each in plan.stations if each.stage == "permits")
    assert station.status == "fails"
    assert "PERMITS_REFUSED" not in codes(planned_dry("lantern-row"))
    # What the design does not ask for cannot be refused to it.
    assert "PERMITS_REFUSED" not in codes(planned_dry("saltmarrow", permit("backflow", status="refused")))


def test_the_way_through_the_application_says_how_many_are_open():
    station = next(each for each in planned_dry("saltmarrow").stations if each.stage == "permits")
    assert (station.headline, station.status) == (f"{plan_permits(edited('saltmarrow')).open} open", "decide")
    everything = [permit(key, status="granted") for key in asked(edited("saltmarrow"))]
    station = next(each for each in planned_dry("saltmarrow", *everything).stations if each.stage == "permits")
    assert (station.headline, station.status) == ("none open", "settled")


@pytest.mark.parametrize(
    ("entered", "words"),
    [
        ({"asked_on": "2026-05-02", "granted_on": "2026-05-01"}, "granted_on: must be no earlier than 2026-05-02"),
        ({"granted_on": "2026-05-02", "until": "2026-05-01"}, "until: must be no earlier than 2026-05-02"),
        ({"asked_on": "2026-05-02", "until": "2026-05-01"}, "until: must be no earlier than 2026-05-02"),
        ({"until": "2026-02-30"}, "must be a day of the calendar like 2024-06-30, got 2026-02-30"),
        ({"until": "soon"}, "until: must be a date like 2024-06-30"),
        ({"lead_time_days": -1}, "lead_time_days: must be at least 0"),
        ({"status": "maybe"}, "status: must be one of"),
        ({"note": "x" * 501}, "note: must have at most 500"),
    ],
)
def test_what_cannot_be_is_refused_by_its_name(entered, words):
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", permit("building", **entered))
    assert words in str(refused.value)


def test_a_day_that_both_begins_and_ends_is_taken():
    same = dict.fromkeys(("asked_on", "granted_on", "until"), "2026-05-02")
    assert edited("saltmarrow", permit("building", **same)).permits["building"].until == "2026-05-02"
