"""What lies on a roof is offered and found in the same words."""

from typing import get_args

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.roofs.fitness import hazard_label
from lean_year.plan.whole import plan_property
from lean_year.property.roofs import Hazard
from tests.farm import changed, farm


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.mark.parametrize("hazard", get_args(Hazard))
def test_a_hazard_is_offered_in_the_words_in_which_it_is_found(rain, hazard):
    roof = {**farm().roofs[0].model_dump(), "hazards": [hazard]}
    texts = [
        found.text
        for found in plan_property(changed(roofs__0=roof), rain).plan.findings
        if found.code == f"ROOF_{hazard.upper()}"
    ]
    assert texts == [f"House, slate has {hazard_label(hazard)}."]
