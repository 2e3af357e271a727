"""Air gaps, limits of tests, and the generic pumps."""

import pytest

from lean_year.core.errors import InputError
from lean_year.core.pump.cross_connection import air_gap_mm
from lean_year.core.pump.generic_pumps import GENERIC_PUMPS
from lean_year.core.pump.pump_curve import fit_curve, power_w
from lean_year.core.treatment.water_tests import LIMITS, failed


@pytest.mark.parametrize(("bore_mm", "gap_mm"), [(6, 25), (12.5, 25), (15, 30), (20, 40), (50, 100)])
def test_the_gap_is_two_bores_and_an_inch_at_least(bore_mm, gap_mm):
    """EN 1717: twice the bore, at least 20 mm; US plumbing codes: at least an inch. From memory."""
    assert air_gap_mm(bore_mm) == pytest.approx(gap_mm)


def test_an_inlet_without_a_bore_is_refused():
    with pytest.raises(InputError) as refused:
        air_gap_mm(0)
    assert refused.value.field == "bore_mm"


# WHO, Guidelines for drinking-water quality: E. coli none in 100 mL, lead 0.01 mg/L, chlorine 5 mg/L. US EPA:
# copper's action level 1.3 mg/L; secondary standards pH 6.5 to 8.5, iron 0.3 mg/L. From memory.
@pytest.mark.parametrize(
    ("key", "right", "wrong"),
    [
        ("e_coli_100ml", 0, 1),
        ("coliforms_100ml", 0, 0.5),
        ("turbidity_ntu", 1, 1.01),
        ("ph", 6.5, 6.49),
        ("ph", 8.5, 8.51),
        ("chlorine_mg_l", 0.2, 0.19),
        ("chlorine_mg_l", 5, 5.1),
        ("lead_ug_l", 10, 10.1),
        ("copper_mg_l", 1.3, 1.31),
        ("iron_mg_l", 0.3, 0.31),
    ],
)
def test_a_result_is_right_up_to_its_limit(key, right, wrong):
    assert failed({key: right}) == []
    assert failed({key: wrong}) == [key]


def test_what_was_not_tested_has_not_failed():
    assert failed(dict.fromkeys(LIMITS)) == []
    assert failed({}) == []


@pytest.mark.parametrize("pump", GENERIC_PUMPS, ids=lambda pump: pump.key)
def test_a_generic_pump_has_a_curve_that_meets_its_points_and_a_likely_power(pump):
    curve = fit_curve(*zip(*pump.points, strict=True))
    for flow, head in pump.points:
        assert curve.head_m(flow) == pytest.approx(head)
    most = max(power_w(flow_l_s=q, head_m=h, efficiency=pump.efficiency) for q, h in pump.points)
    assert 50 < most < 2_000
