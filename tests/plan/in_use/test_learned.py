"""What the log shows, taken into the design: the plan then agrees with the log, and nothing is offered for chance."""

import datetime as dt
from dataclasses import replace

import numpy as np
import pytest

from lean_year.demo.shipped import demo_record
from lean_year.plan.answer.wording import Wording
from lean_year.plan.in_use.learned import learned
from lean_year.plan.model.behaving import behaving
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.log.levels import LevelRead
from lean_year.property.edits import apply_edit
from tests.made_logs import Noise, made_log, plain_design
from tests.plan.in_use.test_log_work import saltmarrow, work_of  # noqa: F401 a fixture
from tests.records import brussels

SAY = Wording("metric")
QUIET = Noise(20.0, 0.02, 0.02, 0.0, 0.0)


@pytest.fixture(scope="module")
def place():
    design, rain = plain_design(), prepare_rain(brussels(), "none")
    dry = design.household.irrigation.model_copy(update={"area_m2": 0.0})
    design = design.model_copy(update={"household": design.household.model_copy(update={"irrigation": dry})})
    return design, rain


def offered(design, rain, log):
    said = behaving(design, rain, log)
    first = int(np.flatnonzero(~np.isnan(log.level_l))[0])
    levels = [LevelRead(log.start + dt.timedelta(days=first), 1.0, partly_assumed=False, by="", ids=())]
    return said, learned(design, supply_of(design, rain), said, levels, [], SAY)


def lived_by(design, rain, times):
    """A log of a house that uses so many times what was designed."""
    listed = [
        use.model_copy(
            update={
                "litres_person_day": use.litres_person_day * times,
                "litres_day": [day * times for day in use.litres_day],
            }
        )
        for use in design.household.listed
    ]
    uses = None if design.household.uses is None else listed
    house = design.household.model_copy(
        update={"uses": uses, "litres_person_day": design.household.indoor_l_person_day * times}
    )
    lived = design.model_copy(update={"household": house})
    return made_log(supply_of(lived, rain), 3_000, 200, np.random.default_rng(5), noise=QUIET, share=0.6)


@pytest.mark.parametrize("times", [0.7, 1.4])
def test_a_household_that_uses_otherwise_is_offered_as_it_uses_and_taken_the_log_agrees(place, times):
    design, rain = place
    log = lived_by(design, rain, times)
    said, found = offered(design, rain, log)
    assert said.missing_l_day is not None
    (use,) = [row for row in found if row.key == "use"]
    after = apply_edit(design, use.operations)
    again, left = offered(after, rain, log)
    assert abs(again.missing_l_day) < 0.15 * abs(said.missing_l_day)
    assert [row.key for row in left] == []


def test_what_is_as_designed_is_offered_nothing(place):
    design, rain = place
    assert offered(design, rain, lived_by(design, rain, 1.0))[1] == []


def test_a_loss_that_began_within_the_log_is_repaired_and_not_designed(place):
    design, rain = place
    log = lived_by(design, rain, 1.0)
    lost = np.where(np.arange(log.level_l.size) > 140, 60.0 * (np.arange(log.level_l.size) - 140), 0.0)
    said, found = offered(design, rain, replace(log, level_l=np.maximum(0.0, log.level_l - lost)))
    assert said.verdict == "losing"
    assert found == []


def test_the_life_of_the_demos_cartridges_goes_into_treatment_and_upkeep(saltmarrow):  # noqa: F811
    document, rain = saltmarrow
    work, plan = work_of(saltmarrow, demo_record("saltmarrow"), "2026-09-28")
    (row,) = [each for each in work.learned if each.key == "sediment-1"]
    taken = apply_edit(document, row.operations)
    after, changed = work_of((taken, rain), demo_record("saltmarrow"), "2026-09-28")
    own = next(each.own_months for each in work.wear if each.key == "sediment-1")

    def every(of):
        return next(line.every_months for line in of.price.upkeep if "20 micron" in line.name)

    assert every(changed) == pytest.approx(own, rel=0.01)
    assert every(plan) > 1.5 * every(changed)
    assert "sediment-1" not in [each.key for each in after.learned]
