"""How long water stays in the tanks, and what is kept for fire."""

from collections import deque

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from tests.plan.on_demos import codes, edited, finding, planned, replace


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing"])
def test_it_is_the_mean_age_of_what_leaves(name):
    """Every day's water followed through the tank, the oldest drawn first; water below the outlet changes places with
    it, so that on the mean it only adds its share."""
    planned_ = plan_property(edited(name), prepare_rain(demo_rain(name), "none"))
    run, figures = planned_.replay, planned_.plan.cistern.figures
    queue, ages, left = deque([[-1, run.start_l]]), 0.0, 0.0
    for day, (came, used, spilled) in enumerate(zip(run.inflow_l, run.supplied_l, run.spilled_l, strict=True)):
        queue.append([day, float(came)])
        out = float(used + spilled)
        while out > 1e-9 and queue:
            born, litres = queue[0]
            taken = min(out, litres)
            ages, left, out = ages + taken * (day - born), left + taken, out - taken
            queue[0][1] -= taken
            if queue[0][1] <= 1e-9:
                queue.popleft()
    dead_l = figures["dead_l"].value
    days = run.store_l.size
    followed = ages / left + dead_l * days / left
    assert figures["stands_d"].value == pytest.approx(followed, rel=0.03, abs=1.5)


def test_water_that_stands_half_a_year_is_a_note_where_it_is_drunk():
    large = [{"op": "resize", "path": "/cistern", "value": 400_000.0}]
    plan = planned("saltmarrow", *large)
    assert plan.cistern.figures["stands_d"].value > 180
    assert finding(plan, "CISTERN_WATER_STANDS").severity == "note"
    assert "CISTERN_WATER_STANDS" not in codes(planned("saltmarrow", replace("/cistern/start_share", 1.0)))


@pytest.mark.parametrize(("reserve_l", "over_m"), [(4_000.0, 0.08 + 4.0 / 37.393), (10_000.0, 0.08 + 10.0 / 37.393)])
def test_the_fire_reserve_stands_as_high_as_the_tank_is_wide(reserve_l, over_m):
    """Saltmarrow's tank is 6.90 m across, 37.39 m2, its outlet 80 mm up."""
    plan = planned("saltmarrow", replace("/cistern/fire_reserve_l", reserve_l))
    assert plan.cistern.figures["fire_level_m"].value == pytest.approx(over_m, abs=2e-3)
    assert finding(plan, "CISTERN_FIRE_OUTLET").severity == "note"


def test_without_a_reserve_nothing_is_said_of_fire():
    plan = planned("saltmarrow", replace("/cistern/fire_reserve_l", 0.0))
    assert "fire_level_m" not in plan.cistern.figures
    assert "CISTERN_FIRE_OUTLET" not in codes(plan)
