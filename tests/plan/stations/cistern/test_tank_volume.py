"""What a tank holds, by its shape and the height of its overflow, and the measures beside it."""

import math

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from tests.farm import changed, farm


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.mark.parametrize(
    ("shape", "overflow_m", "litres", "words"),
    [
        ({"kind": "upright_cylinder", "diameter_m": 4.0, "height_m": 2.4}, 2.0, 8_000 * math.pi,
         "4.00 m across, filled to 2.00 m"),
        ({"kind": "lying_cylinder", "diameter_m": 2.0, "length_m": 6.0}, 1.0, 3_000 * math.pi,
         "2.00 m across, 6.00 m long, on its side, filled to 1.00 m"),
        ({"kind": "slim", "length_m": 3.0, "width_m": 1.0, "height_m": 2.0}, 1.5, 1_500 * (2 + math.pi / 4),
         "3.00 m × 1.00 m with half-round ends, filled to 1.50 m"),
        ({"kind": "box", "length_m": 3.0, "width_m": 2.0, "height_m": 2.0}, 1.8, 10_800,
         "3.00 m × 2.00 m, filled to 1.80 m"),
        ({"kind": "pit", "length_m": 5.0, "width_m": 4.0, "height_m": 2.0, "void_ratio": 0.4}, 1.5, 12_000,
         "5.00 m × 4.00 m, 40 % voids, filled to 1.50 m"),
        ({"kind": "slim", "length_m": 3.0, "width_m": 1.0, "height_m": 2.0, "stated_l": 5_000}, 1.5, 3_750,
         "5.0 m³ by its maker over a height of 2.00 m, filled to 1.50 m"),
        ({"kind": "precast", "length_m": 3.0, "width_m": 2.0, "height_m": 2.0}, 1.8, 10_800,
         "3.00 m × 2.00 m, filled to 1.80 m"),
        ({"kind": "precast", "length_m": 4.0, "width_m": 4.0, "height_m": 2.4, "round": True}, 2.0, 8_000 * math.pi,
         "4.00 m across, filled to 2.00 m"),
        ({"kind": "moulded", "length_m": 3.0, "width_m": 2.0, "height_m": 1.0, "openings_share": 0.2}, 0.9, 4_320,
         "3.00 m × 2.00 m, 20 % openings, filled to 0.90 m"),
        ({"kind": "volume", "volume_l": 10_000, "height_m": 2.0}, 1.5, 7_500,
         "10.0 m³ over a height of 2.00 m, filled to 1.50 m"),
        ({"kind": "volume", "volume_l": 10_000, "height_m": 2.0}, None, 10_000, "10.0 m³"),
    ],
)  # fmt: skip
def test_what_a_tank_holds_stands_beside_its_measures(rain, shape, overflow_m, litres, words):
    one = {**farm().cistern.tanks[0].model_dump(), "shape": shape, "overflow_m": overflow_m}
    figure = plan_property(changed(cistern__tanks=[one], cistern__fire_reserve_l=0), rain).plan.cistern.figures[
        "tank_l"
    ]
    assert figure.value == pytest.approx(litres)
    assert figure.working == words
    assert figure.label == "Tank, floor to overflow"
    assert figure.source == ("entered" if overflow_m is None else "measures entered")
